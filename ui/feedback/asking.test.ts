import { FakeStorage } from '../../tests/support/fakeStorage';
import type * as Asking from './asking';

/** The page as it is loaded anew: only what the tab keeps is left. */
const loaded = (): typeof Asking => {
  let page: typeof Asking;
  jest.isolateModules(() => (page = jest.requireActual('./asking')));
  return page!;
};
const at = (pathname: string, search = '') => Object.assign(globalThis, { location: { pathname, search } });

beforeEach(() => {
  Object.assign(globalThis, { sessionStorage: new FakeStorage() });
  at('/market');
});
afterAll(() => {
  Reflect.deleteProperty(globalThis, 'sessionStorage');
  Reflect.deleteProperty(globalThis, 'location');
});

test('what was not answered is the same request, over a reload too; answered, it is another', () => {
  const { key } = loaded().asking({ pieceId: 7 });
  const again = loaded().asking({ pieceId: 7 });
  expect(again.key).toBe(key);
  again.answered();
  expect(loaded().asking({ pieceId: 7 }).key).not.toBe(key);
});

test('something else, or the same on another page, is another request', () => {
  const { asking } = loaded();
  const { key } = asking({ pieceId: 7 });
  expect(asking({ pieceId: 8 }).key).not.toBe(key);
  at('/trouble', '?piece=1');
  const one = asking({ pieceId: 7 }).key;
  at('/trouble', '?piece=2');
  expect(new Set([key, one, asking({ pieceId: 7 }).key]).size).toBe(3);
});

test('once something was taken back, what was asked before is another request', () => {
  const { key } = loaded().asking({ pieceId: 7 });
  sessionStorage.setItem('former screen', 'stays');
  const { asking, takenBack } = loaded();
  takenBack();
  expect(asking({ pieceId: 7 }).key).not.toBe(key);
  expect(sessionStorage.getItem('former screen')).toBe('stays');
});

test('a browser that keeps nothing asks the same as long as the page is there', () => {
  Object.assign(globalThis, { sessionStorage: undefined });
  const { asking, takenBack } = loaded();
  const first = asking({ pieceId: 7 });
  expect(asking({ pieceId: 7 }).key).toBe(first.key);
  takenBack();
  const second = asking({ pieceId: 7 });
  expect(second.key).not.toBe(first.key);
  second.answered();
  expect(asking({ pieceId: 7 }).key).not.toBe(second.key);
});
