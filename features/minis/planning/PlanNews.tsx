'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { plural } from '../../../core/common/format';
import { contained } from '../../../ui/feedback/contained';
import type { MiniSize, Shortage } from '../../../core/minis/miniPlan';
import type { SizeAlternative } from '../../../core/minis/sizeAlternatives';
import type { MiniYarn } from '../../../server/minis/miniParents';
import type { MinisAnswer } from '../../../solver/minisWanted';
import { Length, FineMass } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import styles from './PlanNews.module.css';
import type { HandPlan } from './useHandPlan';
import type { MinisPlanning } from './useMinisPlan';
import { sizeName } from '../words';

/** Most searches are over before it would be seen. */
const WorkProgress = contained(
  dynamic(() => import('../../../ui/feedback/WorkProgress').then((module) => module.WorkProgress)),
);

/** How good the plan is, and what cannot be made, and why. */
export function PlanNews({
  planning: { answer, state, seeking, search, error, stop },
  sizes,
  yarns,
  oneKnot,
  onOneKnot,
  colours,
  oneColour,
  onOneColour,
  hand,
  taken,
}: {
  planning: MinisPlanning;
  sizes: readonly MiniSize[];
  yarns: readonly MiniYarn[];
  oneKnot: boolean;
  onOneKnot: (oneKnot: boolean) => void;
  /** What is taken changes its colour somewhere. */
  colours: boolean;
  oneColour: boolean;
  onOneColour: (oneColour: boolean) => void;
  /** Where a hand has changed it. */
  hand: Pick<HandPlan, 'worth' | 'feasible' | 'undo' | 'back'> | null;
  taken: boolean;
}) {
  if (state === 'failed')
    return (
      <Notice tone="bad" role="alert">
        {error!.message}
      </Notice>
    );
  if (!answer)
    return (
      <Notice tone="plain">
        {!taken
          ? 'Take a skein, or several, and say how large a mini is to be: what can be cut from what is drawn here.'
          : 'Say how large a mini is to be, in grams or metres, and what can be cut from what is drawn here.'}
      </Notice>
    );
  return (
    <div className="grid gap-2" aria-live="polite">
      {hand ? (
        <ByHand answer={answer} {...hand} />
      ) : (
        <HowGood answer={answer} state={state} seeking={seeking} search={search} stop={stop} />
      )}
      {answer.kits && !hand && <Kits answer={answer} sizes={sizes} yarns={yarns} />}
      {!hand &&
        answer.short.map((short) => (
          <Short
            key={short.sizeId}
            short={short}
            sizes={sizes}
            yarns={yarns}
            // Where as many as there can be are wanted, none is missing.
            wanted={answer.kits !== null || sizes.find(({ id }) => id === short.sizeId)?.count !== null}
            onOneKnot={oneKnot ? null : () => onOneKnot(true)}
          />
        ))}
      {(colours || oneColour) && (
        <p>
          {oneColour
            ? 'Cut at changes of colour too, so that each mini is of one.'
            : 'A mini may go over a change of colour.'}{' '}
          <Button size="small" onClick={() => onOneColour(!oneColour)}>
            {oneColour ? 'Colours may change in a mini' : 'One colour to a mini'}
          </Button>
        </p>
      )}
      {oneKnot && !oneColour && (
        <p>
          A mini may hold one knot where no stretch is long enough.{' '}
          <Button size="small" onClick={() => onOneKnot(false)}>
            No knots in minis
          </Button>
        </p>
      )}
    </div>
  );
}

/** Less than this cannot be told on any scale. */
const NOTHING_G = 0.05;

function HowGood({
  answer: { plan },
  state,
  seeking,
  search,
  stop,
}: { answer: MinisAnswer } & Pick<MinisPlanning, 'state' | 'seeking' | 'search' | 'stop'>) {
  const thinking = state === 'thinking';
  if (thinking && seeking === null)
    return (
      <div className={styles.thinking} role="status">
        Planning …
      </div>
    );
  if (plan.madeG === 0 && !thinking) return <Notice tone="bad">Not a single mini can be made from this.</Notice>;
  const gapG = plan.mostG - plan.madeG;
  const best =
    gapG < NOTHING_G ? (
      <>No plan makes more</>
    ) : (
      <>
        No plan makes more than <FineMass g={plan.mostG} />, this one makes <FineMass g={plan.madeG} />
      </>
    );
  if (thinking)
    return (
      <div className={styles.thinking} role="status">
        <span>{best}. Looking for one that opens fewer skeins or leaves a longer end …</span>
        <Button size="small" onClick={stop}>
          Use this plan
        </Button>
        <WorkProgress underWay={search} label="The search" />
      </div>
    );
  return (
    <Notice tone={gapG < NOTHING_G ? 'good' : 'plain'}>
      {best}
      {gapG >= NOTHING_G && ` (${((100 * gapG) / plan.mostG).toFixed(1)} % less)`}
      {plan.proven.grams && plan.proven.parents ? (
        <>, and none of these opens fewer skeins{plan.proven.left ? ' or leaves a longer end whole' : ''}: proven.</>
      ) : state === 'stopped' ? (
        '. You stopped the search here.'
      ) : (
        '. Whether fewer skeins would do is not proven.'
      )}
    </Notice>
  );
}

function ByHand({
  answer: { plan },
  worth,
  feasible,
  undo,
  back,
}: { answer: MinisAnswer } & Pick<HandPlan, 'worth' | 'feasible' | 'undo' | 'back'>) {
  const lessG = plan.madeG - (worth?.madeG ?? 0);
  return (
    <Notice tone={feasible ? 'plain' : 'bad'} role="status">
      {feasible ? (
        <>
          Changed by hand, and it can be cut so
          {Math.abs(lessG) >= NOTHING_G && (
            <>
              : <FineMass g={Math.abs(lessG)} /> {lessG > 0 ? 'less' : 'more'} than the best plan
            </>
          )}
          .{' '}
        </>
      ) : (
        <>A stretch would have to give more than it has, or more are assigned than are wanted: move a mini. </>
      )}
      {undo && (
        <>
          <Button size="small" onClick={undo}>
            Undo this change
          </Button>{' '}
        </>
      )}
      <Button size="small" onClick={back}>
        Back to the best plan
      </Button>
    </Notice>
  );
}

function Kits({
  answer,
  sizes,
  yarns,
}: {
  answer: MinisAnswer;
  sizes: readonly MiniSize[];
  yarns: readonly MiniYarn[];
}) {
  const system = useSystem();
  const { count, asked, byYarn, forOneMore } = answer.kits!;
  const limiting = byYarn.filter(({ kits }) => kits === count);
  const nameOf = (yarnId: number | null) => yarns.find(({ id }) => id === yarnId)?.name ?? 'what there is';
  const enough = asked !== null && count >= asked;
  return (
    <Notice tone={enough ? 'good' : asked === null ? 'plain' : 'tight'}>
      {asked !== null && count < asked ? (
        <strong>
          {count} of {asked} kits can be made.
        </strong>
      ) : (
        <strong>{plural(count, 'kit')}.</strong>
      )}{' '}
      {!enough && (
        <>
          {limiting.map(({ yarnId }) => nameOf(yarnId)).join(' and ')} limit{limiting.length === 1 ? 's' : ''} them
          {byYarn.length > limiting.length &&
            `; ${byYarn
              .filter(({ kits }) => kits > count)
              .map(({ yarnId, kits }) => `${nameOf(yarnId)} would do for ${kits}`)
              .join(', ')}`}
          .{' '}
          {forOneMore.length > 0 && (
            <>
              For one more:{' '}
              {forOneMore.map((short, i) => {
                const size = sizes.find(({ id }) => id === short.sizeId)!;
                return (
                  <span key={short.sizeId}>
                    {i > 0 && ', '}
                    {short.kind === 'missing' ? `${short.missing} × ` : ''}
                    {sizeName(size, system)}
                    {size.yarnId !== null && ` of ${nameOf(size.yarnId)}`}
                    {short.kind === 'missing' && (
                      <>
                        {' '}
                        (<FineMass g={short.missingG} />)
                      </>
                    )}
                  </span>
                );
              })}
              .
            </>
          )}
        </>
      )}
    </Notice>
  );
}

function Short({
  short,
  sizes,
  yarns,
  wanted,
  onOneKnot,
}: {
  short: Shortage;
  sizes: readonly MiniSize[];
  yarns: readonly MiniYarn[];
  wanted: boolean;
  onOneKnot: (() => void) | null;
}) {
  const system = useSystem();
  const size = sizes.find(({ id }) => id === short.sizeId);
  if (!size) return null;
  const gristMPerG = (yarns.find(({ id }) => id === size.yarnId) ?? yarns[0])?.gristMPerG ?? null;
  if (short.kind === 'longer than any stretch')
    return (
      <Notice tone="bad">
        <strong>{sizeName(size, system)} is longer than any stretch without a knot</strong>: with its ends and ties it
        takes more than the longest, which is <FineMass g={short.longestG} />.{' '}
        {onOneKnot && (
          <Button size="small" onClick={onOneKnot}>
            Let it hold one knot
          </Button>
        )}
      </Notice>
    );
  if (!wanted) return null;
  return (
    <Notice tone="tight">
      <strong>
        {short.missing} × {sizeName(size, system)} cannot be made
      </strong>
      : <FineMass g={short.missingG} /> more would be needed
      {gristMPerG !== null && (
        <>
          , <Length m={short.missingG * gristMPerG} />
        </>
      )}
      , in stretches that are long enough.
    </Notice>
  );
}

/** Sizes that only leave less over are told of a few. */
const MOST_LARGER = 2;

/** What another size would bring. */
export function WhatIf({
  others,
  sizes,
  onTake,
}: {
  others: readonly SizeAlternative[];
  sizes: readonly MiniSize[];
  onTake: (sizeId: string, massG: number) => void;
}) {
  const system = useSystem();
  if (others.length === 0) return null;
  const more = others.filter((other) => other.more > 0);
  const reported = [...more, ...others.filter((other) => other.more === 0).slice(0, MOST_LARGER)];
  return (
    <section
      aria-label="What if"
      className="[&_ul]:flex [&_ul]:flex-wrap [&_ul]:gap-y-1 [&_ul]:gap-x-6 [&_h2]:mb-1 [&_h2]:text-body"
    >
      <h2>What if</h2>
      <ul>
        {reported.map(({ demandId, massG, more }) => {
          const size = sizes.find(({ id }) => id === demandId);
          if (!size) return null;
          return (
            <li key={`${demandId} ${massG}`}>
              <Button size="small" onClick={() => onTake(demandId, massG)}>
                <FineMass g={massG} />
              </Button>{' '}
              instead of <FineMass g={size.massG} />
              {size.name !== '' && ` (${sizeName(size, system)})`}{' '}
              {more > 0 ? `makes ${more} more` : 'makes as many, and less is left over'}
            </li>
          );
        })}
      </ul>
    </section>
  );
}
