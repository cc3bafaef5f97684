import { z } from 'zod';
import { allot, ballsToBuy, type Need, type NeedStanding, onePutUp, type Stock } from '../../core/projects/allotment';
import { InputError } from '../../core/common/inputError';
import type { KnittingLine } from '../../core/projects/rowForecast';
import type { UnitSystem } from '../../core/common/units';
import type { Verdict } from '../../core/yarn/yardage';
import { massBefore, sumOfMasses } from '../../core/yarn/yarnLength';
import type { Db } from '../../db/common/connection';
import { usedForProject } from '../../db/yarn/consumption';
import { whereItIs } from '../../db/yarn/merges';
import { piecesOfYarn } from '../../db/yarn/pieces';
import {
  insertProject,
  markProject,
  type ProjectMark,
  type NeedRow,
  needsOf,
  projectById,
  type ProjectRow,
  projectsPast,
  isOrderedByHand,
  orderByHand,
  projectsUnderWay,
  replaceNeeds,
  updateProject,
} from '../../db/projects/projects';
import { yarnById } from '../../db/yarn/yarns';
import { once } from '../common/askedBefore';
import { amount, longText, percent, read, readOptional, requestKey, text, wholeNumber } from '../common/fields';
import { runForm, ConflictError, type SaveResult, saving } from '../common/result';
import { fromMg, fromMm, toMg, toMm } from '../common/storageUnits';
import { massNow, nameOfYarn, yarnView, type YarnView } from '../yarn/yarnViews';
import { knittingLines, yarnsWeighedFor } from './knitting';
import { asDyed } from '../yarn/colourways';

export { PROJECT_MARKS } from '../../db/projects/projects';

/** What a yarn is called where it is one of several. */
export interface YarnTag {
  id: number;
  name: string;
  maker: string;
  dyeLot: string;
  colourHex: string;
}

/** One colour of a project, and how it stands. */
export interface NeedView {
  id: number;
  colour: string;
  amount: { metres: number } | { grams: number };
  /** As it was entered; or by what was weighed off its yarns as they were knitted. */
  donePercent: number;
  doneBy: 'entered' | 'weighed';
  enteredPercent: number;
  standing: NeedStanding;
  yarns: (YarnTag & {
    /** What there is of it in all, in metres or grams as the need is given; null where that is not known. */
    whole: number | null;
    takes: number;
    /** What earlier needs have spoken for, and which projects they belong to. */
    spokenFor: number;
    spokenForBy: string[];
    /** One of it, as it is sold; null where the band does not say. */
    putUp: number | null;
  })[];
  /** Whole put-ups to buy of the first yarn that tells what one is; null where none does. */
  buy: { yarn: YarnTag; toReach: number; spare: number } | null;
  /** The dye lots among its yarns, where there is more than one. */
  mixedLots: string[];
}

export interface ProjectView {
  id: number;
  name: string;
  notes: string;
  dueOn: string | null;
  castOn: string | null;
  /** What was noted as used for it, yarn by yarn. */
  used: { yarnId: number; yarnName: string; massG: number }[];
  marginPercent: number;
  spare: number;
  finishedAt: string | null;
  deletedAt: string | null;
  needs: NeedView[];
  /** The worst of its needs; null where there is none, or the project is not under way. */
  verdict: Verdict | null;
  /** The least probability among its needs. */
  probability: number | null;
}

export interface ProjectPage extends ProjectView {
  /** What is knitted for it and weighed meanwhile. */
  knittings: KnittingLine[];
}

/** A project in a list. */
export type ProjectLine = Pick<ProjectView, 'id' | 'name' | 'dueOn' | 'verdict' | 'probability'> & {
  colours: { colour: string; hexes: string[]; verdict: Verdict }[];
};

export interface ProjectsPage {
  underWay: ProjectLine[];
  /** Somebody has set their order. */
  isByHand: boolean;
  past: { id: number; name: string; finishedAt: string | null; deletedAt: string | null }[];
}

/** Every project under way, in the order in which they are served, and those that are past. */
export function projectsPage(db: Db): ProjectsPage {
  const underWay = projectsUnderWay(db);
  const served = serve(db, underWay);
  return {
    underWay: underWay.map((row) => {
      const { id, name, dueOn, needs, verdict, probability } = viewOf(db, row, served);
      const colours = needs.map(({ colour, yarns, standing }) => ({
        colour,
        hexes: yarns.map(({ colourHex }) => colourHex),
        verdict: standing.enough.verdict,
      }));
      return { id, name, dueOn, verdict, probability, colours };
    }),
    isByHand: isOrderedByHand(db),
    past: projectsPast(db).map(({ id, name, finishedAt, deletedAt }) => ({ id, name, finishedAt, deletedAt })),
  };
}

/**
 * Sets the order in which projects are given their yarn; those that are not named come after, as they stood. An empty one
 * goes by their due dates again.
 */
export function orderProjects(db: Db, ids: readonly number[]): SaveResult {
  return saving(() =>
    db
      .transaction(() => {
        const underWay = projectsUnderWay(db).map(({ id }) => id);
        if (new Set(ids).size < ids.length || ids.some((id) => !underWay.includes(id)))
          throw new ConflictError('one of these projects is not under way any more; look again');
        orderByHand(db, ids.length === 0 ? [] : [...ids, ...underWay.filter((id) => !ids.includes(id))]);
        return ids[0] ?? 0;
      })
      .immediate(),
  );
}

export function projectPage(db: Db, id: number): ProjectPage | undefined {
  const row = projectById(db, id);
  return row && { ...viewOf(db, row, serve(db, projectsUnderWay(db))), knittings: knittingLines(db, id) };
}

/** What of a yarn the projects under way have spoken for, as parts of the whole, 0 to 1. */
export function promisesOf(db: Db, yarnId: number): { projectId: number; project: string; share: number }[] {
  const underWay = projectsUnderWay(db);
  const served = serve(db, underWay);
  return underWay.flatMap((project) =>
    (served.needs.get(project.id) ?? []).flatMap(({ row }) =>
      (served.standings.get(row.id)?.takes ?? [])
        .filter((take) => take.yarnId === yarnId && take.share > 0)
        .map(({ share }) => ({ projectId: project.id, project: project.name, share })),
    ),
  );
}

interface Served {
  needs: Map<number, { row: NeedRow; need: Need; doneBy: NeedView['doneBy'] }[]>;
  standings: Map<number, NeedStanding>;
  yarns: Map<number, { view: YarnView; stock: Stock }>;
  /** Which projects take from a yarn, in the order in which they do. */
  takers: Map<number, { needId: number; project: string }[]>;
}

/** Shares all yarns out among the projects under way. */
function serve(db: Db, projects: readonly ProjectRow[]): Served {
  const needs = new Map(
    projects.map((project) => [
      project.id,
      needsOf(db, project.id).map((row) => ({ row, ...needOf(db, row, project) })),
    ]),
  );
  const inOrder = [...needs.values()].flat();
  const yarns = stocksOf(
    db,
    inOrder.flatMap(({ need }) => need.yarnIds),
  );
  const standings = new Map(
    allot(
      inOrder.map(({ need }) => need),
      [...yarns.values()].map(({ stock }) => stock),
    ).map((standing) => [standing.needId, standing]),
  );
  const takers: Served['takers'] = new Map();
  for (const project of projects)
    for (const { need } of needs.get(project.id)!)
      for (const { yarnId, share } of standings.get(need.id)!.takes)
        if (share > 0) takers.set(yarnId, [...(takers.get(yarnId) ?? []), { needId: need.id, project: project.name }]);
  return { needs, standings, yarns, takers };
}

function needOf(db: Db, row: NeedRow, project: ProjectRow): { need: Need; doneBy: NeedView['doneBy'] } {
  const yarnIds = [...new Set(row.yarnIds.map((id) => whereItIs(db, id)))];
  const weighed = weighedPercent(db, row, project, yarnIds);
  return {
    need: {
      id: row.id,
      amount: row.needMm === null ? { grams: fromMg(row.needMg!) } : { metres: fromMm(row.needMm) },
      marginPercent: project.marginPerMille / 10,
      donePercent: weighed ?? row.donePerMille / 10,
      yarnIds,
    },
    doneBy: weighed === null ? 'entered' : 'weighed',
  };
}

/** What was used of its yarns for the project, in percent of the need; null where none of them is weighed as it is knitted. */
function weighedPercent(db: Db, row: NeedRow, { id }: ProjectRow, yarnIds: readonly number[]): number | null {
  const weighed = yarnsWeighedFor(db, id);
  if (!yarnIds.some((yarnId) => weighed.has(yarnId))) return null;
  const used = usedForProject(db, id).filter(({ yarnId }) => yarnIds.includes(yarnId));
  const needs = row.needMm === null ? fromMg(row.needMg!) : fromMm(row.needMm);
  const perGram = (yarnId: number) => (row.needMm === null ? 1 : (yarnView(db, yarnId)!.grist?.mean ?? 0));
  const made = used.reduce((sum, { yarnId, massMg }) => sum + fromMg(massMg) * perGram(yarnId), 0);
  return Math.min(100, (100 * made) / needs);
}

function stocksOf(db: Db, yarnIds: readonly number[]): Served['yarns'] {
  return new Map(
    [...new Set(yarnIds)].map((yarnId) => {
      const view = yarnView(db, yarnId)!;
      const masses = piecesOfYarn(db, yarnId)
        .filter(({ consumedBy }) => consumedBy === null)
        .flatMap((row) => {
          const fact = massNow(view, row);
          return fact ? [{ ...fact, treated: view.treated[row.id] }] : [];
        });
      const massG = {
        ...sumOfMasses(masses, (fact) => massBefore(fact, view.fibres)),
        ...(view.gone === 'deleted' && { mean: 0 }),
      };
      return [yarnId, { view, stock: { yarnId, grist: view.grist, massG } }];
    }),
  );
}

function viewOf(db: Db, row: ProjectRow, served: Served): ProjectView {
  const underWay = served.needs.has(row.id);
  // A project that is past takes nothing; what it would take is worked out by itself.
  const own = underWay ? served : serve(db, [row]);
  const needs = own.needs.get(row.id)!.map((each) => needView(each, row, own));
  const worst = needs.reduce<NeedView | null>(
    (a, b) => (a && a.standing.enough.probability <= b.standing.enough.probability ? a : b),
    null,
  );
  return {
    id: row.id,
    name: row.name,
    notes: row.notes,
    dueOn: row.dueOn,
    castOn: row.castOn,
    used: usedForProject(db, row.id).map(({ yarnId, massMg }) => ({
      yarnId,
      yarnName: nameOfYarn(asDyed(db, yarnById(db, yarnId)!)),
      massG: fromMg(massMg),
    })),
    marginPercent: row.marginPerMille / 10,
    spare: row.spare,
    finishedAt: row.finishedAt,
    deletedAt: row.deletedAt,
    needs,
    verdict: underWay && worst ? worst.standing.enough.verdict : null,
    probability: underWay && worst ? worst.standing.enough.probability : null,
  };
}

function needView(
  { row, need, doneBy }: { row: NeedRow; need: Need; doneBy: NeedView['doneBy'] },
  project: ProjectRow,
  served: Served,
): NeedView {
  const standing = served.standings.get(need.id)!;
  const inMetres = 'metres' in need.amount;
  const yarns = need.yarnIds.map((yarnId) => {
    const { view, stock } = served.yarns.get(yarnId)!;
    const known = !standing.unknown.includes(yarnId);
    const whole = known ? stock.massG.mean * (inMetres ? view.grist!.mean : 1) : null;
    const take = standing.takes.find((one) => one.yarnId === yarnId);
    const takers = served.takers.get(yarnId) ?? [];
    const mine = takers.findIndex(({ needId }) => needId === need.id);
    const others = mine < 0 ? takers : takers.slice(0, mine);
    return {
      ...tagOf(view),
      whole,
      takes: (take?.share ?? 0) * (whole ?? 0),
      spokenFor: (take?.spokenFor ?? 0) * (whole ?? 0),
      spokenForBy: (take?.spokenFor ?? 0) > 0 ? [...new Set(others.map((taker) => taker.project))] : [],
      putUp: inMetres ? (view.putUpM ?? view.guesses.putUpM?.mean ?? null) : view.putUpG,
    };
  });
  const bought = yarns.find(({ putUp }) => putUp !== null);
  const one = bought && onePutUp(bought.putUp!);
  const buy = ballsToBuy(standing, one, project.spare);
  // Only what is taken from is in the fabric.
  const lots = [...new Set(yarns.filter(({ takes }) => takes > 0).map(({ dyeLot }) => dyeLot))];
  return {
    id: row.id,
    colour: row.colour,
    amount: need.amount,
    donePercent: need.donePercent,
    doneBy,
    enteredPercent: row.donePerMille / 10,
    standing,
    yarns,
    buy: bought && buy ? { yarn: tagOf(bought), ...buy } : null,
    mixedLots: lots.length > 1 ? lots : [],
  };
}

function tagOf({ id, name, maker, dyeLot, colourHex }: YarnTag): YarnTag {
  return { id, name, maker, dyeLot, colourHex };
}

const MOST_NEEDS = 40;

const optionalDay = z.union([z.literal(''), z.iso.date('a day, like 2027-03-21')]);

function projectForm(system: UnitSystem) {
  return z.strictObject({
    requestKey,
    name: text.min(1, 'give it a name'),
    notes: longText,
    dueOn: optionalDay,
    /** When the first stitch is to be made; cakes are wound with an eye to it. */
    castOn: optionalDay,
    margin: read(percent(0, 100)),
    spare: read(wholeNumber(0, 20)),
    needs: z
      .array(
        z.strictObject({
          colour: text,
          amount: read((typed) => metresOrGrams(typed, system)),
          done: readOptional(percent(0, 100)),
          yarnIds: z.array(z.int().positive()).max(20, 'at most 20 yarns'),
        }),
      )
      .min(1, 'say what it takes')
      .max(MOST_NEEDS, `at most ${MOST_NEEDS} colours`),
  });
}
export type ProjectForm = z.input<ReturnType<typeof projectForm>>;

/** What a project takes. */
function metresOrGrams(typed: string, system: UnitSystem): { needMm: number | null; needMg: number | null } {
  const need = amount(system)(typed);
  return 'grams' in need ? { needMm: null, needMg: toMg(need.grams) } : { needMm: toMm(need.metres), needMg: null };
}

/** Begins a project, or changes one. */
export function saveProject(db: Db, id: number | null, input: unknown, system: UnitSystem, now: Date): SaveResult {
  return runForm(projectForm(system), input, (form) =>
    once(db, 'project', id === null ? form.requestKey : null, () => {
      const project = {
        name: form.name,
        notes: form.notes,
        dueOn: form.dueOn || null,
        castOn: form.castOn || null,
        marginPerMille: Math.round(form.margin * 10),
        spare: form.spare,
      };
      if (id !== null && !projectById(db, id)) throw new ConflictError('this project is not there any more');
      form.needs.forEach(({ yarnIds }, i) => {
        if (yarnIds.some((yarnId) => !yarnById(db, yarnId)))
          throw new InputError('one of these yarns is not there any more', `needs.${i}.yarnIds`);
      });
      const projectId =
        id ?? insertProject(db, { ...project, createdAt: now.toISOString(), requestKey: form.requestKey });
      if (id !== null) updateProject(db, id, project);
      replaceNeeds(
        db,
        projectId,
        form.needs.map(({ colour, amount, done, yarnIds }) => ({
          colour,
          ...amount,
          donePerMille: Math.round((done ?? 0) * 10),
          yarnIds: [...new Set(yarnIds)],
        })),
      );
      return projectId;
    }),
  );
}

/** Finishes or deletes a project, or takes that back. */
export function markedProject(db: Db, id: number, mark: ProjectMark, on: boolean, now: Date): SaveResult {
  return saving(() => {
    if (!projectById(db, id)) throw new ConflictError('this project is not there');
    markProject(db, id, mark, on ? now.toISOString() : null);
    return id;
  });
}
