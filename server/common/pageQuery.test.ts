import { pageQuery } from './pageQuery';

test('what an address asks twice does not count', async () => {
  expect(await pageQuery(Promise.resolve({ yarns: ['1', '2'], pieces: '7', none: undefined }))).toEqual({
    pieces: '7',
  });
});
