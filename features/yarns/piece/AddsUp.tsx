'use client';

import { Link } from '../../../ui/controls/Link';
import { type Difference, type Consumption, CONSUMPTIONS, type ThreadBalance } from '../../../core/yarn/threadBalance';
import { FineMass } from '../../../ui/figures/Figures';
import { operationWords } from '../../../ui/figures/operationWords';
import { Notice } from '../../../ui/feedback/Notice';
import styles from './AddsUp.module.css';

const CONSUMPTION_WORDS: Record<Consumption, string> = {
  used: 'used',
  'written off': 'written off',
  plied: 'plied into another yarn',
  waste: 'cut off and thrown away',
  ties: 'in ties',
};

const DIFFERS: Record<Exclude<Difference, 'unexplained'>, { lighter: string; heavier: string }> = {
  band: { lighter: 'less than the band had promised', heavier: 'more than the band had promised' },
  washed: { lighter: 'came out in the water', heavier: 'taken up in the water' },
  air: { lighter: 'of water, dried into the room', heavier: 'of water, taken up from the room' },
  scales: { lighter: 'less, as far as the scales can tell', heavier: 'more, as far as the scales can tell' },
};

/** Less is not worth a line. */
const SHOWN_FROM_G = 0.05;

/** What became of every gram that came in, and what are unexplained. */
export function AddsUp({ balance }: { balance: ThreadBalance }) {
  const { cameInG, thereG, consumedG, differsG, unexplained, notWeighed } = balance;
  const gone = CONSUMPTIONS.filter((consumption) => consumedG[consumption] >= SHOWN_FROM_G);
  const differs = (['band', 'washed', 'air', 'scales'] as const).filter(
    (difference) => Math.abs(differsG[difference]) >= SHOWN_FROM_G,
  );
  const untouched = gone.length + differs.length + unexplained.length === 0;
  const missing = unexplained.filter(({ missingG }) => missingG > 0);
  const tooMuch = unexplained.filter(({ missingG }) => missingG < 0);
  return (
    <>
      <Bar balance={balance} />
      <p>
        <strong>
          <FineMass g={cameInG} />
        </strong>{' '}
        came in{untouched && ', and nothing has changed since'}.{' '}
        {thereG > 0 && (
          <>
            <FineMass g={thereG} /> {gone.length + differs.length > 0 ? 'are still there' : 'are there'}
            {notWeighed > 0 && `, without ${notWeighed === 1 ? 'a piece' : `${notWeighed} pieces`} that nobody weighed`}
            .
          </>
        )}
      </p>
      {(gone.length > 0 || differs.length > 0) && (
        <ul
          className={`${styles.list} [&_li]:flex [&_li]:items-baseline [&_li]:gap-2 [&_i]:bg-ink-soft [&_i]:data-[part=used]:bg-lichen [&_i]:data-[part=plied]:bg-lichen mt-2 mr-0 mb-3 ml-0`}
        >
          {gone.map((consumption) => (
            <li key={consumption}>
              <i data-part={consumption} />
              <FineMass g={consumedG[consumption]} /> {CONSUMPTION_WORDS[consumption]}
            </li>
          ))}
          {differs.map((difference) => (
            <li key={difference}>
              <i data-part={difference} />
              <FineMass g={Math.abs(differsG[difference])} />{' '}
              {DIFFERS[difference][differsG[difference] > 0 ? 'lighter' : 'heavier']}
            </li>
          ))}
        </ul>
      )}
      {unexplained.length === 0 ? (
        !untouched && <Notice tone="good">Nothing is unexplained.</Notice>
      ) : (
        <Notice tone="tight">
          {missing.length > 0 && <Unexplained steps={missing} words="are unexplained" />}
          {missing.length > 0 && tooMuch.length > 0 && ' '}
          {tooMuch.length > 0 && <Unexplained steps={tooMuch} words="too much turned up" />}
        </Notice>
      )}
    </>
  );
}

function Unexplained({ steps, words }: { steps: ThreadBalance['unexplained']; words: string }) {
  return (
    <>
      <strong>
        <FineMass g={Math.abs(steps.reduce((sum, { missingG }) => sum + missingG, 0))} /> {words}:
      </strong>{' '}
      {steps.map(({ operationId, kind, missingG, withinG }, i) => (
        <span key={operationId}>
          {i > 0 && '; '}
          <FineMass g={Math.abs(missingG)} /> when it was{' '}
          <Link href={`/logbook/${operationId}`}>{operationWords(kind).verb}</Link> (the scales explain{' '}
          <FineMass g={withinG} />)
        </span>
      ))}
      .
    </>
  );
}

/** All that came in as one length of yarn, cut where it went. */
function Bar({ balance: { cameInG, thereG, consumedG, differsG } }: { balance: ThreadBalance }) {
  if (cameInG <= 0) return null;
  const parts = [
    { part: 'there', g: thereG },
    ...Object.entries(consumedG).map(([part, g]) => ({ part, g })),
    ...Object.entries(differsG).map(([part, g]) => ({ part, g })),
  ].filter(({ g }) => g > 0);
  const totalG = parts.reduce((sum, { g }) => sum + g, 0);
  return (
    <div className={`${styles.bar} flex gap-1 h-[22px] mt-1 mr-0 mb-3 ml-0`} aria-hidden="true">
      {parts.map(({ part, g }) => (
        <i key={part} data-part={part} style={{ flexGrow: g / totalG }} />
      ))}
    </div>
  );
}
