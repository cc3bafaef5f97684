import { reportSteps, type Tell, TELL_NOBODY } from '../common/progress';
import { bandTexts } from '../../core/yarn/band';
import { z } from 'zod';
import { colourFromWords } from '../../core/yarn/colourWords';
import { InputError, reading } from '../../core/common/inputError';
import { inWords, lengthFigure, massFigure, plural } from '../../core/common/format';
import { PIECE_FORMS } from '../../core/yarn/piece';
import type { UnitSystem } from '../../core/common/units';
import { classCalled } from '../../core/yarn/weightClass';
import type { Db } from '../../db/common/connection';
import { sameYarn, yarnsOfBatch } from '../../db/yarn/yarns';
import type { CsvRow } from '../../formats/csv';
import {
  CSV_FIELD_NAMES,
  CSV_FIELDS,
  type CsvEncoding,
  type CsvField,
  decodeCsv,
  looksLikeFormula,
  matchColumns,
  readCsv,
  unitInHead,
} from '../../formats/yarnCsv';
import { pathOf } from '../common/result';
import { checkedBand, type NewYarn, putYarn, type YarnForm, yarnForm } from '../yarn/yarns';

/** What a list would put on the shelf, before anything is written. */
export interface ImportPreview {
  encoding: CsvEncoding;
  /** In which a bare number was read. */
  system: UnitSystem;
  header: string[];
  columns: (CsvField | '')[];
  /** Rows that can be read, and of those the ones that lie on the shelf already. */
  good: number;
  twice: { line: number; yarnId: number; name: string }[];
  problems: ImportProblem[];
  /** How many problems there are, those not listed too. */
  problemCount: number;
  /** Lines with cells that a spreadsheet would calculate; they are kept as the text they are. */
  formulaLines: number[];
  rows: PreviewRow[];
}

export interface ImportProblem {
  line: number;
  /** The column's head; empty where the whole line is meant. */
  column: string;
  message: string;
}

export interface PreviewRow {
  line: number;
  name: string;
  maker: string;
  dyeLot: string;
  colourHex: string;
  pieces: string;
}

const MOST_LISTED = 200;
const ROWS_SHOWN = 12;

const importAsk = z.object({
  columns: z
    .array(z.enum([...CSV_FIELD_NAMES, '']))
    .max(500)
    .nullable(),
  skipTwice: z.boolean(),
  /** Chosen by the screen, so that a list that is sent twice is read once. */
  batch: z.string().min(8).max(80),
});
type ImportAsk = z.infer<typeof importAsk>;

interface ReadList extends ImportPreview {
  yarns: { line: number; form: NewYarn; twice: boolean }[];
}

/** A list as it was handed in, and how it is to be read. */
export interface ListToRead {
  bytes: Uint8Array;
  /** As JSON. */
  ask: string | null;
  /** In which bare numbers are meant. */
  system: UnitSystem;
}

/** @throws InputError at `file` where it cannot be read as a list at all */
export function previewImport(db: Db, list: ListToRead): ImportPreview {
  const { yarns: _, ...preview } = readList(db, list, checkedAsk(list.ask));
  return preview;
}

/** Puts every row that can be read on the shelf, all of them or, where it fails, none. */
export function importYarns(
  db: Db,
  list: ListToRead,
  now: Date,
  tell: Tell = TELL_NOBODY,
): { batch: string; written: number } {
  const checked = checkedAsk(list.ask);
  return db
    .transaction(() => {
      const before = yarnsOfBatch(db, checked.batch);
      if (before.length > 0) return { batch: checked.batch, written: before.length };
      const { yarns } = readList(db, list, checked);
      const wanted = yarns.filter(({ twice }) => !twice || !checked.skipTwice);
      if (wanted.length === 0) throw new InputError('there is nothing in this list to put on the shelf', 'file');
      const step = reportSteps(wanted.length, tell);
      for (const { form } of wanted) {
        putYarn(db, form, now, checked.batch);
        step();
      }
      return { batch: checked.batch, written: wanted.length };
    })
    .immediate();
}

/** How the list is to be read, as JSON. */
function checkedAsk(ask: string | null): ImportAsk {
  const parsed = importAsk.safeParse(fromJson(ask ?? ''));
  if (!parsed.success)
    throw new InputError(`say how the list is to be read: ${parsed.error.issues[0]!.message}`, 'file');
  return parsed.data;
}

function fromJson(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return undefined;
  }
}

function readList(db: Db, { bytes, system }: ListToRead, ask: ImportAsk): ReadList {
  const { text, encoding } = decodeCsv(bytes);
  const { header, rows, problems: unread } = readCsv(text);
  const columns = ask.columns?.length === header.length ? ask.columns : matchColumns(header);
  const schema = yarnForm(system);
  const problems: ImportProblem[] = unread.map(({ line, message }) => ({ line, column: '', message }));
  const yarns: ReadList['yarns'] = [];
  const twice: ImportPreview['twice'] = [];
  const formulaLines: number[] = [];
  if (!columns.some((column) => column !== ''))
    problems.push({ line: 1, column: '', message: 'no column is known; say below what each one holds' });
  else
    for (const row of rows) {
      if (row.cells.some(looksLikeFormula)) formulaLines.push(row.line);
      const { form, wrong } = readRow(schema, row, header, columns, `${ask.batch}:${row.line}`);
      if (!form) {
        problems.push(...wrong);
        continue;
      }
      const known = sameYarn(db, form);
      if (known !== undefined) twice.push({ line: row.line, yarnId: known, name: nameOf(form) });
      yarns.push({ line: row.line, form, twice: known !== undefined });
    }
  problems.sort((a, b) => a.line - b.line);
  return {
    encoding,
    system,
    header,
    columns,
    good: yarns.length,
    twice,
    problems: problems.slice(0, MOST_LISTED),
    problemCount: new Set(problems.map(({ line }) => line)).size,
    formulaLines: formulaLines.slice(0, MOST_LISTED),
    rows: yarns.slice(0, ROWS_SHOWN).map(({ line, form }) => ({
      line,
      name: nameOf(form),
      maker: form.maker,
      dyeLot: form.dyeLot,
      colourHex: form.colourHex,
      pieces: [plural(form.count, form.form), putUpInWords(form, system)].filter(Boolean).join(', '),
    })),
    yarns,
  };
}

/** "25 g/212 m each", so that one sees how it was read. */
function putUpInWords({ putUpMass, putUpLength, count }: NewYarn, system: UnitSystem): string {
  const putUp = [
    putUpMass === null ? '' : inWords(massFigure(putUpMass, system)),
    putUpLength === null ? '' : inWords(lengthFigure(putUpLength, system)),
  ];
  const words = putUp.filter(Boolean).join('/');
  return words && count > 1 ? `${words} each` : words;
}

function nameOf({ line, maker, colourName }: Pick<NewYarn, 'line' | 'maker' | 'colourName'>): string {
  return [line || maker, colourName].filter(Boolean).join(', ') || 'Yarn without a name';
}

function readRow(
  schema: z.ZodType<NewYarn, YarnForm>,
  { line, cells }: CsvRow,
  header: readonly string[],
  columns: readonly (CsvField | '')[],
  requestKey: string,
): { form?: NewYarn; wrong: ImportProblem[] } {
  const cell = (field: CsvField) => {
    const at = columns.indexOf(field);
    const typed = cells[at] ?? '';
    const unit = at < 0 ? '' : unitInHead(header[at]!);
    return unit && /^[\d.,\s]+$/.test(typed) && typed !== '' ? `${typed} ${unit}` : typed;
  };
  const headOf = (path: string) => {
    const field = path.split('.')[0] as CsvField;
    return header[columns.indexOf(field)] || CSV_FIELDS[field]?.label || '';
  };
  const problem = (path: string, message: string): ImportProblem => ({ line, column: headOf(path), message });

  const weightClass = reading(() => (cell('weightClass') === '' ? null : classCalled(cell('weightClass'), '')));
  const form = PIECE_FORMS.find((known) =>
    `${known}s`.startsWith(cell('form').toLowerCase().replace(/s$/, '') || 'hank'),
  );
  const wrong = [
    ...(weightClass.error === undefined ? [] : [problem('weightClass', weightClass.error)]),
    ...(form ? [] : [problem('form', `one of ${PIECE_FORMS.join(', ')}`)]),
    ...(cell('maker') + cell('line') + cell('colourName') === ''
      ? [problem('line', 'a maker, a line or a colour is needed')]
      : []),
  ];
  const masses = cell('masses')
    .split(/[;|]|\s\+\s/)
    .map((mass) => mass.trim())
    .filter(Boolean);
  const parsed = schema.safeParse({
    requestKey,
    ...bandTexts(cell),
    colourHex: cell('colourHex') || (colourFromWords(cell('colourName')) ?? '#8c9188'),
    fibres: cell('fibres'),
    putUpMass: cell('putUpMass'),
    putUpLength: cell('putUpLength'),
    weightClass: (weightClass.value === undefined || weightClass.value === null
      ? ''
      : String(weightClass.value)) as YarnForm['weightClass'],
    wpi: cell('wpi'),
    needle: cell('needle'),
    hook: cell('hook'),
    gauge: cell('gauge'),
    plies: cell('plies'),
    twistDirection: cell('twistDirection').toUpperCase() as YarnForm['twistDirection'],
    twist: cell('twist'),
    careSymbols: '',
    form: form ?? 'hank',
    count: cell('count') || String(Math.max(1, masses.length)),
    loop: cell('loop'),
    masses,
    tare: '',
    // A scale that shows tenths was read to tenths.
    scaleResolutionG: masses.some((mass) => /\d[.,]\d/.test(mass)) ? 0.1 : 1,
    humidity: '',
  });
  if (!parsed.success)
    return { wrong: [...wrong, ...parsed.error.issues.map((issue) => problem(pathOf(issue), issue.message))] };
  const inconsistent = contradictionIn(parsed.data).map(({ path, message }) => problem(path, message));
  if (masses.length > parsed.data.count)
    inconsistent.push(problem('masses', `${masses.length} masses for ${parsed.data.count} pieces`));
  const all = [...wrong, ...inconsistent];
  return all.length > 0 ? { wrong: all } : { form: parsed.data, wrong: [] };
}

/** What two fields of a band that can be read one by one cannot both be. */
function contradictionIn(form: NewYarn): InputError[] {
  try {
    checkedBand(form);
    return [];
  } catch (error) {
    if (error instanceof InputError) return [error];
    throw error;
  }
}
