/** How light a colour looks, 0 to 1 (relative luminance). */
function luminance(hex: string): number {
  const [r, g, b] = [1, 3, 5].map((at) => {
    const share = parseInt(hex.slice(at, at + 2), 16) / 255;
    return share <= 0.04045 ? share / 12.92 : ((share + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** The yarn's colour as single strands show on it: darker on a light yarn, lighter on a dark one. */
export function strandColour(hex: string): string {
  return luminance(hex) > 0.12 ? `color-mix(in oklab, ${hex}, black 32%)` : `color-mix(in oklab, ${hex}, white 34%)`;
}
