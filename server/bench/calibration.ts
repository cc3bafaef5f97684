import { DENSITY_WOUND_TWICE, leadOfGuideMm } from '../../core/bench/cake';
import { YARN_KINDS, type YarnKind } from '../../core/yarn/fibre';
import type { Estimate } from '../../core/common/estimate';
import {
  crankRatioSeen,
  learn,
  type Learned,
  packageDensity,
  type RatioKnown,
  ratioOnYarn,
  type StartingFigure,
} from '../../core/bench/calibration';
import { DEFAULT_SECONDS_PER_TURN, STARTING_DENSITY } from '../../core/winding/windingPlan';
import type { Db } from '../../db/common/connection';
import { type WoundCake, woundOn } from '../../db/winding/woundCakes';
import { fromMg, fromMm, fromUm } from '../common/storageUnits';

/** What one cake said of a figure, and whether it was believed. */
export interface Lesson {
  operationId: number;
  label: string;
  at: string;
  value: number;
  setAside: boolean;
  /** Of which yarn the cake was, and by which grist (m/g) its length was told. */
  yarnId: number;
  gristMPerG: number;
}

/** A figure learned from cakes, with every cake that spoke of it. */
export interface LearnedFigure extends Learned {
  lessons: Lesson[];
}

/** What a tool's own cakes have taught of it. */
export interface LearnedTool {
  cakes: number;
  /** g/cm3, of yarn wound for the first time and again, by kind of yarn where there are enough of that kind. */
  density: { once: LearnedFigure; again: LearnedFigure; byKind: Partial<Record<YarnKind, Learned>> };
  /** Spindle turns for one of the crank. */
  crankRatio: LearnedFigure;
  secondsPerTurn: LearnedFigure;
}

/** Older cakes are of another hand, or of a spindle that was since changed. */
const CAKES_REMEMBERED = 60;

/** So many of one kind, and they are better than all kinds together. */
const ENOUGH_OF_A_KIND = 3;

/** Cakes of one hand on one tool differ by so much of their firmness. */
const CAKES_DIFFER = 0.07;

const STARTING: Record<'once' | 'again', StartingFigure> = {
  once: { ...STARTING_DENSITY, single: CAKES_DIFFER * STARTING_DENSITY.mean },
  again: { mean: DENSITY_WOUND_TWICE, sd: 0.1 * DENSITY_WOUND_TWICE, single: CAKES_DIFFER * DENSITY_WOUND_TWICE },
};

/** A crank's gears may be others than those it is said to have, but they do not change; the rest is the ruler. */
const startingRatio = (ratio: number): StartingFigure => ({ mean: ratio, sd: 0.07 * ratio, single: 0.03 * ratio });

/** Cranks are turned at very different paces, by one maker much less so. */
const STARTING_PACE: StartingFigure = { mean: DEFAULT_SECONDS_PER_TURN, sd: 0.35, single: 0.15 };

/**
 * What the cakes of a tool have taught: how firm they come out, how its crank is geared and how fast it is turned.
 *
 * @param ratio the crank ratio that it has on the bench
 */
export function learnedOf(db: Db, tool: 'winder' | 'hand_form', id: number, ratio: number): LearnedTool {
  const cakes = woundOn(db, tool, id, CAKES_REMEMBERED);
  const measured = cakes.filter(isMeasured);
  const once = measured.filter(({ again }) => again === 0);
  const again = measured.filter(({ again }) => again === 1);
  const paced = cakes.filter(({ windingMs, turns }) => windingMs !== null && turns >= 20);
  return {
    cakes: cakes.length,
    density: {
      once: figure(once, densityOf, STARTING.once),
      again: figure(again, densityOf, STARTING.again),
      byKind: Object.fromEntries(
        YARN_KINDS.map((kind) => [kind, once.filter(({ yarnKind }) => yarnKind === kind)] as const)
          .filter(([, ofKind]) => ofKind.length >= ENOUGH_OF_A_KIND)
          .map(([kind, ofKind]) => [kind, learn(ofKind.map(densityOf), STARTING.once)]),
      ),
    },
    crankRatio: figure(
      measured.filter(({ turns }) => turns >= 20),
      ratioOf,
      startingRatio(ratio),
    ),
    secondsPerTurn: figure(paced, ({ windingMs, turns }) => windingMs! / 1000 / turns, STARTING_PACE),
  };
}

function figure(
  cakes: readonly WoundCake[],
  valueOf: (cake: WoundCake) => number,
  start: StartingFigure,
): LearnedFigure {
  const values = cakes.map(valueOf);
  const learned = learn(values, start);
  return {
    ...learned,
    lessons: cakes.map(({ operationId, label, at, yarnId, lengthMm, massMg }, i) => ({
      operationId,
      label,
      at,
      value: values[i]!,
      setAside: learned.setAside.includes(i),
      yarnId,
      gristMPerG: lengthMm / massMg,
    })),
  };
}

const sizeOf = (cake: WoundCake) => ({ diameterMm: fromUm(cake.diameterUm!), heightMm: fromUm(cake.heightUm!) });
const ballOf = ({ ball }: WoundCake) => (ball === 1 ? { ball: true as const } : {});

/** A cake whose size was taken after it came off. */
export const isMeasured = ({ diameterUm, heightUm }: WoundCake) => diameterUm !== null && heightUm !== null;

/** How firm a measured cake came out, in g/cm3. */
export function densityOf(cake: WoundCake): number {
  return packageDensity({
    massG: fromMg(cake.massMg),
    coreDiameterMm: fromUm(cake.coreUm),
    ...ballOf(cake),
    ...sizeOf(cake),
  });
}

function ratioOf(cake: WoundCake): number {
  const coreDiameterMm = fromUm(cake.coreUm);
  const crossingAngleDeg = cake.crossingMillideg / 1000;
  return crankRatioSeen(
    {
      massG: fromMg(cake.massMg),
      lengthM: fromMm(cake.lengthMm),
      turns: cake.turns,
      coreDiameterMm,
      ...ballOf(cake),
      ...(cake.winderId === null
        ? { crossingAngleDeg }
        : { leadMm: leadOfGuideMm({ coreDiameterMm, crossingAngleDeg }) }),
    },
    sizeOf(cake),
  );
}

/** The crank's ratio to use for one yarn where it was not counted by hand. */
export function ratioFor(learned: LearnedTool, ratioOnBench: number, yarn: YarnToWind): RatioKnown {
  const seen = learned.crankRatio.lessons.map(({ value, yarnId, gristMPerG }) => ({
    ratio: value,
    yarnId,
    gristMPerG,
  }));
  return ratioOnYarn(seen, startingRatio(ratioOnBench), yarn);
}

/** A yarn that is to be wound, as far as what was learned depends on it. */
export interface YarnToWind {
  id: number;
  kind: YarnKind;
  /** m/g */
  grist: Estimate;
  /** It was wound before and comes out softer. */
  again: boolean;
}

/** The firmness to expect of one yarn on a tool. */
export function densityFor(learned: LearnedTool, kind: YarnKind, again: boolean): Learned {
  if (again) return learned.density.again;
  return learned.density.byKind[kind] ?? learned.density.once;
}
