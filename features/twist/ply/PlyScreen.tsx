'use client';

import { Button, Segmented } from 'antd';
import { withoutAt } from '../../../core/common/changedAt';
import dynamic from 'next/dynamic';
import { useState } from 'react';
import { contained } from '../../../ui/feedback/contained';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { Link } from '../../../ui/controls/Link';
import { type Estimate, product } from '../../../core/common/estimate';
import { inWords, lengthFigure, lowerFirst, upperFirst } from '../../../core/common/format';
import { readOrNull, reading } from '../../../core/common/inputError';
import {
  leftoverExpectedM,
  chainLoops,
  livelinessOf,
  MOST_STRANDS,
  opposite,
  plied,
  PLY_METHODS,
  PLY_SHARE,
  type PlyMethod,
  plyTwistToStart,
  turnsPerMCounted,
} from '../../../core/twist/plying';
import { parseLoopM } from '../../../core/bench/hankLoop';
import { parseSpanMm } from '../../../core/common/span';
import { endsOf } from '../../../core/bench/schools';
import { leavingOf } from '../../../core/twist/strandWays';
import { type OwnTwist, parseTurnsPerM, type TwistDirection } from '../../../core/twist/twist';
import { lengthKept, strandsOf, type TakeUp } from '../../../core/twist/takeUp';
import { strandStateOf } from '../../../core/twist/twistAccount';
import type { TwistLimits } from '../../../core/twist/twistSeverity';
import { inMetres, parseNumber, type UnitSystem } from '../../../core/common/units';
import type { ScaleTool } from '../../../server/bench/bench';
import type { PlyPage, PlySingle } from '../../../server/twist/plying';
import { TextField } from '../../../ui/controls/Field';
import { FineMass, Length, LengthWithin, Span, Twist } from '../../../ui/figures/Figures';
import { Choice } from '../../../ui/controls/Choice';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import { leavingPictures } from '../../../ui/strand/ways';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';
import { BobbinSplit } from './BobbinSplit';
import type { PlyDraft } from './plyDraft';
import { PlyLog } from './PlyLog';
import styles from './PlyScreen.module.css';
import { LIVELINESS_WORDS, METHOD_WORDS, plySentences, strengthWords } from './plyWords';
import { GAP_WORDS } from '../words';
import { Loading } from '../../../ui/feedback/Loading';
import { WhenSeen } from '../../../ui/feedback/WhenSeen';

const TwistCurve = contained(
  dynamic(() => import('../TwistCurve'), { ssr: false, loading: () => <Loading rows={7} /> }),
);

/** How singles come together, what each gets, which way and how much to ply: figures to begin with, and a sample that judges. */
export function PlyScreen({ page, scales, limits }: { page: PlyPage; scales: ScaleTool[]; limits: TwistLimits }) {
  const system = useSystem();
  const [draft, set, forget] = usePlyDraft(page);
  const isOfSeveral = draft.method === 'two cakes' || draft.method === 'bobbins';
  // Others that were chosen wait until the method takes them again.
  const chosen = draft.pieceIds
    .flatMap((id) => page.singles.find(({ pieceId }) => pieceId === id) ?? [])
    .slice(0, isOfSeveral ? MOST_STRANDS : 1);
  const [first] = chosen;
  const own = ownOf(draft, first, system);
  const outcome = plyOf(draft, chosen);
  const startPerM = readOrNull(() => startOf(draft, own, outcome, system));
  if (page.singles.length === 0)
    return (
      <>
        <h1>Ply</h1>
        <p className="text-ink-soft">
          There is nothing to ply yet: wind a single into a cake, or put it on the shelf on its bobbin.{' '}
          <Link href="/yarns/new">Add a yarn</Link>.
        </p>
      </>
    );
  return (
    <>
      <PageHead title="Ply">
        <ActionLink href="/twist/wheel" quiet>
          At the wheel
        </ActionLink>
      </PageHead>
      <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-y-4 gap-x-wide mt-3 max-tablet:grid-cols-[minmax(0,1fr)]">
        <section className="grid grid-cols-[minmax(0,1fr)] gap-4 content-start">
          <label className="[&_span]:font-semibold grid gap-1">
            <span>{isOfSeveral ? 'The first strand' : 'What is plied'}</span>
            <PieceSelect
              page={page}
              value={first?.pieceId}
              onPick={(id) => set({ pieceIds: [id, ...draft.pieceIds.slice(1).filter((each) => each !== id)] })}
            />
          </label>
          <div role="group" aria-label="How the strands come together">
            <Segmented
              block
              options={PLY_METHODS.map((method) => ({ value: method, label: METHOD_WORDS[method].name }))}
              value={draft.method}
              onChange={(method) =>
                set({ method, left: method === 'bobbins' ? 'turning' : draft.left === 'turning' ? 'near' : draft.left })
              }
            />
            <p className="mt-1 text-ink-soft first-letter:uppercase">
              {METHOD_WORDS[draft.method].why}.{first?.lastMethod === draft.method && ' This yarn was plied so last.'}
            </p>
          </div>
          {isOfSeveral && first && <OtherStrands page={page} draft={draft} set={set} />}
          {draft.method === 'chain' && <ChainWords draft={draft} set={set} singleM={first?.lengthM ?? null} />}
          {first && draft.method !== 'bobbins' && (
            <PictureChoice
              question={
                draft.method === 'both ends' ? 'It stands, and both ends are pulled' : 'How it gives its strand'
              }
              value={draft.left}
              onChange={(left) => left && set({ left })}
              pictures={leavingPictures(
                draft.method === 'both ends' ? 'cake' : first.form,
                draft.method === 'both ends' ? 'inner' : plyEnd(first),
                first.colourHex,
              )}
            />
          )}
          {first && <SinglesTwist draft={draft} set={set} single={first} own={own} outcome={outcome} />}
          {first && <StartFigure draft={draft} set={set} own={own} outcome={outcome} />}
        </section>
        <section className="grid grid-cols-[minmax(0,1fr)] gap-4 content-start" aria-label="What it comes to">
          {!first ? (
            <p className="text-ink-soft">Choose what is to be plied.</p>
          ) : (
            <>
              <Outcome
                outcome={outcome}
                chosen={chosen}
                own={own}
                limits={limits}
                leans={own?.direction ?? draft.leans}
                lengthM={pliedLength(outcome, draft.method, chosen, startPerM, page.takeUp)}
              />
              {chosen.length === 1 && (first.plies ?? 1) === 1 && <Compared single={first} scales={scales} />}
            </>
          )}
        </section>
      </div>
      {first && (
        <>
          {draft.method === 'bobbins' && chosen.length === 1 && first.form !== 'bobbin' && (
            <BobbinSplit key={`bobbins of ${first.pieceId}`} single={first} scales={scales} />
          )}
          <PlyLog
            key={`log of ${first.pieceId}`}
            onLogged={forget}
            draft={draft}
            chosen={chosen}
            turns={startPerM}
            scales={scales}
          />
        </>
      )}
    </>
  );
}

/** How the yarn that one came here with was plied last; that of two strands needs two to be chosen. */
function lastMethodIn({ singles, chosen }: PlyPage): PlyMethod | null {
  const single = singles.find(({ pieceId }) => pieceId === chosen[0]) ?? singles[0];
  return single?.lastMethod ?? null;
}

function usePlyDraft(page: PlyPage): [PlyDraft, (change: Partial<PlyDraft>) => void, () => void] {
  const asked = page.chosen.join();
  const [first] = page.singles;
  const initial: PlyDraft = {
    pieceIds: page.chosen.length > 0 ? page.chosen : first ? [first.pieceId] : [],
    method: page.chosen.length > 1 ? 'bobbins' : (lastMethodIn(page) ?? 'both ends'),
    left: 'near',
    spun: '',
    leans: 'Z',
    share: String(Number(PLY_SHARE.toFixed(2))),
    foldTurns: '',
    foldOver: '10 cm',
    loop: '30 cm',
  };
  const [{ asked: askedBefore, ...before }, keep, forget] = useKeptChoices('ply draft', { ...initial, asked });
  // Come here with other pieces, one starts with those.
  const draft: PlyDraft = askedBefore === asked ? before : initial;
  const there = draft.pieceIds.filter((id) => page.singles.some(({ pieceId }) => pieceId === id));
  return [
    // What was plied meanwhile is not there any more: begin with what is.
    there.length > 0 ? { ...draft, pieceIds: there } : initial,
    (change) => keep({ ...draft, ...change, asked }),
    forget,
  ];
}

function PieceSelect({
  page,
  value,
  without = [],
  onPick,
}: {
  page: PlyPage;
  value: number | undefined;
  /** Strands that are chosen already. */
  without?: readonly number[];
  onPick: (id: number) => void;
}) {
  return (
    <Choice
      value={value === undefined ? '' : String(value)}
      options={[
        ...(value === undefined ? [['', 'choose'] as const] : []),
        ...page.singles
          .filter(({ pieceId }) => !without.includes(pieceId))
          .map(({ pieceId, label, yarnName }) => [String(pieceId), `${yarnName}: ${lowerFirst(label)}`] as const),
      ]}
      onChange={(id) => id !== '' && onPick(Number(id))}
    />
  );
}

const ORDINALS = ['second', 'third', 'fourth', 'fifth', 'sixth'];

/** The strands beside the first one: two make a two-ply, more are added one by one. */
function OtherStrands({
  page,
  draft: { pieceIds },
  set,
}: {
  page: PlyPage;
  draft: PlyDraft;
  set: (change: Partial<PlyDraft>) => void;
}) {
  const others = pieceIds.slice(1);
  const there = page.singles.length;
  // One that is still to be chosen is asked for; a third only when it is wanted.
  const [isMore, setMore] = useState(false);
  const shown = others.length + (others.length === 0 || isMore ? 1 : 0);
  return (
    <div className="grid gap-2">
      {Array.from({ length: Math.min(shown, MOST_STRANDS - 1) }, (_, i) => (
        <div key={i} className="grid grid-cols-[minmax(0,1fr)_auto] gap-2 items-end">
          <label className="[&_span]:font-semibold grid gap-1">
            <span>The {ORDINALS[i]} strand</span>
            <PieceSelect
              page={page}
              value={others[i]}
              without={pieceIds.filter((id) => id !== others[i])}
              onPick={(id) => {
                setMore(false);
                set({ pieceIds: [...pieceIds.slice(0, i + 1), id, ...pieceIds.slice(i + 2)] });
              }}
            />
          </label>
          {i > 0 && (
            <Button
              type="text"
              onClick={() => {
                setMore(false);
                set({ pieceIds: withoutAt(pieceIds, i + 1) });
              }}
            >
              Without it
            </Button>
          )}
        </div>
      ))}
      {others.length > 0 && !isMore && pieceIds.length < Math.min(MOST_STRANDS, there) && (
        <Button className="justify-self-start" onClick={() => setMore(true)}>
          One strand more
        </Button>
      )}
    </div>
  );
}

/** A chain in loops: each strand is a third of the single, and each loop is of one stretch of it. */
function ChainWords({
  draft: { loop },
  set,
  singleM,
}: {
  draft: PlyDraft;
  set: (change: Partial<PlyDraft>) => void;
  singleM: number | null;
}) {
  const system = useSystem();
  const loopM = reading(() => parseLoopM(loop, system, ''));
  const chain =
    singleM === null || loopM.value === undefined ? undefined : readOrNull(() => chainLoops(singleM / 3, loopM.value!));
  return (
    <div className="grid gap-1">
      <TextField
        name="chain loop"
        label="Each loop is as long as"
        value={loop}
        onChange={(typed) => set({ loop: typed })}
        error={loopM.error ?? (chain === null ? 'between 5 cm and 5 m' : undefined)}
      />
      {chain && (
        <p className="text-ink-soft">
          About {chain.loops} loops, each of <Span mm={chain.singleM * 1000} /> of single: its three strands are a third
          of the single each, and its colour stays together. Where a loop is pulled through, a small knob lies in the
          yarn, every <Span mm={(chain.singleM * 1000) / 3} />.
        </p>
      )}
    </div>
  );
}

/** A package gives its inner end where it has one. */
const plyEnd = ({ form }: PlySingle) => (endsOf(form).includes('inner') ? ('inner' as const) : ('outer' as const));

type Outcome = ReturnType<typeof plyOf>;

function plyOf(draft: PlyDraft, chosen: readonly PlySingle[]) {
  return reading(() => {
    const [first] = chosen;
    const packages = chosen.map(({ twist }) => strandStateOf(twist));
    const from = leavingOf(draft.left, first ? plyEnd(first) : 'inner', first?.twist.loopM ?? null) ?? {
      mode: 'rotating' as const,
    };
    const side = draft.left === 'far' ? ('far' as const) : ('near' as const);
    return plied({ method: draft.method, packages, from, side, gristMPerG: first?.gristMPerG ?? 4 });
  });
}

/**
 * How long the ply comes out, and how sure that is: as long as its strands reach, less what lying at an angle takes up.
 */
function pliedLength(
  { value }: Outcome,
  method: PlyMethod,
  chosen: readonly PlySingle[],
  turnsPerM: number | null,
  takeUp: TakeUp,
): Estimate | null {
  const lengths = chosen.map(({ length }) => length);
  if (!value || lengths.some((length) => length === null)) return null;
  const strands = strandsOf(
    method,
    chosen.map(({ yarnId, gristMPerG }) => ({ yarnId, grist: { mean: gristMPerG, sd: 0 } })),
  );
  const shortest = lengths.reduce((a, b) => (b!.mean < a!.mean ? b : a))!;
  const reach = { mean: value.pliedM, sd: (value.pliedM * shortest.sd) / shortest.mean };
  return product(reach, lengthKept(strands, turnsPerM, takeUp));
}

/** The singles' own twist: as it is typed, else as it is known. */
function ownOf(draft: PlyDraft, single: PlySingle | undefined, system: UnitSystem): OwnTwist | null {
  const typed = draft.spun.trim() === '' ? null : readOrNull(() => parseTurnsPerM(draft.spun, system, ''));
  if (typed) return { direction: draft.leans, turnsPerM: typed };
  return single?.own ?? null;
}

/** What to ply with: as the fold-back sample has it, else the share of the singles' twist. */
function startOf(draft: PlyDraft, own: OwnTwist | null, outcome: Outcome, system: UnitSystem): number | null {
  const folded = foldedPerM(draft, system);
  if (folded !== null) return folded;
  if (!own) return null;
  const changes = outcome.value?.strands.map(({ change }) => change) ?? [];
  return plyTwistToStart(own, changes, parseNumber(draft.share, 'share')).turnsPerM;
}

function foldedPerM({ foldTurns, foldOver }: PlyDraft, system: UnitSystem): number | null {
  if (foldTurns.trim() === '') return null;
  return readOrNull(() =>
    turnsPerMCounted(parseNumber(foldTurns, ''), parseSpanMm(foldOver, system, { lowMm: 10, highMm: 1000 }, '')),
  );
}

function SinglesTwist({
  draft,
  set,
  single,
  own,
  outcome,
}: {
  draft: PlyDraft;
  set: (change: Partial<PlyDraft>) => void;
  single: PlySingle;
  own: OwnTwist | null;
  outcome: Outcome;
}) {
  const system = useSystem();
  const isPlied = (single.plies ?? 1) > 1;
  const error = draft.spun.trim() === '' ? undefined : reading(() => parseTurnsPerM(draft.spun, system, '')).error;
  return (
    <div>
      <div className={styles.pair}>
        <TextField
          name="spun"
          label={isPlied ? 'Their ply twist' : 'The singles’ twist'}
          value={draft.spun}
          onChange={(spun) => set({ spun })}
          error={error}
          placeholder={inMetres(system) ? 't/m' : 'tpi'}
          hint={
            single.own ? (
              <>
                empty: <Twist perM={single.own.turnsPerM} /> {single.own.direction}, as it is known
              </>
            ) : (
              <>
                not known; <Link href={`/pieces/${single.pieceId}?how=twist#measure`}>count it</Link>, or type it
              </>
            )
          }
          inputMode="decimal"
        />
        {(draft.spun.trim() !== '' || single.leans === null) && (
          <div role="group" aria-labelledby="leans">
            <div id="leans">spun</div>
            <Segmented
              aria-label="Spun"
              options={['S', 'Z']}
              value={draft.leans}
              onChange={(leans) => set({ leans: leans as 'S' | 'Z' })}
            />
          </div>
        )}
      </div>
      {isPlied ? (
        <p className="text-ink-soft">
          It is plied already, of {single.plies} strands: plied once more it becomes a cable, against its own ply twist.
          How much twist its singles have is another figure, and not asked for here.
        </p>
      ) : (
        own && (
          <>
            <p className="text-ink-soft">{LIVELINESS_WORDS[livelinessOf(own, single.strandMm)]}</p>
            <p className="text-ink-soft">{strengthWords(own, outcome.value, single.strandMm, system)}</p>
            {single.plies === null && (
              <p className="text-ink-soft">
                Whether it is a single nobody has noted: of a plied yarn, this is its ply twist.{' '}
                <Link href={`/yarns/${single.yarnId}`}>Note its plies</Link>.
              </p>
            )}
          </>
        )
      )}
    </div>
  );
}

/** Which way and how much to ply: a figure to begin with, and the sample that decides. */
function StartFigure({
  draft,
  set,
  own,
  outcome,
}: {
  draft: PlyDraft;
  set: (change: Partial<PlyDraft>) => void;
  own: OwnTwist | null;
  outcome: Outcome;
}) {
  const system = useSystem();
  const start = reading(() => startOf(draft, own, outcome, system));
  const folded = foldedPerM(draft, system);
  const direction = opposite(own?.direction ?? draft.leans);
  const foldError =
    draft.foldTurns.trim() !== '' && folded === null ? 'turns over a length, like 14 over 10 cm' : undefined;
  return (
    <div className="[&_h2]:text-title">
      <h2>Ply it {direction}</h2>
      {start.value ? (
        <p className="[&_strong]:text-huge [&_strong]:font-bold text-lead">
          <strong>
            <Twist perM={start.value} />
          </strong>{' '}
          {folded === null ? 'to begin with' : 'as your sample has it'}
        </p>
      ) : (
        <p className="text-ink-soft">How much is shown once the singles’ twist is known, or a sample is counted.</p>
      )}
      <div className="grid grid-cols-[repeat(3,minmax(0,1fr))] gap-4 max-tablet:grid-cols-[minmax(0,1fr)]">
        <TextField
          name="share"
          label="Ply twist as a share of the singles'"
          value={draft.share}
          onChange={(share) => set({ share })}
          error={start.error}
          hint="0.67 is a rule of thumb"
          inputMode="decimal"
        />
        <TextField
          name="foldTurns"
          label="Plyback sample: turns"
          value={draft.foldTurns}
          onChange={(foldTurns) => set({ foldTurns })}
          error={foldError}
          inputMode="decimal"
        />
        <TextField name="foldOver" label="over" value={draft.foldOver} onChange={(foldOver) => set({ foldOver })} />
      </div>
      <p className="text-ink-soft">
        The sample is the judge: let a fresh length of the single fold back on itself and twist up until it rests. Count
        its turns: that is the ply twist at which it lies quiet.
      </p>
    </div>
  );
}

function Outcome({
  outcome,
  chosen: [first],
  own,
  limits,
  leans,
  lengthM,
}: {
  outcome: Outcome;
  chosen: readonly PlySingle[];
  own: OwnTwist | null;
  limits: TwistLimits;
  /** Which way the strands are spun. */
  leans: TwistDirection;
  /** Of the ply; null where nothing tells it. */
  lengthM: Estimate | null;
}) {
  const system = useSystem();
  if (!first) return null;
  if (!outcome.value)
    return (
      <Notice tone="tight" role="status">
        {upperFirst(outcome.error!)}.
      </Notice>
    );
  const { strands, pliedM, leftoverM } = outcome.value;
  return (
    <>
      {first.twist.gap && <Notice tone="tight">{GAP_WORDS[first.twist.gap]} What follows is what plying adds.</Notice>}
      <div role="status" className="grid gap-1">
        {lengthM && (
          <p className="text-title font-semibold">
            About <LengthWithin m={lengthM} /> of ply
            {leftoverM > 0.5 ? (
              <>
                ; <Length m={leftoverM} /> of the longer one is left over
              </>
            ) : (
              ''
            )}
            .
          </p>
        )}
        {plySentences(outcome.value, own, limits, system, opposite(leans)).map((sentence, i) => (
          <p key={i}>{sentence}</p>
        ))}
      </div>
      <div className="relative h-[260px]">
        <WhenSeen rows={7}>
          <TwistCurve
            curves={strands.map(({ change }, i) => ({
              change,
              colour: i === 0 ? 'ink' : first.colourHex,
              dashed: i > 0,
            }))}
            own={own}
            limits={limits}
            atM={null}
            label={`What each strand gets along ${inWords(lengthFigure(pliedM, system))} of ply`}
          />
        </WhenSeen>
      </div>
      <p className={`${styles.legend} flex flex-wrap gap-y-1 gap-x-6`}>
        {strands.map(({ name }, i) => (
          <span key={name} data-dashed={i > 0}>
            {name}
          </span>
        ))}
      </p>
    </>
  );
}

/** One cake or two bobbins, with figures for this single. */
function Compared({ single: { massG, lengthM, gristMPerG }, scales }: { single: PlySingle; scales: ScaleTool[] }) {
  if (massG === null || lengthM === null) return null;
  const resolutionG = Math.min(...scales.map(({ resolutionG }) => resolutionG), 1);
  return (
    <p className="text-ink-soft">
      Split over two bobbins it would be <FineMass g={massG / 2} /> on each; about{' '}
      <Length m={leftoverExpectedM({ massG, gristMPerG, resolutionG })} /> of one would be left over, as the scale and a
      single that is finer here and coarser there have it. Both ends of one cake leave nothing.
    </p>
  );
}
