'use client';

import { Link } from '../../../ui/controls/Link';
import { ballsToBuy, onePutUp } from '../../../core/projects/allotment';
import type { Estimate } from '../../../core/common/estimate';
import { readingIfTyped } from '../../../core/common/inputError';
import { inMetres } from '../../../core/common/units';
import { answerNeed, type AskedNeed, parseNeed } from '../../../core/projects/askedNeed';
import { DEFAULT_TOLERANCE_PERCENT } from '../../../core/yarn/yardage';
import type { YarnOverview } from '../../../server/logbook/yarnOverview';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { BallsToBuy } from '../../../ui/figures/BallsToBuy';
import { TextField } from '../../../ui/controls/Field';
import { Length } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { EnoughVerdict } from './EnoughVerdict';
import { useKeptChoices } from '../../../ui/kept/useLocalStorage';

const SPARE = 1;
/** Less than this is a rounding, not a length of yarn. */
const NOTHING_M = 0.05;

/** "Is it enough for ...?", answered as it is asked; what projects have spoken for is not offered twice. */
export function Enough({
  yarn,
  about = `yarn ${yarn.id}`,
  lengthM,
  massG,
  promises = [],
}: {
  yarn: YarnView;
  /** What is asked about, where it is not all of the yarn. */
  about?: string;
  lengthM: Estimate;
  massG: Estimate;
  promises?: YarnOverview['promises'];
}) {
  const system = useSystem();
  const [{ need: asked }, ask] = useKeptChoices(`need of ${about}`, { need: '' });
  const { value: need, error } = readingIfTyped(asked, () => parseNeed(asked, system, ''));
  const promised = promises.reduce((sum, { share }) => sum + share, 0);
  const part = Math.max(0, 1 - promised);
  const partOf = ({ mean, sd }: Estimate) => ({ mean: mean * part, sd: sd * part });
  const free = { lengthM: partOf(lengthM), massG: partOf(massG) };

  return (
    <div>
      {promises.length > 0 && (
        <ul className="mb-3">
          {promises.map(({ projectId, project, share }) => (
            <li key={projectId}>
              <Link href={`/projects/${projectId}`}>{project}</Link> takes <Length m={lengthM.mean * share} />
            </li>
          ))}
          <li>
            {free.lengthM.mean < NOTHING_M ? (
              <strong>none is free</strong>
            ) : (
              <>
                <strong>
                  <Length m={free.lengthM.mean} />
                </strong>{' '}
                are free
              </>
            )}
          </li>
        </ul>
      )}
      <TextField
        name="need"
        label={
          promises.length > 0
            ? 'Is what is free enough? Length or weight needed'
            : 'Is it enough? Length or weight needed'
        }
        value={asked}
        onChange={(need) => ask({ need })}
        error={error}
        placeholder={inMetres(system) ? '190 m' : '210 yd'}
        hint={`or ${inMetres(system) ? '60 g, or 4 balls of 50 g/125 m' : '2 oz, or 4 balls of 50 g/140 yd'}; taken to be right to ${DEFAULT_TOLERANCE_PERCENT} %`}
        large
      />
      {need && <Answer yarn={yarn} available={free} need={need} />}
      <p className="mt-4 text-ink-soft">
        <Link href={`/projects/new?yarn=${yarn.id}${need ? `&needs=${encodeURIComponent(asked)}` : ''}`}>
          Make it a project
        </Link>
        : several colours, your own margin, and nothing promised twice.
      </p>
    </div>
  );
}

interface Answered {
  yarn: YarnView;
  available: { lengthM: Estimate; massG: Estimate };
  need: AskedNeed;
}

function Answer({ yarn, available, need }: Answered) {
  const enough = answerNeed(need.amount, available)!;
  return (
    <EnoughVerdict enough={enough} need={need}>
      {enough.verdict !== 'enough' && <Buy yarn={yarn} available={available} need={need} />}
    </EnoughVerdict>
  );
}

function Buy({ yarn, available, need: { amount } }: Answered) {
  const [putUp, stock, target] =
    'grams' in amount
      ? [yarn.putUpG, available.massG, amount.grams]
      : [yarn.putUpM ?? yarn.guesses.putUpM?.mean, available.lengthM, amount.metres];
  if (!putUp) return null;
  const enough = answerNeed(amount, available)!;
  const buy = ballsToBuy({ available: stock, target, enough }, onePutUp(putUp), SPARE);
  return buy ? <BallsToBuy toReach={buy.toReach} spare={buy.spare} lot={yarn.dyeLot} /> : null;
}
