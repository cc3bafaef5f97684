/** What came out of a bath as a patch of colour; where nobody has seen it yet, an empty one. */
export function Dyed({ hex, size }: { hex: string | null; size: number }) {
  return hex === null ? (
    <span
      className="inline-block flex-none rounded-lg border-[1.5px] border-dashed border-ink-soft"
      style={{ width: size, height: size }}
      role="img"
      aria-label="not dyed yet"
    />
  ) : (
    <span
      className="inline-block flex-none rounded-lg border-[1.5px] border-line"
      style={{ width: size, height: size, background: hex }}
      aria-hidden="true"
    />
  );
}
