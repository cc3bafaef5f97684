import PDFDocument from 'pdfkit';

/** The faces that papers and labels are set in, as files. */
export interface PaperFonts {
  regular: Buffer;
  bold: Buffer;
}

/** A PDF to be drawn, in the faces `regular` and `bold`; `done` has all of it once it is ended. */
export function newPdf(
  options: PDFKit.PDFDocumentOptions,
  { regular, bold }: PaperFonts,
): { document: PDFKit.PDFDocument; done: Promise<Buffer> } {
  const document = new PDFDocument(options);
  document.registerFont('regular', regular);
  document.registerFont('bold', bold);
  const chunks: Buffer[] = [];
  const done = new Promise<Buffer>((resolve, reject) => {
    document.on('data', (chunk: Buffer) => chunks.push(chunk));
    document.on('end', () => resolve(Buffer.concat(chunks)));
    document.on('error', reject);
  });
  return { document, done };
}
