'use client';

import { Button } from 'antd';
import { HALF_WIDTH_90 } from '../../../core/common/estimate';
import { inWords, lengthFigure, lowerFirst } from '../../../core/common/format';
import { namesApart } from '../../../core/yarn/colourWords';
import { type ColourAlong, coloursFrom, laid } from '../../../core/yarn/coloursAlong';
import type { ColourRepeat } from '../../../core/yarn/colourRepeat';
import type { ColourLook, ColoursPage } from '../../../server/yarn/colours';
import { Link } from '../../../ui/controls/Link';
import { ColourStrip } from '../../../ui/drawings/ColourStrip';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { shortDate } from '../../../ui/figures/dates';
import { Length, LengthWithin } from '../../../ui/figures/Figures';
import { StretchesWords } from '../../../ui/figures/StretchesWords';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { undoMeasurement } from '../actions';
import { FabricPanel } from './FabricPanel';
import { MeasureColours } from './MeasureColours';

/** A yarn of several colours: how they repeat, what that makes of a fabric, and where its pieces begin. */
export function ColoursScreen({ page }: { page: ColoursPage }) {
  const { yarn, colours, pieces } = page;
  const known = pieces.filter(({ along }) => along.length > 0);
  return (
    <>
      <p className="mb-1">
        <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
      </p>
      <PageHead title="Colours along it" under={<Under page={page} />} />
      {colours.repeat && <Repeat repeat={colours.repeat} />}
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-wide items-start mt-6 max-tablet:grid-cols-[minmax(0,1fr)]">
        <section aria-labelledby="fabric">
          <h2 id="fabric" className="mb-2">
            In the fabric
          </h2>
          {colours.repeat ? (
            <FabricPanel yarn={yarn} repeat={colours.repeat} />
          ) : (
            <p className="text-ink-soft">
              Once a repeat is measured: how many stitches and rows it makes, where its colours would pool, and what
              width avoids that.
            </p>
          )}
        </section>
        <section aria-labelledby="measure">
          <h2 id="measure" className="mb-2">
            {colours.repeat ? 'Measure once more' : 'Measure a repeat'}
          </h2>
          <MeasureColours page={page} />
        </section>
      </div>
      <section aria-labelledby="pieces" className="mt-6 pt-6 border-t-[1.5px] border-line">
        <h2 id="pieces" className="mb-2">
          Where its pieces begin
        </h2>
        {known.length === 0 ? (
          <p>
            Nobody has noted where in the repeat a piece begins. Measure from one of its ends, mark the changes while
            you wind it (keys 1 to 9), or note one change on its page: it is kept through every later winding.
          </p>
        ) : (
          <ul className="grid gap-4">
            {known.map(({ piece, along }) => (
              <li key={piece.id}>
                <p className="flex flex-wrap gap-x-4 mb-1">
                  <Link href={`/pieces/${piece.id}`}>{piece.label}</Link>
                  <span className="text-ink-soft">
                    {piece.form === 'hank'
                      ? 'the end that leaves first is on the left'
                      : 'its inner end is on the left'}
                  </span>
                  {piece.lengthM && <LengthWithin m={piece.lengthM} />}
                  <Link href={`/winding/plan/${piece.id}`}>Wind a pair that begin alike</Link>
                </p>
                <ColourStrip stretches={along} title={`${piece.label}, from the left`} />
                <p className="flex flex-wrap justify-between gap-x-4 mt-1 text-small text-ink-soft">
                  <Beginning colours={along} />
                  <Beginning colours={coloursFrom('outer', along)} />
                </p>
              </li>
            ))}
          </ul>
        )}
        {known.some(({ along }) => along.some(({ sure }) => !sure)) && (
          <p className="mt-3 text-ink-soft">
            Where a strip is pale, no change was seen near: the order is right, the places are not. What is marked while
            it is wound, or measured more often, makes them sure.
          </p>
        )}
      </section>
      {colours.looks.length > 0 && <Looks looks={colours.looks} />}
    </>
  );
}

/** What is known, in a sentence. */
function Under({ page: { colours } }: { page: ColoursPage }) {
  const system = useSystem();
  const { order, repeat } = colours;
  if (repeat) {
    const within = inWords(lengthFigure(HALF_WIDTH_90 * repeat.lengthM.sd, system));
    return (
      <>
        A repeat is{' '}
        <strong className="text-ink text-lead">
          <Length m={repeat.lengthM.mean} /> ± {within}
        </strong>
        ; from one to the next it varies by ± <Length m={HALF_WIDTH_90 * repeat.spreadM} />. Measured{' '}
        {timesInWords(repeat.measured)}.
      </>
    );
  }
  if (order.length === 0)
    return <>For yarn that changes colour: how long a repeat is, and what it makes of a fabric.</>;
  const names = namesApart(order);
  return <>Seen so far: {order.map((hex) => names[hex]).join(', ')}. Not all of them were measured whole yet.</>;
}

function timesInWords(measured: number): string {
  const times = Number(measured.toFixed(1));
  return times === 1 ? 'once' : `${times} times over`;
}

/** The first colours from one end, where they are sure. */
function Beginning({ colours }: { colours: readonly ColourAlong[] }) {
  const system = useSystem();
  const first = colours.slice(0, 3);
  const names = namesApart(first.flatMap(({ hex }) => hex ?? []));
  if (!first[0]?.sure) return <span>not known here</span>;
  return (
    <span>
      {first
        .map(({ hex, fromM, toM }) => `${hex ? names[hex] : 'not known'} ${inWords(lengthFigure(toM - fromM, system))}`)
        .join(', ')}
      , …
    </span>
  );
}

/** One repeat to scale, each colour with its name and length beneath. */
function Repeat({ repeat }: { repeat: ColourRepeat }) {
  const names = namesApart(repeat.stretches.map(({ hex }) => hex));
  return (
    <figure className="m-0 mt-4">
      <ColourStrip stretches={laid(repeat.stretches)} title="One repeat, to scale" />
      <ol className="flex gap-1 mt-1">
        {repeat.stretches.map(({ hex, lengthM }, i) => (
          <li key={i} className="basis-0 min-w-[56px] leading-[1.3] text-small" style={{ flexGrow: lengthM }}>
            {names[hex]}
            <br />
            <span className="text-ink-soft">
              <Length m={lengthM} />
            </span>
          </li>
        ))}
      </ol>
    </figure>
  );
}

/** Each time that somebody looked, with a way to take it back. */
function Looks({ looks }: { looks: readonly ColourLook[] }) {
  const { busy, problem, run } = useTask();
  return (
    <section aria-labelledby="found" className="mt-6 pt-6 border-t-[1.5px] border-line">
      <h2 id="found" className="mb-2">
        What was measured
      </h2>
      <ul>
        {looks.map(({ operationId, pieceId, pieceLabel, at, stretches, measured }) => (
          <li
            key={`${operationId} ${pieceId}`}
            className="grid grid-cols-[1fr_auto] items-center gap-y-1 gap-x-4 py-1 border-t border-line"
          >
            <span className="flex flex-wrap items-center gap-x-3">
              <StretchesWords stretches={stretches} />
              <span className="text-ink-soft">
                {lowerFirst(pieceLabel)}, {shortDate(at)}
              </span>
            </span>
            {measured ? (
              <Button
                size="small"
                type="text"
                loading={busy}
                onClick={() => run(() => undoMeasurement(operationId))}
                aria-label={`Take back: colours of ${pieceLabel}, ${shortDate(at)}`}
              >
                Take back
              </Button>
            ) : (
              <Link href={`/logbook/${operationId}`}>marked while it was wound</Link>
            )}
          </li>
        ))}
      </ul>
      <Problem words={problem} />
      {looks.length > 1 && (
        <Notice tone="plain">
          What does not keep to the order of the longest of these is not counted in: see whether a change was missed.
        </Notice>
      )}
    </section>
  );
}
