/** The market table of Tern Rock: a packed kit, some minis and a dyed hank with prices, and what was sold of them today. */
import type { Db } from '../db/common/connection';
import { allBaths, piecesOfBath } from '../db/dyeing/baths';
import { miniPlans } from '../db/minis/minis';
import { dayOf, startOfDay } from '../core/days/days';
import { saveMaker } from '../server/market/maker';
import { marketPage } from '../server/market/marketPage';
import { offer, sell } from '../server/market/sales';
import { idOf } from './idOf';

/** Needs the minis and the dye book. */
export function ternRockMarket(db: Db, now: Date): void {
  idOf(saveMaker(db, { name: 'Tern Rock', isLogoKept: false }));
  const asked = { planId: null, pieceId: null, yarnId: null, kit: null };
  const kits = miniPlans(db).find(({ name }) => name === 'Four lichens, kits')!;
  const { wares } = marketPage(db, { ...asked, planId: kits.id }, now).choice!;
  const whole = wares.filter(({ sellable }) => 'kit' in sellable);
  const minis = wares.filter(({ sellable }) => 'pieceId' in sellable).slice(0, 6);
  idOf(offer(db, { what: whole.map(({ sellable }) => sellable), price: '24 €' }));
  idOf(offer(db, { what: minis.map(({ sellable }) => sellable), price: '6.50 €' }));
  const dyed = allBaths(db).find(({ colourHex }) => colourHex !== null)!;
  const [hank] = piecesOfBath(db, dyed.id);
  idOf(offer(db, { what: [{ pieceId: hank! }], price: '19 €' }));
  const midnight = new Date(startOfDay(dayOf(now))).getTime();
  // Also shortly after midnight both are of this day.
  const todayAgo = (hours: number) => new Date(Math.max(midnight, now.getTime() - hours * 3600_000));
  idOf(sell(db, { what: minis[0]!.sellable }, 'tern-rock-market-1', todayAgo(0.7)));
  idOf(sell(db, { what: minis[1]!.sellable }, 'tern-rock-market-2', todayAgo(0.2)));
}
