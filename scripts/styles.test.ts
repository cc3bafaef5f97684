import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';

const ROOT = path.join(__dirname, '..');
const read = (file: string) => readFileSync(path.join(ROOT, file), 'utf8');
const files = (ending: string) =>
  ['app', 'features', 'ui']
    .flatMap((folder) =>
      (readdirSync(path.join(ROOT, folder), { recursive: true }) as string[]).map((file) => path.join(folder, file)),
    )
    .filter((file) => file.endsWith(ending))
    .sort();

const classesIn = (css: string) =>
  new Set(
    [...read(css).matchAll(/\.([a-zA-Z][\w-]*)/g)].map(([, name]) => name!).filter((name) => !/^ant-/.test(name)),
  );

/** The classes that screens ask each style sheet for. */
const asked = new Map<string, { screen: string; name: string }[]>();
for (const screen of files('.tsx')) {
  const source = read(screen);
  for (const [, variable, sheet] of source.matchAll(/import (\w+) from '([^']+\.module\.css)'/g)) {
    const css = path.join(path.dirname(screen), sheet!);
    const names = [...source.matchAll(new RegExp(`\\b${variable}\\.(\\w+)`, 'g'))].map(([, name]) => name!);
    asked.set(css, [...(asked.get(css) ?? []), ...names.map((name) => ({ screen, name }))]);
  }
}

test('every class that a screen names is in its style sheet', () => {
  const missing = [...asked].flatMap(([css, uses]) => uses.filter(({ name }) => !classesIn(css).has(name)));
  expect(missing).toEqual([]);
});

test('no class and no style sheet is left that no screen asks for', () => {
  expect([...asked.keys()].sort()).toEqual(files('.module.css'));
  const unused = [...asked].flatMap(([css, uses]) =>
    [...classesIn(css)].filter((name) => !uses.some((use) => use.name === name)).map((name) => `${css}: ${name}`),
  );
  expect(unused).toEqual([]);
});

describe('one scale', () => {
  const sheets = files('.css').map((file) => [file, read(file)] as const);
  const screens = files('.tsx').map((file) => [file, read(file)] as const);
  const found = (sources: readonly (readonly [string, string])[], pattern: RegExp) =>
    sources.flatMap(([file, source]) => [...source.matchAll(pattern)].map(([it]) => `${file}: ${it}`));
  const named = (kind: string) =>
    [...read('ui/frame/global.css').matchAll(new RegExp(`^ +--${kind}-[\\w]+:`, 'gm'))].length;

  test('has seven sizes of type, three roundings beside the circle, six spaces and the room between columns', () => {
    expect([named('text'), named('radius'), named('spacing')]).toEqual([7, 3, 8]);
  });

  test('and no screen goes beside it', () => {
    expect(found(sheets, /(font-size|font|border-radius): [^;]*\d(px|r?em)[^;]*/g)).toEqual([]);
    expect(found(sheets, /(gap|margin|padding)[\w-]*: [^;]*(?<![\w.])(?!(1|4|8|12|16|24|40)px)[\d.]+px[^;]*/g)).toEqual(
      [],
    );
    expect(found(screens, /[\s"'`:](text|rounded|gap|[pm][trblxy]?)-\[\d[^\]]*(px|rem)\]/g)).toEqual([]);
    expect(found([...sheets, ...screens.filter(([file]) => !file.includes('palette'))], /: #[0-9a-f]{3,6};/g)).toEqual(
      [],
    );
  });
});
