import { Link } from '../controls/Link';
import type { PieceForm } from '../../core/yarn/piece';
import { shortDate } from '../figures/dates';
import { PieceGlyph } from '../thread/PieceGlyph';

/** Something that waits, and what for. */
export interface PendingCareItem {
  href: string;
  what: string;
  form: PieceForm;
  yarnName: string;
  colourHex: string;
  stage: 'resting' | 'to wash' | 'drying' | 'to measure';
  wetBy: 'wash' | 'dye';
  since: string | null;
  until: string | null;
  ready: boolean;
}

/** What waits, each with what for and until when; what is ready stands first and is marked. */
export function PendingCareList({ pendingCare }: { pendingCare: readonly PendingCareItem[] }) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,380px),1fr))] gap-y-1 gap-x-6">
      {pendingCare.map((wait) => (
        <li key={`${wait.href} ${wait.what}`}>
          <Link
            href={wait.href}
            className="[&_svg]:flex-none flex items-center gap-4 p-1 rounded-md no-underline hover:bg-sunk hover:text-ink"
            data-ready={wait.ready}
          >
            <svg width={56} height={56} aria-hidden="true">
              <PieceGlyph form={wait.form} colourHex={wait.colourHex} x={28} y={28} side={50} />
              {wait.stage === 'drying' && (
                <path
                  d="M4 8H52M20 6v10M36 6v10"
                  fill="none"
                  stroke="var(--ink)"
                  strokeWidth={2.2}
                  strokeLinecap="round"
                />
              )}
            </svg>
            <span>
              <strong>{wait.yarnName}</strong>, {wait.what}: {pendingCareWords(wait)}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}

/** "rests until 28 Nov; then it is washed." */
export function pendingCareWords({
  stage,
  wetBy = 'wash',
  since,
  until,
  ready = false,
}: Pick<PendingCareItem, 'stage' | 'since' | 'until'> & Partial<Pick<PendingCareItem, 'wetBy' | 'ready'>>): string {
  switch (stage) {
    case 'resting':
      return `rests until ${day(until!)}; then it is washed.`;
    case 'to wash':
      return until ? 'has rested: wash it, to set its twist.' : 'is to be washed, to set its twist.';
    case 'drying': {
      const wet = `${wetBy === 'dye' ? 'dyed' : 'washed'} ${day(since!)}`;
      if (ready) return `${wet}, should be dry by now: weigh it.`;
      return until ? `${wet}, dry about ${day(until)}.` : `dries since ${day(since!)}; once it is dry, weigh it.`;
    }
    case 'to measure':
      return 'is dry: count its loops, its wraps and its twist.';
  }
}

/** A day that is not torn apart at the end of a line. */
const day = (iso: string) => shortDate(iso).replace(' ', '\u00a0');
