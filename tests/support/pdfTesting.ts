import { inflateSync } from 'node:zlib';

import { fonts } from '../../server/exchange/labels';

export const FONTS = fonts();

/** What is drawn on one page: from the upper left corner, in points. */
export interface DrawnPage {
  /** Filled or outlined rectangles. */
  boxes: { x: number; y: number; width: number; height: number }[];
  circles: { x: number; y: number; radius: number }[];
  lines: { from: [number, number]; to: [number, number] }[];
  images: { x: number; y: number; width: number; height: number }[];
  /** Where each piece of text begins, on its line, and how many signs it has. */
  texts: { x: number; y: number; size: number; signs: number }[];
}

/** Reads the drawing instructions of a PDF as pdfkit writes them; streams that draw nothing are fonts and the like. */
export function drawnPages(pdf: Buffer): DrawnPage[] {
  const streams = [...pdf.toString('latin1').matchAll(/stream\r?\n([\s\S]*?)\r?\nendstream/g)].map(([, data]) => data!);
  return streams.flatMap((data) => {
    let text: string;
    try {
      text = inflateSync(Buffer.from(data, 'latin1')).toString('latin1');
    } catch {
      return [];
    }
    return /\b(re|l|Tj|TJ)$/m.test(text) ? [pageOf(text)] : [];
  });
}

function pageOf(instructions: string): DrawnPage {
  const page: DrawnPage = { boxes: [], circles: [], lines: [], images: [], texts: [] };
  let arcs: [number, number][] = [];
  // pdfkit turns the page round once, so that y runs down; for text it turns it back, and counts from the foot.
  const height = Number(/1 0 0 -1 0 ([\d.]+) cm/.exec(instructions)![1]);
  let at: [number, number] = [0, 0];
  let placed: number[] = [];
  let [textAt, size]: [[number, number], number] = [[0, 0], 0];
  for (const line of instructions.split('\n')) {
    const numbers = line.match(/-?[\d.]+(?= |$)/g)?.map(Number) ?? [];
    if (/ m$/.test(line)) [at, arcs] = [[numbers[0]!, numbers[1]!], []];
    else if (/ c$/.test(line)) {
      // A circle is drawn in four of them.
      if (arcs.push([numbers.at(-2)!, numbers.at(-1)!]) === 4) page.circles.push(circleThrough(arcs));
    } else if (/ l$/.test(line)) page.lines.push({ from: at, to: [numbers[0]!, numbers[1]!] });
    else if (/ re$/.test(line)) {
      const [x, y, width, h] = numbers as [number, number, number, number];
      page.boxes.push({ x, y, width, height: h });
    } else if (/ cm$/.test(line)) placed = numbers;
    else if (/ Do$/.test(line)) {
      // Its foot, since it is drawn upside down on a page that was turned round.
      const [width, , , high, x, foot] = placed as [number, number, number, number, number, number];
      page.images.push({ x, y: foot + high, width, height: -high });
    } else if (/ Tf$/.test(line)) size = Number(/([\d.]+) Tf$/.exec(line)![1]);
    else if (/ Tm$/.test(line)) textAt = [numbers.at(-2)!, height - numbers.at(-1)!];
    else if (/T[jJ]$/.test(line)) {
      const signs = [...line.matchAll(/<([0-9a-f]*)>/g)].reduce((sum, [, hex]) => sum + hex!.length / 4, 0);
      page.texts.push({ x: textAt[0], y: textAt[1], size, signs });
    }
  }
  return page;
}

function circleThrough(points: readonly (readonly [number, number])[]): DrawnPage['circles'][number] {
  const [xs, ys] = [points.map(([x]) => x), points.map(([, y]) => y)];
  const [left, right, top, foot] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  expect(right - left).toBeCloseTo(foot - top, 3);
  return { x: (left + right) / 2, y: (top + foot) / 2, radius: (right - left) / 2 };
}
