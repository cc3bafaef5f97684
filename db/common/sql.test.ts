import { sql, sqlList, sqlName, sqlWhere } from './sql';

test('the plain names of tables, columns and parameters', () => {
  for (const name of ['yarn', 'yarn_merge', 'massMg', 'a1']) expect(sqlName(name)).toBe(name);
});

test.each([
  '',
  'Yarn',
  '1yarn',
  '_yarn',
  'yarn id',
  'yarn;',
  ' yarn',
  'yarn ',
  'yarn--',
  'yarn.id',
  '"yarn"',
  'yarn\n',
])('%j is no name', (name) => expect(() => sqlName(name)).toThrow(/is no name/));

test('parts are joined as asked; conditions that are not asked for leave nothing', () => {
  const parts = [sql`a = 1`, sql`b = 2`];
  expect(sqlList(parts)).toBe('a = 1, b = 2');
  expect(sqlList(parts, sql` OR `)).toBe('a = 1 OR b = 2');
  expect(sqlWhere([parts[0], false, null, undefined, '', parts[1]])).toBe('WHERE a = 1 AND b = 2');
  expect(sqlWhere([parts[1]])).toBe('WHERE b = 2');
  expect(sqlWhere([null])).toBe('');
});

test('at one place of the program other parts make another text', () => {
  const of = (name: string) => sql`SELECT ${sqlName(name)} FROM yarn WHERE ${sqlName('id')} = ?`;
  expect(['lot', 'lot', 'name', 'lot'].map(of)).toEqual(
    ['lot', 'lot', 'name', 'lot'].map((name) => `SELECT ${name} FROM yarn WHERE id = ?`),
  );
});
