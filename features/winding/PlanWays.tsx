'use client';

import { Checkbox, Segmented } from 'antd';
import { needsSwift } from '../../core/piece';
import type { PlanPage } from '../../server/planPages';
import { SCHOOL_QUESTIONS } from '../../ui/schools';
import styles from './PlanWays.module.css';
import type { Planned } from './usePlan';

/** The questions on which good makers differ, for this piece: each with its reason and with what the user does otherwise. */
export function PlanWays({ page: { piece, alike, schools }, planned }: { page: PlanPage; planned: Planned }) {
  const { choices, choose, plan } = planned;
  return (
    <section className={styles.ways} aria-label="How it is wound">
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
        <div className={styles.title}>When</div>
        <p className={styles.soft}>
          {schools.earliestDays === 0
            ? 'Not before you cast on: stored cakes stretch the yarn.'
            : `Not earlier than ${schools.earliestDays} days before you cast on: a cake that is stored stretches its yarn. Longer than that, and Lazy Acorn reminds you.`}
        </p>
      </div>
      {plan.faults.length > 0 && plan.cakes.length > 1 && (
        <div className={styles.way}>
          <Checkbox checked={choices.cutAtKnots} onChange={({ target }) => choose({ cutAtKnots: target.checked })}>
            Cut at a knot where one is near
          </Checkbox>
          <p className={styles.soft}>A join then lies at the end of a cake and not in the middle of a row.</p>
        </div>
      )}
      {alike.length > 0 && (
        <div className={styles.way} role="group" aria-labelledby="queue">
          <div id="queue" className={styles.title}>
            And after it, in the same way
          </div>
          <div className={styles.queue}>
            {alike.slice(0, 12).map(({ id, label }) => (
              <Checkbox
                key={id}
                checked={choices.queue.includes(id)}
                onChange={({ target }) =>
                  choose({
                    queue: target.checked ? [...choices.queue, id] : choices.queue.filter((other) => other !== id),
                  })
                }
              >
                {label}
              </Checkbox>
            ))}
          </div>
          {choices.queue.length > 0 && (
            <p className={styles.soft}>
              {choices.queue.length + 1} in all. Each is weighed and logged by itself, then the next one begins.
            </p>
          )}
        </div>
      )}
    </section>
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
      <div className={styles.title}>{title}</div>
      <Segmented
        aria-label={title}
        options={options.map(({ value, name }) => ({ value, label: name }))}
        value={value}
        onChange={onChange}
      />
      <p className={styles.soft}>
        {chosen && `${chosen.why[0]!.toUpperCase()}${chosen.why.slice(1)}. `}
        {more}
      </p>
    </div>
  );
}
