/** Yarn along a path: its colour, with an edge that keeps it apart from the page whatever that colour is. */
export function YarnLine({
  d,
  colourHex,
  width,
  faint,
}: {
  d: string;
  colourHex: string;
  width: number;
  faint?: boolean;
}) {
  return (
    <g fill="none" strokeLinecap="round" strokeLinejoin="round" opacity={faint ? 0.55 : 1}>
      <path d={d} stroke="var(--ink)" strokeOpacity={0.5} strokeWidth={width + 2.5} />
      <path d={d} stroke={colourHex} strokeWidth={width} />
    </g>
  );
}
