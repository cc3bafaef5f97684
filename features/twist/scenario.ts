import { angleOnCoreDeg, radiusAtMm } from '../../core/bench/cake';
import type { PackageEnd } from '../../core/yarn/faults';
import { reading } from '../../core/common/inputError';
import type { PieceForm } from '../../core/yarn/piece';
import { endsOf } from '../../core/bench/schools';
import {
  isLoop,
  type LayingWay,
  layingOf,
  layingWayOf,
  leavingOf,
  type LeavingWay,
  waysToLeave,
} from '../../core/twist/strandWays';
import { type Access, afterSteps, type Leaving, type Round } from '../../core/twist/twist';
import {
  type LaidPart,
  type NotedLaying,
  partOnWay,
  type PieceTwist,
  strandStateOf,
  twistAccount,
  type TwistEvent,
} from '../../core/twist/twistAccount';
import type { TwistChange } from '../../core/twist/twistChange';
import type { NextTool } from '../../core/twist/rewindOptions';
import type { TwistPage, TwistTool } from '../../server/twist/twist';

/** How something leaves what it is on, as it is tried. */
export interface ScenarioLeaving {
  end: PackageEnd;
  left: LeavingWay | '';
}

/** Across its hole and across it all; of a cone across its nose and across its base. */
export type PackageSize = Pick<NotedLaying, 'coreDiameterMm' | 'outerDiameterMm'>;

/** What is tried with a piece: its steps as they were noted or otherwise, and what comes next. */
export interface Scenario {
  /** By the number of the operation. */
  left: Record<number, ScenarioLeaving>;
  laid: Record<number, LayingWay | ''>;
  /** What of a package cannot be got at, where that is known or supposed. */
  access: Record<number, Access>;
  /** How large a package was that came wound, where that is given here. */
  sizes: Record<number, PackageSize>;
  /** Wound once more before it is used. */
  again: (ScenarioLeaving & { toolKey: string; laid: LayingWay }) | null;
  use: ScenarioLeaving;
}

/** What came of a trial. */
export interface ScenarioOutcome {
  /** The piece itself, wound once more where that was tried. */
  piece: PieceTwist;
  /** Along the strand as it is used; null where that cannot be told. */
  used: TwistChange | null;
  /** Why a step cannot be, or what of it is not known. */
  problem: string | null;
}

/** A number for the piece that a trial would make. */
const SCENARIO_PIECE = -1;

/** As it was noted, and to be used as the school or the plan has it. */
export function scenarioOf({ story, piece, workFrom, next, tools }: TwistPage): Scenario {
  const scenario: Scenario = {
    left: {},
    laid: {},
    access: {},
    sizes: {},
    again: null,
    use: workedOf(piece.form, workFrom),
  };
  const events = story.map(({ event }) => event);
  story.forEach(({ operationId, event }, at) => {
    if (event.kind === 'taken') scenario.left[operationId] = { end: event.fromEnd, left: event.left ?? '' };
    const noted = partOnWay(events, at, piece.id)?.noted;
    scenario.laid[operationId] = (noted && layingWayOf(noted)) ?? '';
    scenario.access[operationId] = {
      ...(noted?.innerEnd && { innerEnd: noted.innerEnd }),
      ...(noted?.farSide && { farSide: noted.farSide }),
    };
  });
  if (!next) return scenario;
  const { rewind, use } = next;
  const tool = rewind && tools.find(({ key }) => key === rewind.toolKey);
  return {
    ...scenario,
    use: { end: use.end, left: use.left },
    again: rewind && tool ? { end: rewind.end, left: rewind.left, toolKey: tool.key, laid: rewind.laid } : null,
  };
}

function workedOf(form: PieceForm, workFrom: TwistPage['workFrom']): ScenarioLeaving {
  const wanted: PackageEnd = workFrom === 'centre' ? 'inner' : 'outer';
  const end = endsOf(form).includes(wanted) ? wanted : endsOf(form)[0]!;
  return { end, left: isLoop(form) ? 'turning' : 'near' };
}

/** What the steps of a trial do. */
export function scenarioOutcome(page: TwistPage, scenario: Scenario): ScenarioOutcome {
  const noted = page.story.map(({ event }) => event);
  const events = page.story.map(({ operationId }, at) => scenarioEvent(page, scenario, operationId, noted, at));
  const pieceId = scenario.again ? SCENARIO_PIECE : page.piece.id;
  const account = twistAccount(scenario.again ? [...events, againEvent(page, scenario.again)] : events);
  const piece = account.get(pieceId)!;
  const from = leavingFor(piece, scenario.use);
  if (!from) return { piece, used: null, problem: 'say how the strand leaves it' };
  const after = reading(() => afterSteps(strandStateOf(piece), [{ from }], page.gristMPerG).change);
  return { piece, used: after.value ?? null, problem: after.error ?? null };
}

/** What is told and drawn: along a loop as it lies, along anything wound as it is used; null where that cannot be told. */
export function alongOf({ piece, used }: ScenarioOutcome): TwistChange | null {
  return isLoop(piece.form) ? piece.change : used;
}

function leavingFor({ form, loopM }: PieceTwist, { end, left }: ScenarioLeaving): Leaving | null {
  if (left === '' || !waysToLeave(form, end).includes(left)) return null;
  return leavingOf(left, end, loopM);
}

function scenarioEvent(
  page: TwistPage,
  scenario: Scenario,
  operationId: number,
  noted: readonly TwistEvent[],
  at: number,
): TwistEvent {
  const event = noted[at]!;
  const onWay = partOnWay(noted, at, page.piece.id);
  const laid = scenario.laid[operationId] ?? '';
  const access = scenario.access[operationId] ?? {};
  const withLaying = (part: LaidPart): LaidPart =>
    part.pieceId === onWay?.pieceId
      ? { ...part, noted: relaid(page, part, laid, access, scenario.sizes[operationId]) }
      : part;
  switch (event.kind) {
    case 'measured':
      return event;
    case 'came':
      return { ...event, piece: withLaying(event.piece) };
    case 'taken': {
      const { end, left } = scenario.left[operationId] ?? { end: event.fromEnd, left: event.left ?? '' };
      return { ...event, fromEnd: end, left: left === '' ? null : left, parts: event.parts.map(withLaying) };
    }
  }
}

/** The same package or reel, laid otherwise; where its size was neither noted nor given, as it is supposed to be. */
function relaid(
  page: TwistPage,
  part: LaidPart,
  way: LayingWay | '',
  access: Access,
  size: PackageSize | undefined,
): NotedLaying | null {
  const { form, noted } = part;
  if (form === 'hank' && !noted) return null;
  const { innerEnd: _end, farSide: _side, ...lying } = noted ?? {};
  if (noted && (layingWayOf(noted) ?? '') === way) return { ...(lying as NotedLaying), ...size, ...access };
  const sized = noted && (noted.coreDiameterMm !== null || isLoop(form)) ? (lying as NotedLaying) : null;
  const base = sized ?? (isLoop(form) ? null : supposedPackage(page, part));
  if (!base) return noted;
  return { ...base, ...size, ...(way === '' ? { direction: null } : layingOf(way)), ...access };
}

/** A cone that nobody has measured. */
const SOME_CONE: PackageSize = { coreDiameterMm: 55, outerDiameterMm: 130 };

/** A package of which nothing was noted: as large as the first winder makes it; a cone as cones are. */
export function supposedPackage(page: TwistPage, { form, lengthM }: Pick<LaidPart, 'form' | 'lengthM'>): NotedLaying {
  const wound = packageOn(page, page.tools[0]!, lengthM ?? page.piece.lengthM?.mean ?? 0);
  return form === 'cone' ? { ...wound, ...SOME_CONE, crossingAngleDeg: 0 } : wound;
}

/** How large a cone is that came wound; null for anything else. */
export function coneSize(page: TwistPage, scenario: Scenario): PackageSize | null {
  const [first] = page.story;
  if (scenario.again || first?.event.kind !== 'came' || first.event.piece.pieceId !== page.piece.id) return null;
  const { piece } = first.event;
  if (piece.form !== 'cone') return null;
  return packageSize(page, scenario, first.operationId, piece);
}

/** How large a package is: as it is given here, else as it was noted, else as it is supposed to be. */
export function packageSize(
  page: TwistPage,
  scenario: Scenario,
  operationId: number,
  part: Pick<LaidPart, 'form' | 'lengthM' | 'noted'>,
): PackageSize {
  return scenario.sizes[operationId] ?? (part.noted?.coreDiameterMm ? part.noted : supposedPackage(page, part));
}

/** How large so much of the yarn becomes on a tool. */
function packageOn({ gristMPerG }: TwistPage, { shape }: TwistTool, lengthM: number): NotedLaying {
  return {
    how: null,
    direction: null,
    coreDiameterMm: shape.coreDiameterMm,
    outerDiameterMm: 2 * radiusAtMm(shape, Math.max(0.1, lengthM) / gristMPerG),
    ...(shape.ball && { ball: true }),
    crossingAngleDeg: angleOnCoreDeg(shape),
    loopM: null,
  };
}

function againEvent(page: TwistPage, { end, left, toolKey, laid }: NonNullable<Scenario['again']>): TwistEvent {
  const tool = page.tools.find(({ key }) => key === toolKey)!;
  const lengthM = page.piece.lengthM?.mean ?? null;
  return {
    kind: 'taken',
    pieceId: page.piece.id,
    fromEnd: end,
    left: left === '' ? null : left,
    parts: [
      {
        pieceId: SCENARIO_PIECE,
        form: tool.onto === 'winder' ? 'cake' : 'ball',
        lengthM,
        noted: { ...packageOn(page, tool, lengthM ?? 100), ...layingOf(laid) },
      },
    ],
    rest: null,
  };
}

/** Every tool that a piece could be wound on next, either way round where that is open. */
export function nextTools(tools: readonly TwistTool[]): NextTool[] {
  const winders = tools.filter(({ onto }) => onto === 'winder');
  const hand = tools.find(({ onto }) => onto === 'hand');
  const rounds = (turns: Round | null): readonly Round[] => (turns ? [turns] : ['cw', 'ccw']);
  return [...winders, ...(hand ? [hand] : [])].flatMap(({ key, onto, shape, turns }) =>
    rounds(turns).map((direction) => ({
      key,
      laying: { mode: onto === 'winder' ? ('spindle' as const) : ('carried' as const), direction, ...shape },
    })),
  );
}

/** Whether something is tried that is not as it was noted. */
export function differs(page: TwistPage, scenario: Scenario): boolean {
  const noted = scenarioOf(page);
  const of = ({ left, laid, access, sizes }: Scenario) => JSON.stringify([left, laid, access, sizes]);
  return of(noted) !== of(scenario);
}
