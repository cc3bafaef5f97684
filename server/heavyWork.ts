import type { MinisInput } from '../core/minis';
import type { LabelSheet } from '../core/labelSheet';
import { labelsPdf, type Label } from '../formats/labels';
import { paperPdf, type Paper } from '../formats/paper';
import type { PaperFonts } from '../formats/pdf';
import { decodeCsv, readCsv } from '../formats/yarnCsv';
import { weighingsRead } from './csvRead';
import { minisAnswer } from './minis';

/** Work that takes long enough to hold up others: from plain data to plain data, so that a thread of its own can do it. */
export const HEAVY_WORK = {
  minis: ({ input, seconds }: { input: MinisInput; seconds: number }) => minisAnswer(input, seconds),
  labels: ({ labels, sheet, fonts, skip }: { labels: Label[]; sheet: LabelSheet; fonts: PaperFonts; skip: number }) =>
    labelsPdf(labels, sheet, buffers(fonts), skip),
  paper: ({ paper, fonts, size }: { paper: Paper; fonts: PaperFonts; size: 'A4' | 'LETTER' }) =>
    paperPdf(paper, buffers(fonts), size),
  'list of yarns': (bytes: Uint8Array) => {
    const { text, encoding } = decodeCsv(bytes);
    return { encoding, ...readCsv(text) };
  },
  'list of weighings': (bytes: Uint8Array) => weighingsRead(decodeCsv(bytes).text),
};

export type HeavyName = keyof typeof HEAVY_WORK;
export type HeavyInput<Name extends HeavyName> = Parameters<(typeof HEAVY_WORK)[Name]>[0];
export type HeavyOutput<Name extends HeavyName> = Awaited<ReturnType<(typeof HEAVY_WORK)[Name]>>;

/** What was sent to a thread arrives as plain bytes. */
function buffers({ regular, bold }: PaperFonts): PaperFonts {
  return { regular: Buffer.from(regular), bold: Buffer.from(bold) };
}
