import { codeOf, drawCode } from './labels';
import { faceFor, newPdf, type PaperFonts } from './pdf';

/** What stands on a paper, one beneath the other. */
export type PaperBlock =
  | { kind: 'heading'; words: string }
  | { kind: 'text'; words: string; soft?: boolean }
  /** Figures to be read from across the room. */
  | { kind: 'figures'; figures: readonly { number: string; label: string }[] }
  | { kind: 'table'; head: readonly string[]; rows: readonly (readonly string[])[]; widths?: readonly number[] }
  | { kind: 'ticks'; items: readonly string[] }
  | { kind: 'pictures'; pictures: readonly PaperPicture[] };

/** A picture as a JPEG, and its size in pixels. */
export interface PaperPicture {
  data: Uint8Array;
  width: number;
  height: number;
}

export interface Paper {
  title: string;
  under: string;
  /** The yarn's own colour, as a strip along the top. */
  colourHex: string | null;
  /** Where the code in the corner leads. */
  url: string;
  blocks: readonly PaperBlock[];
}

const MARGIN = 48;
const FOOT = 30;
const CODE = 76;
const INK = '#14211b';
const SOFT = '#43524a';
const LINE = '#c7d0c8';

/** A paper for the wall or the folder, as a PDF of as many pages as it takes. */
export async function paperPdf(
  { title, under, colourHex, url, blocks }: Paper,
  fonts: PaperFonts,
  size: 'A4' | 'LETTER',
): Promise<Buffer> {
  const { document, done } = newPdf({ size, margin: MARGIN, bufferPages: true, info: { Title: title } }, fonts);
  const width = document.page.width - 2 * MARGIN;
  if (colourHex) document.rect(0, 0, document.page.width, 14).fill(colourHex);
  drawCode(document, codeOf(url), { x: MARGIN + width - CODE, y: MARGIN, width: CODE, height: CODE });
  const head = width - CODE - 18;
  document.font(faceFor('bold', title)).fontSize(22).fillColor(INK).text(title, MARGIN, MARGIN, { width: head });
  document.font(faceFor('regular', under)).fontSize(11).fillColor(SOFT).text(under, { width: head });
  document.y = Math.max(document.y, MARGIN + CODE) + 10;
  document.x = MARGIN;
  for (const block of blocks) draw(document, block, width);
  const pages = document.bufferedPageRange().count;
  for (let i = 0; i < pages; i++) {
    document.switchToPage(i);
    // Beneath the margin nothing may flow onto another page.
    document.page.margins.bottom = 0;
    document
      .font(faceFor('regular', title))
      .fontSize(9)
      .fillColor(SOFT)
      .text(`${title} · page ${i + 1} of ${pages}`, MARGIN, document.page.height - FOOT, { width, lineBreak: false });
  }
  document.end();
  return done;
}

/** Begins a page where so much does not fit on this one; tells whether it did. */
function room(document: PDFKit.PDFDocument, height: number): boolean {
  if (document.y + height <= document.page.height - MARGIN) return false;
  document.addPage();
  document.x = MARGIN;
  document.y = MARGIN;
  return true;
}

function draw(document: PDFKit.PDFDocument, block: PaperBlock, width: number): void {
  document.x = MARGIN;
  switch (block.kind) {
    case 'heading':
      room(document, 60);
      document
        .moveDown(0.6)
        .font(faceFor('bold', block.words))
        .fontSize(14)
        .fillColor(INK)
        .text(block.words, { width })
        .moveDown(0.2);
      return;
    case 'text':
      document
        .font(faceFor('regular', block.words))
        .fontSize(11)
        .fillColor(block.soft ? SOFT : INK)
        .text(block.words, { width })
        .moveDown(0.3);
      return;
    case 'figures':
      return drawFigures(document, block.figures, width);
    case 'table':
      return drawTable(document, block, width);
    case 'pictures':
      return drawPictures(document, block.pictures, width);
    case 'ticks':
      for (const item of block.items) {
        document.font(faceFor('regular', item)).fontSize(12);
        room(document, 22);
        const y = document.y;
        document
          .lineWidth(1)
          .strokeColor(INK)
          .rect(MARGIN, y + 1, 11, 11)
          .stroke();
        document
          .fillColor(INK)
          .text(item, MARGIN + 20, y, { width: width - 20 })
          .moveDown(0.35);
      }
      return;
  }
}

function drawFigures(
  document: PDFKit.PDFDocument,
  figures: readonly { number: string; label: string }[],
  width: number,
): void {
  const columns = Math.min(3, figures.length);
  const column = width / columns;
  for (let i = 0; i < figures.length; i += columns) {
    room(document, 66);
    const y = document.y;
    figures.slice(i, i + columns).forEach(({ number, label }, at) => {
      const x = MARGIN + at * column;
      document.font('bold').fontSize(34).fillColor(INK).text(number, x, y, { width: column, lineBreak: false });
      document
        .font('regular')
        .fontSize(11)
        .fillColor(SOFT)
        .text(label, x, y + 38, { width: column - 8 });
    });
    document.y = y + 62;
  }
}

const PICTURE_GAP = 10;

/** Two side by side, each as wide as half the page and no higher. */
function drawPictures(document: PDFKit.PDFDocument, pictures: readonly PaperPicture[], width: number): void {
  const side = (width - PICTURE_GAP) / 2;
  for (let i = 0; i < pictures.length; i += 2) {
    const row = pictures.slice(i, i + 2).map((picture) => {
      const scale = Math.min(side / picture.width, side / picture.height);
      return { picture, across: picture.width * scale, high: picture.height * scale };
    });
    const height = Math.max(...row.map(({ high }) => high));
    room(document, height + PICTURE_GAP);
    const y = document.y;
    row.forEach(({ picture, across, high }, at) =>
      document.image(Buffer.from(picture.data), MARGIN + at * (side + PICTURE_GAP), y, { width: across, height: high }),
    );
    document.y = y + height + PICTURE_GAP;
  }
}

function drawTable(
  document: PDFKit.PDFDocument,
  { head, rows, widths }: Extract<PaperBlock, { kind: 'table' }>,
  width: number,
): void {
  const shares = widths ?? head.map(() => 1);
  const whole = shares.reduce((sum, share) => sum + share, 0);
  const columns = shares.map((share) => (share / whole) * width);
  const row = (cells: readonly string[], font: 'regular' | 'bold') => {
    const face = faceFor(font, cells.join(''));
    document.font(face).fontSize(10.5);
    const height = Math.max(
      ...cells.map((cell, i) => document.heightOfString(cell || ' ', { width: columns[i]! - 8 })),
    );
    // Whoever reads the second page looks for the head there.
    if (room(document, height + 6) && font === 'regular') drawHead();
    document
      .font(face)
      .fontSize(10.5)
      .fillColor(font === 'bold' ? SOFT : INK);
    const y = document.y + 3;
    let x = MARGIN;
    cells.forEach((cell, i) => {
      document.text(cell, x, y, { width: columns[i]! - 8 });
      x += columns[i]!;
    });
    document.y = y + height + 3;
    document
      .lineWidth(0.5)
      .strokeColor(LINE)
      .moveTo(MARGIN, document.y)
      .lineTo(MARGIN + width, document.y)
      .stroke();
  };
  const drawHead = () => head.some((cell) => cell !== '') && row(head, 'bold');
  drawHead();
  for (const cells of rows) row(cells, 'regular');
  document.moveDown(0.4);
}
