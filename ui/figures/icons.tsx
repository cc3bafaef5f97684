/** The few signs that go with a word, never instead of it. */
export type Sign = 'yes' | 'care' | 'no' | 'note';

const PATHS: Record<Sign, string> = {
  yes: 'M5 10.5l3.5 3.500L15.5 6',
  care: 'M10 5v6M10 14.500v.2',
  no: 'M5.5 5.500l9 9M14.5 5.500l-9 9',
  note: 'M10 9v5.500M10 5.500v.2',
};

export function SignIcon({ sign, size = 20 }: { sign: Sign; size?: number }) {
  return (
    <svg width={size} height={size} viewBox="0 0 20 20" aria-hidden="true" style={{ flex: 'none' }}>
      <path
        d={PATHS[sign]}
        fill="none"
        stroke="currentColor"
        strokeWidth="2.6"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </svg>
  );
}
