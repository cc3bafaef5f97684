'use client';

import { Link } from '../../../ui/controls/Link';
import { fineMassFigure, inWords, lowerFirst } from '../../../core/common/format';
import type { MadeMini, MiniPlanPage } from '../../../server/minis/miniPlanPages';
import { KnownMass, Length } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { VERDICT_WORDS } from '../words';

/** Every mini of a plan as a ring to scale, with what it weighs and whether that is as wanted; each opens its piece. */
export function MadeMinis({ page }: { page: MiniPlanPage }) {
  const largestG = Math.max(...page.minis.map(({ wantedG }) => wantedG));
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(128px,1fr))] gap-3">
      {page.minis.map((mini) => (
        <li key={mini.pieceId} data-gone={mini.gone}>
          <Link
            href={`/pieces/${mini.pieceId}`}
            className="[&_svg]:w-[72px] [&_svg]:h-[72px] grid justify-items-center text-center no-underline leading-[1.25]"
          >
            <svg viewBox="0 0 72 72" aria-hidden="true">
              <PieceGlyph
                form="mini skein"
                colourHex={mini.colourHex}
                x={36}
                y={36}
                side={74 * Math.sqrt(Math.min(1.1, (mini.cut?.massG ?? mini.wantedG) / largestG))}
                gone={mini.gone}
              />
            </svg>
            <strong>{mini.label}</strong>
            <span>{mini.mass ? <KnownMass fact={mini.mass} /> : 'not weighed'}</span>
            {mini.lengthM !== null && (
              <span className="text-ink-soft text-small">
                <Length m={mini.lengthM} />
              </span>
            )}
            {mini.colourway && <span className="text-small">{mini.colourway.name}</span>}
            <Standing mini={mini} />
          </Link>
        </li>
      ))}
    </ul>
  );
}

function Standing({ mini }: { mini: MadeMini }) {
  const system = useSystem();
  const offG = (mini.cut?.massG ?? 0) - mini.wantedG;
  if (mini.gone) return <span className="text-ink-soft text-small">used</span>;
  if (mini.wetBy)
    return (
      <span className="text-amber font-semibold">{mini.wetBy.kind === 'dye' ? 'dyed' : 'washed'}, to be dried</span>
    );
  const inKit = mini.kit !== null && <span className="text-ink-soft text-small">in kit {mini.kit}</span>;
  if (mini.verdict === 'light' || mini.verdict === 'heavy')
    return (
      <>
        <span className="text-madder font-semibold">
          {VERDICT_WORDS[mini.verdict]}, {offG > 0 ? '+' : '−'}
          {inWords(fineMassFigure(Math.abs(offG), system))}
        </span>
        {inKit}
      </>
    );
  if (inKit) return inKit;
  return (
    <span className="text-ink-soft text-small">
      {mini.place} of {mini.places} from {lowerFirst(mini.parentLabel)}
    </span>
  );
}
