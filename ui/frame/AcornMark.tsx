/** An acorn whose nut is a wound ball. */
export function AcornMark({ size = 26 }: { size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 26 26" aria-hidden="true">
      <path d="M4.5 11.5h17c0 6.6-4.4 11-8.5 13-4.1-2-8.5-6.4-8.5-13z" fill="var(--acorn)" />
      <g fill="none" stroke="var(--paper)" strokeWidth="1.3" strokeLinecap="round">
        <path d="M6.3 16.500c4-.3 9.5-2 12.8-4.6" />
        <path d="M8.7 20c4.3-.8 8.8-3.2 11.7-6.6" />
        <path d="M7.3 12.200c3 3.6 6.6 6.4 10.3 7.7" />
      </g>
      <path
        d="M2.8 10.800C3.4 6.6 7.7 4 13 4s9.6 2.6 10.2 6.800c.1.6-.3 1-.9 1H3.700c-.6 0-1-.4-.9-1z"
        fill="var(--ink)"
      />
      <path d="M13 4.500c0-1.5.5-2.6 1.7-3.4" fill="none" stroke="var(--ink)" strokeWidth="2" strokeLinecap="round" />
    </svg>
  );
}
