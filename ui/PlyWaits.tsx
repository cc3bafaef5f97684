import Link from 'next/link';
import { shortDate } from './dates';
import styles from './PlyWaits.module.css';
import { PieceGlyph } from './thread/PieceGlyph';

/** A plied piece and what it waits for. */
export interface WaitingPly {
  pieceId: number;
  label: string;
  yarnName: string;
  colourHex: string;
  stage: 'resting' | 'to wash' | 'drying' | 'to measure';
  restUntil: string | null;
  washedAt: string | null;
}

/** What was plied and waits, each with what for. */
export function PlyWaits({ waits }: { waits: readonly WaitingPly[] }) {
  return (
    <ul className={styles.waits}>
      {waits.map((wait) => (
        <li key={wait.pieceId}>
          <Link href={`/twist/${wait.pieceId}`} className={styles.wait}>
            <svg width={56} height={56} aria-hidden="true">
              <PieceGlyph form="hank" colourHex={wait.colourHex} x={28} y={28} side={52} />
            </svg>
            <span>
              <strong>{wait.yarnName}</strong> {waitWords(wait)}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** "rests until 28 Nov; then it is washed" */
export function waitWords({
  stage,
  restUntil,
  washedAt,
}: Pick<WaitingPly, 'stage' | 'restUntil' | 'washedAt'>): string {
  switch (stage) {
    case 'resting':
      return `rests until ${day(restUntil!)}; then it is washed.`;
    case 'to wash':
      return restUntil ? 'has rested: wash it, to set its twist.' : 'is to be washed, to set its twist.';
    case 'drying':
      return `dries since ${day(washedAt!)}; once it is dry, weigh it.`;
    case 'to measure':
      return 'is dry: count its loops, its wraps and its twist.';
  }
}

/** A day that is not torn apart at the end of a line. */
const day = (iso: string) => shortDate(iso).replace(' ', '\u00a0');
