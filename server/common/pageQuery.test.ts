import { pageQuery, screenKey } from './pageQuery';

test('what an address asks twice does not count', async () => {
  expect(await pageQuery(Promise.resolve({ yarns: ['1', '2'], pieces: '7', none: undefined }))).toEqual({
    pieces: '7',
  });
});

test('each question has a screen of its own, and the same one the same', () => {
  expect(screenKey({ lot: '8', colour: undefined })).toBe('lot=8');
  expect(screenKey({})).toBe('');
  expect(screenKey({ lot: '8' })).not.toBe(screenKey({ colour: '8' }));
});
