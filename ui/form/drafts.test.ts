import { FakeStorage } from '../../tests/support/fakeStorage';
import { keepDraft, moveDraft, readDraft } from './drafts';

beforeEach(() => Object.assign(globalThis, { localStorage: new FakeStorage(), location: { pathname: '/' } }));

test('a draft tells what was typed, and what was kept in the same fields when it was', () => {
  keepDraft('band 1', { notes: 'limp' }, 'metric', { notes: 'soft' });
  expect(readDraft('band 1', 'metric')).toEqual({ values: { notes: 'limp' }, began: { notes: 'soft' } });
  keepDraft('new', { notes: 'limp' }, 'metric');
  expect(readDraft('new', 'metric')).toEqual({ values: { notes: 'limp' }, began: {} });
  keepDraft('new', null);
  expect(readDraft('new', 'metric')).toBeNull();
});

test('in other units bare numbers get theirs, and nothing is said to have been otherwise', () => {
  keepDraft('band 1', { mass: '102' }, 'metric', { mass: '100' });
  expect(readDraft('band 1', 'imperial')).toEqual({ values: { mass: '102 g' }, began: {} });
});

test('a draft that is torn, or of before what was kept was noted, is read as far as it goes', () => {
  localStorage.setItem('draft torn', '{"notes":');
  expect(readDraft('torn', 'metric')).toBeNull();
  localStorage.setItem('draft early', '{"notes":"limp","typed in":"metric"}');
  expect(readDraft('early', 'metric')).toEqual({ values: { notes: 'limp' }, began: {} });
});

test('a draft goes along to another form, unless that is the same one', () => {
  keepDraft('a', { notes: 'limp' });
  moveDraft('a', 'a', { notes: 'other' }, 'metric');
  expect(readDraft('a', 'metric')!.values).toEqual({ notes: 'limp' });
  moveDraft('a', 'b', { notes: 'stiff', mass: '12' }, 'metric');
  expect([readDraft('a', 'metric'), readDraft('b', 'metric')!.values]).toEqual([null, { notes: 'stiff', mass: '12' }]);
  expect(readDraft('b', 'imperial')!.values).toEqual({ notes: 'stiff', mass: '12 g' });
});
