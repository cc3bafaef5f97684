'use client';

import { lowerFirst } from '../../../core/common/format';
import { Link } from '../../../ui/controls/Link';
import type { Lineage } from '../../../server/yarn/lineage';
import { Thread } from '../../../ui/thread/Thread';

/** Where a piece comes from, back to the paper band, and what came of it. */
export function LineagePanel({ family: { pieces, steps, bands }, pieceId }: { family: Lineage; pieceId: number }) {
  const own = pieces.find(({ id }) => id === pieceId)!;
  const labelled = pieces.map((piece) =>
    piece.yarnId === own.yarnId ? piece : { ...piece, label: `${piece.label} of ${piece.yarnName}` },
  );
  return (
    <section className="mt-10 pt-6 border-t-[1.5px] border-line" aria-labelledby="family">
      <h2 id="family">Where it comes from{own.consumedBy !== null && ', and what became of it'}</h2>
      <ul className="flex flex-wrap gap-3 mt-3 mr-0 mb-1 ml-0" aria-label="The bands that it begins with">
        {bands.map(({ yarnId, yarnName, maker, dyeLot, pictureId }) => (
          <li key={yarnId}>
            <Link
              href={`/yarns/${yarnId}/band`}
              className="flex items-center gap-3 min-h-[52px] py-2 px-4 border-[1.5px] border-line rounded-sm bg-card no-underline hover:border-acorn [&_strong]:block"
            >
              {pictureId !== null && (
                // eslint-disable-next-line @next/next/no-img-element -- served by the app itself, at the size it has
                <img className="w-[44px] h-[44px] object-cover rounded-sm" src={`/api/pictures/${pictureId}`} alt="" />
              )}
              <span>
                <strong>{yarnName}</strong>
                <span className="block text-ink-soft">
                  {[maker, dyeLot && `lot ${dyeLot}`].filter(Boolean).join(' · ') || 'its band'}
                </span>
              </span>
            </Link>
          </li>
        ))}
      </ul>
      <Thread
        colourHex={own.colourHex}
        pieces={labelled}
        steps={steps}
        label={`The line of ${lowerFirst(own.label)}, from how its yarn came in`}
      />
    </section>
  );
}
