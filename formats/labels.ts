import QRCode from 'qrcode';
import { cutMarks, labelPlaces, type LabelSheet } from '../core/exchange/labelSheet';
import { faceFor, newPdf, type PaperFonts } from './pdf';

/** What stands on one label; lines that do not fit are left out from the last one on. */
export interface Label {
  title: string;
  /** The figures, large. */
  figures: string;
  lines: readonly string[];
  /** Where its code leads. */
  url: string;
  /** The maker's, a PNG as a data URL. */
  logo?: string;
}

const POINTS_PER_MM = 72 / 25.4;
const PADDING_MM = 2.6;
const HOLE_MM = 2.5;
/** Above the words, on what is higher than wide. */
const LOGO_MM = 12;
/** Lower than this, nobody would know it: it is left out. */
const LEAST_LOGO_MM = 4;
const LARGEST_TITLE = 11;
const SMALLEST_TITLE = 6.5;
/** Millimetres to one module of the code: finer ones a phone does not read from a home printer. */
const MODULE_MM = 0.45;

/**
 * Sheets of labels as a PDF, each with a code that opens its piece.
 *
 * @param skip labels of the first sheet that are used already
 * @throws InputError at `skip`
 */
export async function labelsPdf(
  labels: readonly Label[],
  sheet: LabelSheet,
  fonts: PaperFonts,
  skip = 0,
): Promise<Buffer> {
  const places = labelPlaces(sheet, labels.length, skip);
  const { document, done } = newPdf(
    { size: sheet.paper, margin: 0, autoFirstPage: false, info: { Title: 'Labels' } },
    fonts,
  );
  const codes = labels.map(({ url }) => codeOf(url));
  const boxes = places.map((place) => ({
    x: place.xMm * POINTS_PER_MM,
    y: place.yMm * POINTS_PER_MM,
    width: sheet.widthMm * POINTS_PER_MM,
    height: sheet.heightMm * POINTS_PER_MM,
  }));
  const areas = labels.map((label, i) => areasOf(codes[i]!, label.logo !== undefined, boxes[i]!, sheet));
  // One size for all of them: as large as the fullest label bears.
  const title = Math.min(LARGEST_TITLE, ...labels.map((label, i) => largestTitle(document, label, areas[i]!)));
  places.forEach((place, i) => {
    if (i === 0 || place.page !== places[i - 1]!.page) {
      document.addPage();
      drawMarks(document, sheet);
    }
    if (sheet.hole) drawHole(document, boxes[i]!);
    drawLabel(document, labels[i]!, codes[i]!, areas[i]!, title);
  });
  document.end();
  return done;
}

export interface Box {
  x: number;
  y: number;
  width: number;
  height: number;
}

function drawMarks(document: PDFKit.PDFDocument, sheet: LabelSheet): void {
  document.lineWidth(0.4).strokeColor('#444444');
  for (const { fromMm, toMm } of cutMarks(sheet))
    document
      .moveTo(fromMm[0] * POINTS_PER_MM, fromMm[1] * POINTS_PER_MM)
      .lineTo(toMm[0] * POINTS_PER_MM, toMm[1] * POINTS_PER_MM)
      .stroke();
}

/** Where a tag is punched, for the thread that it hangs by. */
function drawHole(document: PDFKit.PDFDocument, { x, y, width }: Box): void {
  const at = y + HOLE_MM * 1.6 * POINTS_PER_MM;
  document
    .lineWidth(0.6)
    .strokeColor('#444444')
    .circle(x + width / 2, at, HOLE_MM * POINTS_PER_MM)
    .stroke();
}

function drawLabel(
  document: PDFKit.PDFDocument,
  label: Label,
  code: Code,
  { side, text, logo }: Areas,
  title: number,
): void {
  drawCode(document, code, side);
  if (label.logo && logo.height > LEAST_LOGO_MM * POINTS_PER_MM) drawLogo(document, label.logo, logo);
  const lines = Array.from({ length: label.lines.length + 1 }, (_, left) => label.lines.length - left);
  const most = lines.find((many) => heightOf(document, rowsOf(label, title, many), text.width) <= text.height);
  if (most === undefined) {
    document.font(faceFor('bold', label.title)).fontSize(SMALLEST_TITLE).fillColor('black');
    document.text(label.title, text.x, text.y, { width: text.width, height: text.height, ellipsis: true });
    return;
  }
  const rows = rowsOf(label, title, most);
  let y = text.y + (text.height - heightOf(document, rows, text.width)) / 2;
  for (const row of rows) {
    document.font(faceFor(row.font, row.words)).fontSize(row.size);
    document.fillColor('black').text(row.words, text.x, y, { width: text.width });
    y += heightOf(document, [row], text.width);
  }
}

/** The largest size at which all that stands on a label fits; the smallest there is, where it does not. */
function largestTitle(document: PDFKit.PDFDocument, label: Label, { text }: Areas): number {
  for (let title = LARGEST_TITLE; title > SMALLEST_TITLE; title -= 0.5)
    if (heightOf(document, rowsOf(label, title, label.lines.length), text.width) <= text.height) return title;
  return SMALLEST_TITLE;
}

/** A code as squares: dark ones are true. */
export interface Code {
  size: number;
  data: Uint8Array;
}

/** A code that is read even where a corner of it is smudged. */
export function codeOf(url: string): Code {
  return QRCode.create(url, { errorCorrectionLevel: 'M' }).modules;
}

function drawLogo(document: PDFKit.PDFDocument, logo: string, { x, y, width, height }: Box): void {
  document.image(logo, x, y, { fit: [width, height], align: 'center', valign: 'center' });
}

interface Areas {
  side: Box;
  text: Box;
  /** What is free for a logo. */
  logo: Box;
}

/** Where the code lies, at the right side or beneath, and where the words. */
function areasOf(code: Code, hasLogo: boolean, box: Box, sheet: LabelSheet): Areas {
  const padding = PADDING_MM * POINTS_PER_MM;
  if (sheet.upright) {
    const top = sheet.hole ? HOLE_MM * 3.2 * POINTS_PER_MM : padding;
    const side = Math.min(box.width * 0.62, Math.max(code.size * MODULE_MM * POINTS_PER_MM, box.width * 0.4));
    const y = box.y + box.height - padding - side;
    const height = hasLogo ? LOGO_MM * POINTS_PER_MM : 0;
    const above = { x: box.x + padding, y: box.y + top, width: box.width - 2 * padding };
    return {
      side: { x: box.x + (box.width - side) / 2, y, width: side, height: side },
      text: { ...above, y: above.y + height, height: y - above.y - height - padding },
      logo: { ...above, height: height - padding / 2 },
    };
  }
  const height = box.height - 2 * padding;
  const side = Math.min(
    height,
    box.width * 0.4,
    Math.max(code.size * MODULE_MM * POINTS_PER_MM, height * (hasLogo ? 0.5 : 0.62)),
  );
  const x = box.x + box.width - padding - side;
  // The code goes down to make room for a logo, as far as it leaves any.
  const free = height - side;
  return {
    side: { x, y: box.y + padding + (hasLogo ? free : free / 2), width: side, height: side },
    logo: { x, y: box.y + padding, width: side, height: Math.max(0, free - padding / 2) },
    text: { x: box.x + padding, y: box.y + padding, width: box.width - 3 * padding - side, height },
  };
}

interface Row {
  words: string;
  font: 'regular' | 'bold';
  size: number;
}

function rowsOf(label: Label, title: number, lines: number): Row[] {
  return [
    { words: label.title, font: 'bold', size: title },
    { words: label.figures, font: 'bold', size: title * 1.15 },
    ...label.lines.slice(0, lines).map((words): Row => ({ words, font: 'regular', size: title * 0.8 })),
  ];
}

function heightOf(document: PDFKit.PDFDocument, rows: readonly Row[], width: number): number {
  return rows.reduce(
    (sum, { words, font, size }) =>
      sum + document.font(faceFor(font, words)).fontSize(size).heightOfString(words, { width }) + size * 0.12,
    0,
  );
}

export function drawCode(document: PDFKit.PDFDocument, code: Code, { x, y, width }: Box): void {
  const dot = width / code.size;
  document.fillColor('black');
  for (let row = 0; row < code.size; row++)
    for (let column = 0; column < code.size; column++)
      if (code.data[row * code.size + column])
        // A hair wider, so that no white line shows between two of them.
        document.rect(x + column * dot, y + row * dot, dot * 1.02, dot * 1.02);
  document.fill();
}
