/** A yarn's colour as a dot, where there is no room for the yarn itself. */
export function Swatch({ hex, size = 30 }: { hex: string; size?: number }) {
  return (
    <span
      className="inline-block flex-none rounded-full border-[1.5px] border-[color-mix(in_srgb,var(--ink)_45%,transparent)]"
      style={{ background: hex, width: size, height: size }}
      aria-hidden="true"
    />
  );
}
