'use client';

import { plural } from '../../core/common/format';
import { Link } from '../../ui/controls/Link';
import type { BenchRun } from '../../server/days/today';
import type { WindingPage } from '../../server/winding/planPages';
import type { ShelfCard } from '../../server/yarn/shelf';
import { ActionLink } from '../../ui/controls/ActionLink';
import { NothingYet } from '../../ui/feedback/NothingYet';
import { Mass } from '../../ui/figures/Figures';
import { RunsUnderWay } from '../../ui/figures/RunsUnderWay';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';

/** What is on the winder, and what could go on it next. */
export function WindingScreen({
  page: { yarns, older, stoodDays, earliestDays },
  runs,
}: {
  page: WindingPage;
  runs: BenchRun[];
}) {
  const waiting = yarns.flatMap((yarn) =>
    yarn.pieces.filter(({ openRunId }) => openRunId === null).map((piece) => ({ yarn, piece })),
  );
  const hanks = waiting.filter(({ piece }) => piece.form === 'hank');
  const others = waiting.filter(({ piece }) => piece.form !== 'hank');
  return (
    <>
      <h1 className="mb-4">Winding</h1>
      <RunsUnderWay runs={runs} />
      {waiting.length === 0 && runs.length === 0 ? (
        <NothingYet title="No hank is waiting" drawn={['hank', 'cake']} question="Ask whether it fits your winder">
          <p>
            <Link href="/yarns/new">Add a yarn</Link>, and its hanks are here: choose one, see whether your winder holds
            it, and count it onto its spindle.
          </p>
        </NothingYet>
      ) : (
        <>
          <h2 className="mt-6 mr-0 mb-3 ml-0">Hanks to wind</h2>
          {hanks.length > 0 ? (
            <Pieces waiting={hanks} />
          ) : (
            <div className="flex flex-wrap items-center gap-y-3 gap-x-6">
              <p>No hank is waiting.</p>
              <ActionLink href="/yarns/new" quiet>
                Add a yarn
              </ActionLink>
            </div>
          )}
        </>
      )}
      {older && (
        <p>
          These are of the yarns that came in last. Any other is found <Link href="/yarns">on the shelf</Link>.
        </p>
      )}
      {others.length > 0 && (
        <>
          <h2 className="mt-6 mr-0 mb-3 ml-0">Cakes, balls and cones to wind again</h2>
          <Pieces waiting={others} stoodDays={stoodDays} />
          {Object.keys(stoodDays).length > 0 && (
            <p>
              Wound more than {plural(earliestDays, 'day')} ago: a cake that is stored stretches its yarn. Use it soon,
              or wind it again loosely.
            </p>
          )}
        </>
      )}
      <p className="mt-6">
        No winder or swift at hand? <Link href="/winding/by-hand">By hand, in moving drawings</Link>.
      </p>
    </>
  );
}

function Pieces({
  waiting,
  stoodDays = {},
}: {
  waiting: { yarn: ShelfCard; piece: ShelfCard['pieces'][number] }[];
  stoodDays?: Record<number, number>;
}) {
  return (
    <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(300px,100%),1fr))] gap-y-1 gap-x-6">
      {waiting.map(({ yarn, piece }) => (
        <li key={piece.id}>
          <Link
            href={`/winding/plan/${piece.id}`}
            className="[&_svg]:flex-none flex items-center gap-4 p-1 rounded-md no-underline hover:bg-sunk hover:text-ink"
          >
            <svg width={92} height={92} aria-hidden="true">
              <PieceGlyph
                form={piece.form}
                colourHex={yarn.colourHex}
                x={46}
                y={46}
                side={Math.min(90, glyphSide(piece.massG) * 0.86)}
              />
            </svg>
            <span className="min-w-0">
              <strong>{yarn.name}</strong>
              <br />
              {piece.label}, {piece.massG === null ? 'not weighed' : <Mass g={piece.massG} />}
              {stoodDays[piece.id] !== undefined && `, wound ${plural(stoodDays[piece.id]!, 'day')} ago`}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
