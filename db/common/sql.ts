declare const ofLiterals: unique symbol;

/** SQL that is made of the program's own words only; a value reaches it as a parameter, never as text. */
export type Sql = string & { readonly [ofLiterals]: true };

/**
 * SQL as it is written in the program. What is put into it is SQL of the same kind, so no value can get in.
 *
 * @example
 * sql`SELECT id FROM yarn WHERE id = ?`
 */
export function sql(words: TemplateStringsArray, ...parts: readonly Sql[]): Sql {
  // Most of it is of words alone, and the same each time: it need not be put together anew.
  if (parts.length === 0) return words[0] as Sql;
  const before = made.get(words);
  if (before && parts.every((part, i) => part === before.parts[i])) return before.text;
  const text = String.raw({ raw: words }, ...parts) as Sql;
  made.set(words, { parts, text });
  return text;
}

/** What was made last at each place of the program. */
const made = new WeakMap<TemplateStringsArray, { parts: readonly Sql[]; text: Sql }>();

/**
 * The plain name of a table, a column or a parameter.
 *
 * @throws Error where it is anything else
 * @example
 * sqlName('yarn_merge') // => 'yarn_merge'
 */
export function sqlName(name: string): Sql {
  if (!/^[a-z]\w*$/.test(name)) throw new Error(`“${name}” is no name of a table or a column`);
  return name as Sql;
}

/** Parts of one statement, with something between them. */
export function sqlList(parts: readonly Sql[], between = sql`, `): Sql {
  return parts.join(between) as Sql;
}

/** A WHERE of those conditions that are asked for; nothing, where none is. */
export function sqlWhere(conditions: readonly (Sql | '' | false | null | undefined)[]): Sql {
  const asked = conditions.filter((each): each is Sql => Boolean(each));
  return asked.length > 0 ? sql`WHERE ${sqlList(asked, sql` AND `)}` : sql``;
}

/** The names of columns, and of the parameters that fill them. */
export const columnNames = (columns: readonly string[]): Sql => sqlList(columns.map(sqlName));
export const columnValues = (columns: readonly string[]): Sql => sqlList(columns.map((name) => sql`@${sqlName(name)}`));
