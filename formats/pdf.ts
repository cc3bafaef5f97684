import PDFDocument from 'pdfkit';

/** The faces that papers and labels are set in, as files. */
export interface PaperFonts {
  regular: Buffer;
  bold: Buffer;
  /** The same, with the letters of all Europe, Cyrillic and Greek. */
  regularWide: Buffer;
  boldWide: Buffer;
}

/** What the first two of them have: Western Europe's letters, and signs. */
const OWN_LETTERS = /^[\u0000-\u00ff\u0131\u0152\u0153\u2000-\u206f\u20ac\u2122\u2212]*$/;

/** The face that has all of these letters. */
export function faceFor(face: 'regular' | 'bold', words: string): string {
  return OWN_LETTERS.test(words) ? face : `${face} wide`;
}

/** A PDF to be drawn, in the faces that `faceFor` names; `done` has all of it once it is ended. */
export function newPdf(
  options: PDFKit.PDFDocumentOptions,
  { regular, bold, regularWide, boldWide }: PaperFonts,
): { document: PDFKit.PDFDocument; done: Promise<Buffer> } {
  const document = new PDFDocument(options);
  document.registerFont('regular', regular);
  document.registerFont('bold', bold);
  document.registerFont('regular wide', regularWide);
  document.registerFont('bold wide', boldWide);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  return { document, done };
}
