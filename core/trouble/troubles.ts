import { AT_THE_CAKE } from './atTheCake';
import { AT_THE_HANK } from './atTheHank';
import { AT_THE_WINDER } from './atTheWinder';
import { IN_THE_YARN } from './inTheYarn';
import { PLYING_AND_DYEING } from './plyingAndDyeing';
import { RECORDS_AND_HANDS } from './recordsAndHands';
import type { Trouble, TroubleReport } from './trouble';

/** Every trouble that the helper knows, by where it is met. */
export const TROUBLES: readonly Trouble[] = [
  ...AT_THE_HANK,
  ...AT_THE_WINDER,
  ...AT_THE_CAKE,
  ...IN_THE_YARN,
  ...PLYING_AND_DYEING,
  ...RECORDS_AND_HANDS,
];

/** The name of a trouble and of what helped; what is not known any more is called as it was kept. */
export function reportWords({ trouble, attempt }: Pick<TroubleReport, 'trouble' | 'attempt'>): {
  trouble: string;
  helped: string;
} {
  const known = troubleById(trouble);
  return {
    trouble: known?.name ?? trouble,
    helped: known?.attempts.find(({ id }) => id === attempt)?.name ?? attempt,
  };
}

export function troubleById(id: string): Trouble | undefined {
  return TROUBLES.find((trouble) => trouble.id === id);
}
