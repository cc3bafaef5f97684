import { plural } from '../../core/common/format';
import { totalsOf } from '../../core/market/price';
import type { Sellable } from '../../core/market/sellable';
import type { Db } from '../../db/common/connection';
import { lastSales, operationsOfSale, type SaleRow, salesSince } from '../../db/market/market';
import { miniPlanById, miniPlans, minisOfPlan } from '../../db/minis/minis';
import { operationPiecesOf } from '../../db/yarn/operations';
import { isThere, pieceById, piecesOfYarn } from '../../db/yarn/pieces';
import { yarnById } from '../../db/yarn/yarns';
import { dayOf, startOfDay } from '../../core/days/days';
import { nameOfYarn, pieceView, yarnView } from '../yarn/yarnViews';
import { maker, type Maker } from './maker';
import { titleOf, type Ware, wareOf, waresForSale, waresOf } from './wares';

/** Something that was sold. */
export interface Sale {
  id: number;
  at: string;
  /** Empty: nobody said. */
  price: string;
  title: string;
  label: string;
  /** Its entry in the logbook, or the first of them. */
  operationId: number;
}

export interface MarketPage {
  forSale: Ware[];
  /** What all of that comes to, by currency. */
  worth: string[];
  sales: Sale[];
  today: { sold: number; takings: string[] };
  /** What can be put up for sale now, and of what it is; null: nothing was asked for. */
  choice: { name: string; wares: Ware[] } | null;
  /** Plans whose minis can be sold, the newest first. */
  plans: { id: number; name: string }[];
  /** The kit whose label was scanned; null: none was. */
  scanned: Ware | 'gone' | null;
  maker: Maker;
}

/** What something is to be chosen from, or what was scanned. */
export interface MarketAsked {
  planId: number | null;
  pieceId: number | null;
  yarnId: number | null;
  kit: Sellable | null;
}

const SALES_SHOWN = 50;
const PLANS_OFFERED = 12;

/** What is for sale, what was sold, and what could be. */
export function marketPage(db: Db, asked: MarketAsked, now: Date): MarketPage {
  const forSale = waresForSale(db);
  const today = salesSince(db, startOfDay(dayOf(now)));
  return {
    forSale,
    worth: worthOf(forSale),
    sales: lastSales(db, SALES_SHOWN).map((row) => saleOf(db, row)),
    today: { sold: today.length, takings: totalsOf(today.flatMap(({ price }) => price || [])) },
    choice: choiceOf(db, asked),
    plans: plansToOffer(db),
    scanned: asked.kit ? (wareOf(db, asked.kit) ?? 'gone') : null,
    maker: maker(db),
  };
}

/** What all of it comes to; a mini that can be had alone or in its kit counts with the kit. */
function worthOf(forSale: readonly Ware[]): string[] {
  const inKits = new Set(
    forSale.flatMap(({ sellable, pieces }) => ('kit' in sellable ? pieces.map(({ id }) => id) : [])),
  );
  const once = forSale.filter(({ sellable }) => 'kit' in sellable || !inKits.has(sellable.pieceId));
  return totalsOf(once.map(({ price }) => price!));
}

/** The newest plans of which something can be sold; none is looked into further than that. */
function plansToOffer(db: Db): MarketPage['plans'] {
  const plans: MarketPage['plans'] = [];
  for (const { id, name } of miniPlans(db)) {
    if (plans.length === PLANS_OFFERED) break;
    if (sellablesOfPlan(db, id).length > 0) plans.push({ id, name });
  }
  return plans;
}

function choiceOf(db: Db, { planId, pieceId, yarnId }: MarketAsked): MarketPage['choice'] {
  const plan = planId === null ? undefined : miniPlanById(db, planId);
  if (plan) return { name: plan.name, wares: waresOf(db, sellablesOfPlan(db, plan.id)) };
  const piece = pieceId === null ? undefined : pieceById(db, pieceId);
  const yarn = yarnById(db, piece?.yarnId ?? yarnId ?? 0);
  if (!yarn) return null;
  const ids = piecesOfYarn(db, yarn.id).map(({ id }) => ({ pieceId: id }));
  return { name: nameOfYarn(yarn), wares: waresOf(db, ids) };
}

/** A plan's kits that were packed, and its minis that are in none. */
function sellablesOfPlan(db: Db, planId: number): Sellable[] {
  const there = minisOfPlan(db, planId).filter(({ pieceId }) => isThere(db, pieceId));
  const kits = new Set(there.flatMap(({ kit }) => kit ?? []));
  return [
    ...[...kits].sort((a, b) => a - b).map((kit) => ({ planId, kit })),
    ...there.filter(({ kit }) => kit === null).map(({ pieceId }) => ({ pieceId })),
  ];
}

function saleOf(db: Db, { id, at, price, planId, kit }: SaleRow): Sale {
  const operations = operationsOfSale(db, id).reverse();
  const pieces = operations.flatMap((operationId) => operationPiecesOf(db, operationId));
  const piece = pieceById(db, pieces[0]!.pieceId)!;
  const yarn = yarnView(db, piece.yarnId)!;
  const minis = plural(pieces.length, 'mini');
  return {
    id,
    at,
    price,
    title: planId === null ? titleOf({ yarn, piece: pieceView(db, yarn, piece) }) : miniPlanById(db, planId)!.name,
    label: kit === null ? piece.label : `Kit ${kit}: ${minis}`,
    operationId: operations[0]!,
  };
}
