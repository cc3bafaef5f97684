'use client';

import { heatInWords, shareInWords } from '../../core/dyeing/recipeWords';
import { Button } from 'antd';
import { depthOf } from '../../core/dyeing/shadeSeries';
import type { BathPage } from '../../server/dyeing/bathPages';
import { ActionLink } from '../../ui/controls/ActionLink';
import { Link } from '../../ui/controls/Link';
import { Pictures } from '../../ui/drawings/Pictures';
import { Cautions } from '../../ui/feedback/Cautions';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useAsSeen } from '../../ui/feedback/useAsSeen';
import { useTask } from '../../ui/feedback/useTask';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { dateAndTime, shortDate } from '../../ui/figures/dates';
import { KnownMass, Mass } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { markBath, putInPot, takeOutOfPot, takePictureAway } from './actions';
import { Dyed } from './Dyed';
import { Measures } from './Measures';
import { OutcomePanel } from './OutcomePanel';

/** One bath: what is measured out, what goes in, and what came out of it. */
export function BathScreen({ bath }: { bath: BathPage }) {
  const { recipe, fibreG, potMl, scaleStepG, at, operationId } = bath;
  // One for both: what is under way holds up all that is done with the bath.
  const task = useTask();
  const heat = heatInWords(recipe);
  return (
    <article>
      <p>
        <Link href="/dyeing">Dye book</Link>
      </p>
      <BathHead bath={bath} task={task} />
      {bath.deletedAt !== null && (
        <Notice tone="tight">This bath was deleted; it is at the foot of the dye book.</Notice>
      )}
      <div className="grid grid-cols-[1.4fr_1fr] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <div className="grid gap-4">
          <section className="grid gap-3 p-4 rounded-lg bg-card" aria-labelledby="measures">
            <h2 id="measures">
              Measure out for <Mass g={fibreG} /> of dry fibre
            </h2>
            <Measures recipe={recipe} fibreG={fibreG} potMl={potMl} scaleStepG={scaleStepG} />
            {heat && (
              <p>
                Then <strong>{heat}</strong>.
              </p>
            )}
          </section>
          {bath.note && <blockquote className="m-0 pl-4 border-l-[4px] border-line text-body">{bath.note}</blockquote>}
          {at === null && <Cautions cautions={bath.cautions} />}
        </div>
        <div className="grid gap-6">
          <InThePot bath={bath} task={task} />
          {operationId !== null && (
            <>
              <OutcomePanel key={`${bath.colourHex} ${bath.name} ${bath.dyeLot}`} bath={bath} />
              <section aria-labelledby="pictures">
                <h2 id="pictures">Pictures</h2>
                <Pictures
                  of="the bath"
                  to={`/api/operations/${operationId}/pictures`}
                  pictures={bath.pictures}
                  takePictureAway={takePictureAway}
                />
              </section>
            </>
          )}
          {bath.seriesBaths.length > 1 && <Series bath={bath} />}
        </div>
      </div>
      <p className="mt-6 text-ink-soft">In the book since {shortDate(bath.createdAt)}.</p>
    </article>
  );
}

interface BathPart {
  bath: BathPage;
  task: ReturnType<typeof useTask>;
}

/** What it is called, and what can be made of the bath as a whole. */
function BathHead({ bath: { id, name, dyeLot, colourHex, recipe, at }, task: { busy, run } }: BathPart) {
  const offer = useUndoOffer();
  const remove = () =>
    run(
      () => markBath(id, true),
      () => {
        offer({ words: `${name} is deleted.`, undo: () => markBath(id, false) });
        return '/dyeing';
      },
    );
  return (
    <PageHead
      title={
        <span className="inline-flex items-center gap-3">
          <Dyed hex={colourHex} size={44} />
          {name}
        </span>
      }
      under={[dyeLot && `lot ${dyeLot}`, at ? `dyed ${dateAndTime(at)}` : 'to be dyed'].filter(Boolean).join(', ')}
    >
      <ActionLink href={`/dyeing/new?again=${id}`}>Make it again</ActionLink>
      {depthOf(recipe) > 0 && (
        <ActionLink href={`/dyeing/series?from=${id}`} quiet>
          A series of shades
        </ActionLink>
      )}
      <ActionLink href={`/dyeing/${id}/edit`} quiet>
        Edit
      </ActionLink>
      <Button type="text" onClick={remove} disabled={busy}>
        Delete
      </Button>
    </PageHead>
  );
}

/** The pieces that are dyed in it, and the step that puts them into the pot. */
function InThePot({ bath: { id, pieces, at, operationId, goesIn }, task: { busy, problem, run } }: BathPart) {
  const offer = useUndoOffer();
  const asSeen = useAsSeen();
  const toPot = pieces.filter(({ gone }) => !gone);
  const put = () =>
    run(
      (keyOf) => asSeen(putInPot(id, goesIn, keyOf({ put: id, goesIn }))),
      ({ id: operation }) =>
        offer({
          words: 'They are in the pot. From now on they wait in Today to be dry.',
          undo: () => takeOutOfPot(operation),
        }),
    );
  return (
    <section aria-labelledby="in">
      <h2 id="in">{at === null ? 'What goes in' : 'What went in'}</h2>
      <ul className="grid gap-1">
        {pieces.map((piece) => (
          <DyedPiece key={piece.id} piece={piece} />
        ))}
      </ul>
      {at === null &&
        (toPot.length > 0 ? (
          <Button type="primary" size="large" className="mt-3" onClick={put} disabled={busy}>
            {toPot.length === 1 ? 'It goes' : `All ${toPot.length} go`} into the pot now
          </Button>
        ) : (
          <p className="text-ink-soft">
            No pieces are chosen: begin the bath from a piece, or from a plan of minis, and the book knows what was
            dyed.
          </p>
        ))}
      {operationId !== null && (
        <p className="mt-2">
          <Link href={`/logbook/${operationId}`}>In the logbook</Link>
        </p>
      )}
      <Problem words={problem} />
    </section>
  );
}

function DyedPiece({
  piece: { id, label, form, colourHex, yarnId, yarnName, mass, isWet, gone },
}: {
  piece: BathPage['pieces'][number];
}) {
  return (
    <li className="flex gap-2 items-center" data-gone={gone}>
      <svg width={34} height={34} aria-hidden="true" className="flex-none">
        <PieceGlyph form={form} colourHex={colourHex} x={17} y={17} side={32} gone={gone} />
      </svg>
      <span>
        <Link href={`/pieces/${id}`}>{label}</Link>
        <span className="text-ink-soft">
          {' of '}
          <Link href={`/yarns/${yarnId}`}>{yarnName}</Link>
          {mass && (
            <>
              , <KnownMass fact={mass} />
            </>
          )}
          {isWet && ', wet'}
          {gone && ', used since'}
        </span>
      </span>
    </li>
  );
}

/** The baths that were planned with it, from the first to the last, as a strip. */
function Series({ bath: { id, seriesBaths } }: { bath: BathPage }) {
  return (
    <section aria-labelledby="series">
      <h2 id="series">Planned together</h2>
      <ol className="flex flex-wrap gap-3 mt-2">
        {seriesBaths.map((each) => (
          <li key={each.id} className="grid justify-items-center text-center text-small">
            <Link
              href={`/dyeing/${each.id}`}
              aria-current={each.id === id ? 'page' : undefined}
              className="grid justify-items-center gap-1"
            >
              <Dyed hex={each.colourHex} size={44} />
              {each.name}
            </Link>
            <span className="text-ink-soft">{shareInWords(depthOf(each.recipe))}</span>
          </li>
        ))}
      </ol>
    </section>
  );
}
