'use client';

import { Link } from '../../../ui/controls/Link';
import { ballsToBuy, onePutUp } from '../../../core/projects/allotment';
import type { Estimate } from '../../../core/common/estimate';
import { reading } from '../../../core/common/inputError';
import { inMetres, parseQuantity } from '../../../core/common/units';
import { DEFAULT_TOLERANCE_PERCENT, type Enough as Standing, isEnough } from '../../../core/yarn/yardage';
import type { YarnOverview } from '../../../server/logbook/yarnOverview';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { BallsToBuy } from '../../../ui/figures/BallsToBuy';
import { TextField } from '../../../ui/controls/Field';
import { Length } from '../../../ui/figures/Figures';
import { useSystem } from '../../../ui/frame/Providers';
import { EnoughVerdict } from './EnoughVerdict';
import { useLocalStorage } from '../../../ui/controls/useLocalStorage';

const SPARE = 1;
/** Less than this is a rounding, not a length of yarn. */
const NOTHING_M = 0.05;

/** "Is it enough for ...?", answered as it is asked; what projects have spoken for is not offered twice. */
export function Enough({
  yarn,
  lengthM,
  promises,
}: {
  yarn: YarnView;
  lengthM: Estimate;
  promises: YarnOverview['promises'];
}) {
  const system = useSystem();
  const [asked, ask] = useLocalStorage(`need of yarn ${yarn.id}`, '');
  const { value: needM, error } = asked.trim() === '' ? {} : reading(() => parseQuantity(asked, 'length', system));
  const promised = promises.reduce((sum, { share }) => sum + share, 0);
  const part = Math.max(0, 1 - promised);
  const free = { mean: lengthM.mean * part, sd: lengthM.sd * part };

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
            {free.mean < NOTHING_M ? (
              <strong>none is free</strong>
            ) : (
              <>
                <strong>
                  <Length m={free.mean} />
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
        onChange={ask}
        error={error}
        placeholder={inMetres(system) ? '190 m' : '210 yd'}
        hint={`the need itself is taken to be right to ${DEFAULT_TOLERANCE_PERCENT} %`}
        large
      />
      {needM !== undefined && <Answer yarn={yarn} lengthM={free} needM={needM} />}
      <p className="mt-4 text-ink-soft">
        <Link href={`/projects/new?yarn=${yarn.id}${needM ? `&needs=${encodeURIComponent(asked)}` : ''}`}>
          Make it a project
        </Link>
        : several colours, your own margin, and nothing promised twice.
      </p>
    </div>
  );
}

function Answer({ yarn, lengthM, needM }: { yarn: YarnView; lengthM: Estimate; needM: number }) {
  const enough = isEnough(lengthM, needM);
  return (
    <EnoughVerdict enough={enough}>
      {enough.verdict !== 'enough' && <Buy yarn={yarn} lengthM={lengthM} needM={needM} enough={enough} />}
    </EnoughVerdict>
  );
}

function Buy({ yarn, lengthM, needM, enough }: { yarn: YarnView; lengthM: Estimate; needM: number; enough: Standing }) {
  const putUpM = yarn.putUpM ?? yarn.guesses.putUpM?.mean;
  if (!putUpM) return null;
  const buy = ballsToBuy({ available: lengthM, target: needM, enough }, onePutUp(putUpM), SPARE);
  return buy ? <BallsToBuy toReach={buy.toReach} spare={buy.spare} lot={yarn.dyeLot} /> : null;
}
