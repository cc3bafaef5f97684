import { FakeStorage } from '../../tests/support/fakeStorage';
import { keptForGood } from './browserStore';

const browser = (localStorage: Storage | undefined) =>
  Object.defineProperty(globalThis, 'localStorage', {
    configurable: true,
    get: () => {
      if (!localStorage) throw new Error('told to keep nothing');
      return localStorage;
    },
  });
afterEach(() => keptForGood.names().forEach((name) => keptForGood.set(name, null)));

test('what the browser keeps is there for whoever comes after', () => {
  const storage = new FakeStorage();
  browser(storage);
  expect(keptForGood.set('voice', 'quiet')).toBe(true);
  expect([...storage.entries()]).toEqual([['voice', 'quiet']]);
  storage.setItem('scale', '0.1');
  expect(keptForGood.get('scale')).toBe('0.1');
  expect(keptForGood.names()).toEqual(['voice', 'scale']);
  keptForGood.set('voice', null);
  expect(keptForGood.get('voice')).toBeNull();
});

test('a browser that is told to keep nothing: the page keeps it, and says that nobody else does', () => {
  browser(undefined);
  expect(keptForGood.get('voice')).toBeNull();
  expect(keptForGood.set('voice', 'aloud')).toBe(false);
  expect([keptForGood.get('voice'), keptForGood.names()]).toEqual(['aloud', ['voice']]);
  keptForGood.set('voice', null);
  expect([keptForGood.get('voice'), keptForGood.names()]).toEqual([null, []]);
});

test('a browser without room: what was kept last is read, and kept again once there is room', () => {
  const storage = new FakeStorage();
  browser(storage);
  keptForGood.set('run 7 one', '[1]');
  const { setItem } = storage;
  storage.setItem = () => {
    throw new Error('no room');
  };
  expect(keptForGood.set('run 7 one', '[1, 2]')).toBe(false);
  expect(keptForGood.get('run 7 one')).toBe('[1, 2]');
  expect(storage.getItem('run 7 one')).toBe('[1]');
  storage.setItem = setItem;
  expect(keptForGood.set('run 7 one', '[1, 2, 3]')).toBe(true);
  expect([keptForGood.get('run 7 one'), storage.getItem('run 7 one')]).toEqual(['[1, 2, 3]', '[1, 2, 3]']);
});
