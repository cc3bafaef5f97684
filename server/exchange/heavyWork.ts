import type { MinisInput } from '../../core/minis/minis';
import type { LabelSheet } from '../../core/exchange/labelSheet';
import { labelsPdf, type Label } from '../../formats/labels';
import { paperPdf, type Paper } from '../../formats/paper';
import type { PaperFonts } from '../../formats/pdf';
import { type Db, openDatabase } from '../../db/common/connection';
import { decodeCsv } from '../../formats/yarnCsv';
import { backupFolder, restore } from './backup';
import { weighingsRead } from './csvRead';
import { undoImport } from '../yarn/yarnLifecycle';
import { importYarns, type ListToRead, previewImport } from './importYarns';
import { takeArchive } from './archiveUpload';
import type { Tell } from '../common/progress';
import { minisAnswer } from '../minis/minis';

/** Work that takes long enough to hold up others: from plain data to plain data, so that a thread of its own can do it. */
export const HEAVY_WORK = {
  minis: ({ input, seconds }: { input: MinisInput; seconds: number }) => minisAnswer(input, seconds),
  labels: ({ labels, sheet, fonts, skip }: { labels: Label[]; sheet: LabelSheet; fonts: PaperFonts; skip: number }) =>
    labelsPdf(labels, sheet, buffers(fonts), skip),
  paper: ({ paper, fonts, size }: { paper: Paper; fonts: PaperFonts; size: 'A4' | 'LETTER' }) =>
    paperPdf(paper, buffers(fonts), size),
  'list looked at': ({ file, ...list }: ListOfYarns) => inDatabase(file, (db) => previewImport(db, list)),
  'list put on the shelf': ({ file, now, ...list }: ListOfYarns & { now: Date }, tell: Tell) =>
    inDatabase(file, (db) => importYarns(db, list, now, tell)),
  'list taken back': ({ file, batch, now }: { file: string; batch: string; now: Date }) =>
    inDatabase(file, (db) => undoImport(db, batch, now)),
  'archive taken over': ({ token, how, now, ...places }: ArchiveToTake, tell: Tell) =>
    inDatabase(places.file, (db) => takeArchive(db, places, token, how, now, tell)),
  'gone back to a snapshot': ({ file, name, now }: { file: string; name: string; now: Date }) =>
    inDatabase(file, (db) => restore(db, backupFolder(file), name, now)),
  'list of weighings': (bytes: Uint8Array) => weighingsRead(decodeCsv(bytes).text),
};

interface ListOfYarns extends ListToRead {
  file: string;
}
interface ArchiveToTake {
  file: string;
  pictures: string;
  token: string;
  how: 'replace' | 'merge';
  now: Date;
}

/** With a connection of its own: whoever reads meanwhile sees what was there before, whoever writes waits. */
async function inDatabase<T>(file: string, work: (db: Db) => T | Promise<T>): Promise<T> {
  const db = openDatabase(file);
  try {
    return await work(db);
  } finally {
    db.close();
  }
}

export type HeavyName = keyof typeof HEAVY_WORK;
export type HeavyInput<Name extends HeavyName> = Parameters<(typeof HEAVY_WORK)[Name]>[0];
export type HeavyOutput<Name extends HeavyName> = Awaited<ReturnType<(typeof HEAVY_WORK)[Name]>>;

/** What was sent to a thread arrives as plain bytes. */
function buffers(fonts: PaperFonts): PaperFonts {
  const { regular, bold, regularWide, boldWide } = fonts;
  return {
    regular: Buffer.from(regular),
    bold: Buffer.from(bold),
    regularWide: Buffer.from(regularWide),
    boldWide: Buffer.from(boldWide),
  };
}
