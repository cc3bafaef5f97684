/** A parent and what is cut from it, from the end that is worked from. */
export interface DrawnParent {
  name: string;
  about: string;
  colourHex: string;
  massG: number;
  /** One after another; what is neither a mini nor a loss is left. */
  stretches: readonly { kind: 'mini' | 'loss' | 'left' | 'knot'; massG: number; words: string }[];
}

const WIDTH = 1000;
const LEFT = 20;
const BAR = 44;
const ROW = 92;
const LETTER = 7.5;

/**
 * The cut map as a drawing of its own (SVG): each parent as a bar to scale by mass, its minis as pieces of it.
 *
 * @example
 * cutMapSvg('Minis', []).startsWith('<?xml') // => true
 */
export function cutMapSvg(title: string, parents: readonly DrawnParent[]): string {
  const most = Math.max(1, ...parents.map(({ massG }) => massG));
  const height = 70 + parents.length * ROW;
  const bars = parents.map((parent, i) => barOf(parent, 64 + i * ROW, (WIDTH - 2 * LEFT) / most)).join('\n');
  return `<?xml version="1.0" encoding="UTF-8"?>
<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${WIDTH} ${height}" font-family="Atkinson Hyperlegible Next, sans-serif">
<title>${escaped(title)}</title>
<rect width="100%" height="100%" fill="#f1f4f1"/>
<text x="${LEFT}" y="36" font-size="22" font-weight="700" fill="#14211b">${escaped(title)}</text>
${bars}
</svg>
`;
}

function barOf({ name, about, colourHex, stretches }: DrawnParent, y: number, perG: number): string {
  let x = LEFT;
  const parts = stretches.map(({ kind, massG, words }) => {
    const from = x;
    const width = massG * perG;
    x += width;
    const reported = words.length * LETTER < width - 6 ? words : '';
    const text = reported
      ? `<text x="${fixed(from + width / 2)}" y="${y + 33}" font-size="13" text-anchor="middle" fill="#14211b" stroke="#fff" stroke-width="3" paint-order="stroke">${escaped(reported)}</text>`
      : '';
    const label = `<title>${escaped(words)}</title>`;
    switch (kind) {
      case 'knot':
        return `<path d="M${fixed(from)} ${y + 4}v${BAR + 8}" stroke="#7a4d00" stroke-width="3">${label}</path>`;
      case 'mini':
        return `<g>${label}<rect x="${fixed(from)}" y="${y + 8}" width="${fixed(width)}" height="${BAR}" rx="5" fill="${colourHex}" stroke="#14211b" stroke-width="1.4"/>${text}</g>`;
      case 'loss':
        return `<rect x="${fixed(from)}" y="${y + 22}" width="${fixed(width)}" height="16" fill="#43524a">${label}</rect>`;
      case 'left':
        return `<g>${label}<rect x="${fixed(from)}" y="${y + 8}" width="${fixed(width)}" height="${BAR}" fill="${colourHex}" fill-opacity="0.25" stroke="#43524a" stroke-dasharray="5 4"/>${text}</g>`;
    }
  });
  return `<g><text x="${LEFT}" y="${y}" font-size="15" font-weight="700" fill="#14211b">${escaped(name)}<tspan font-weight="400" fill="#43524a"> ${escaped(about)}</tspan></text>${parts.join('')}</g>`;
}

const fixed = (value: number) => Number(value.toFixed(2));

function escaped(text: string): string {
  // What an archive may still bring along: no such sign may stand in XML at all.
  const shown = text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '');
  return shown.replace(/[&<>"]/g, (sign) => ({ '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' })[sign]!);
}
