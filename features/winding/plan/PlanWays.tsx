'use client';

import { Checkbox, Segmented } from 'antd';
import { Fold } from '../../../ui/controls/Fold';
import { secondsInWords, upperFirst } from '../../../core/common/format';
import { needsSwift } from '../../../core/yarn/piece';
import { countedOn, madeInWords, madeOn } from '../../../core/winding/run';
import type { PlanPage } from '../../../server/winding/planPages';
import { SCHOOL_QUESTIONS } from '../../../ui/figures/schools';
import styles from './PlanWays.module.css';
import type { Planned } from './usePlan';

/** The questions on which good makers differ, for this piece: each with its reason and with what the user does otherwise. */
export function PlanWays({ page: { piece, alike, schools }, planned }: { page: PlanPage; planned: Planned }) {
  const { choices, choose, plan, tool } = planned;
  const { earliestDays } = schools;
  const made = madeOn(tool.onto);
  return (
    <section className="mt-4 mb-3" aria-label="How it is wound">
      <Fold
        title={`How it is wound: ${choices.twice ? 'twice' : 'once'}, from the ${choices.workFrom}${earliestDays === 0 ? ', not before you cast on' : `, within ${earliestDays} days of casting on`}`}
      >
        <div className="grid grid-cols-[repeat(auto-fit,minmax(min(270px,100%),1fr))] gap-y-4 gap-x-10">
          {needsSwift(piece.form) && (
            <Way
              title="Wind it"
              value={choices.twice ? 'twice' : 'once'}
              options={SCHOOL_QUESTIONS.windings.schools}
              onChange={(value) => choose({ twice: value === 'twice' })}
              more={
                choices.twice
                  ? 'Second time from the inner end where it stands, cranked the same way; then worked from the outer end, near side up, the two changes of twist nearly cancel.'
                  : 'Pulled from a standing cake, each wrap changes one turn of twist; wound twice, that can be taken back.'
              }
            />
          )}
          <Way
            title="You will work it from"
            value={choices.workFrom}
            options={SCHOOL_QUESTIONS.workFrom.schools.filter(({ value }) => value !== 'as the yarn asks')}
            onChange={(value) => choose({ workFrom: value === 'outside' ? 'outside' : 'centre' })}
            more="Kept with the yarn."
          />
          <div className={styles.way}>
            <div className="font-heavy">When</div>
            <p className={styles.soft}>
              {earliestDays === 0
                ? `Not before you cast on: stored ${made}s stretch the yarn.`
                : `Not earlier than ${earliestDays} days before you cast on: a ${made} that is stored stretches its yarn. Longer than that, and Lazy Acorn reminds you.`}
            </p>
          </div>
          {plan.faults.length > 0 && plan.cakes.length > 1 && (
            <div className={styles.way}>
              <Checkbox checked={choices.cutAtKnots} onChange={({ target }) => choose({ cutAtKnots: target.checked })}>
                Cut at a knot where one is near
              </Checkbox>
              <p className={styles.soft}>A join then lies at the end of a {made} and not in the middle of a row.</p>
            </div>
          )}
        </div>
      </Fold>
      {alike.length > 0 && <Following alike={alike} planned={planned} />}
    </section>
  );
}

/** Several hanks, one after another: which, and what each comes to. */
function Following({
  alike,
  planned: { choices, choose, plan, tool, following },
}: {
  alike: PlanPage['alike'];
  planned: Planned;
}) {
  const comesTo = (id: number) => following.find(({ piece }) => piece.id === id);
  const together = [plan, ...following.flatMap((next) => next.plan ?? [])];
  const sum = (of: (plan: Planned['plan']) => number) => together.reduce((total, each) => total + of(each), 0);
  return (
    <div className={styles.way} role="group" aria-labelledby="queue">
      <div id="queue" className="font-heavy">
        And after it, in the same way
      </div>
      <div className="flex flex-col gap-1 max-h-[220px] overflow-y-auto">
        {alike.map(({ id, label }) => {
          const next = comesTo(id);
          return (
            <Checkbox
              key={id}
              checked={next !== undefined}
              onChange={({ target }) =>
                choose({
                  queue: target.checked ? [...choices.queue, id] : choices.queue.filter((other) => other !== id),
                })
              }
            >
              {label}
              {next?.plan && (
                <span className={styles.soft}>
                  : {madeInWords(next.plan.cakes.length, tool.onto)}, {Math.round(next.plan.crankTurns)}{' '}
                  {countedOn(tool.onto)}
                </span>
              )}
              {next && !next.plan && <span className={styles.soft}>: not in this way</span>}
            </Checkbox>
          );
        })}
      </div>
      {following.length > 0 && (
        <p>
          <strong>
            {together.length} in all:{' '}
            {madeInWords(
              sum(({ cakes }) => cakes.length),
              tool.onto,
            )}
            , {Math.round(sum(({ crankTurns }) => crankTurns))} {countedOn(tool.onto)}, about{' '}
            {secondsInWords(sum(({ seconds }) => seconds))}.
          </strong>{' '}
          <span className={styles.soft}>Each is weighed and logged by itself, then the next one begins.</span>
        </p>
      )}
    </div>
  );
}

function Way({
  title,
  value,
  options,
  onChange,
  more,
}: {
  title: string;
  value: string;
  options: readonly { value: string; name: string; why: string }[];
  onChange: (value: string) => void;
  more?: string;
}) {
  const chosen = options.find((option) => option.value === value);
  return (
    <div className={styles.way}>
      <div className="font-heavy">{title}</div>
      <Segmented
        aria-label={title}
        options={options.map(({ value, name }) => ({ value, label: name }))}
        value={value}
        onChange={onChange}
      />
      <p className={styles.soft}>
        {chosen && `${upperFirst(chosen.why)}. `}
        {more}
      </p>
    </div>
  );
}
