import { beginnings, changes, contested, followed, touched } from './edits';

const WAS = { requestKey: 'a', name: 'Causeway', notes: '', fibres: [{ kind: 'wool', share: '100' }] };
const now = (kept: Partial<typeof WAS>) => ({ ...WAS, requestKey: 'b', ...kept });

test('a draft remembers what was changed, and its key', () => {
  expect(touched(WAS, { ...WAS, notes: 'soft' })).toEqual({ requestKey: 'a', notes: 'soft' });
  expect(touched({ name: 'Kelp' }, { name: 'Kelp' })).toEqual({});
});

test('of what was changed it is known what it began with', () => {
  const mine = touched(WAS, { ...WAS, notes: 'soft' });
  expect(beginnings(WAS, mine)).toEqual({ requestKey: 'a', notes: '' });
});

test('a list is the same as long as what is in it is', () => {
  expect(changes(WAS, { ...WAS, fibres: [{ kind: 'wool', share: '100' }] })).toEqual({});
  expect(changes(WAS, { ...WAS, fibres: [{ kind: 'wool', share: '80' }] })).toEqual({
    fibres: [{ kind: 'wool', share: '80' }],
  });
});

test('what nobody touched follows what is kept, and no new key is news', () => {
  const is = { ...WAS, notes: 'soft' };
  expect(followed(is, WAS, now({}))).toBeNull();
  expect(followed(is, WAS, now({ notes: 'stiff' }))).toBeNull();
  expect(followed(is, WAS, now({ name: 'Kelp', notes: 'stiff' }))).toEqual({ ...is, name: 'Kelp' });
});

test('what both changed is contested, unless both made the same of it', () => {
  const is = { ...WAS, name: 'Skerry', notes: 'soft' };
  expect(contested(is, WAS, now({ fibres: [] }))).toEqual({});
  expect(contested(is, WAS, now({ notes: 'soft' }))).toEqual({});
  expect(contested(is, WAS, now({ name: '', notes: 'stiff' }))).toEqual({ name: '', notes: 'stiff' });
  expect(contested(WAS, WAS, now({ name: 'Kelp' }))).toEqual({});
});
