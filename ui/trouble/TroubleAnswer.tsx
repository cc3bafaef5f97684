'use client';

import { Button, Segmented } from 'antd';
import { type ReactNode, useState } from 'react';
import { lowerFirst } from '../../core/common/format';
import { readOrNull } from '../../core/common/inputError';
import { parseQuantity } from '../../core/common/units';
import {
  type Answers,
  type Attempt,
  attemptsFor,
  cautionsOf,
  type Trouble,
  type TroubleReport,
} from '../../core/trouble/trouble';
import { useTyped } from '../form/useTyped';
import { TextField } from '../controls/Field';
import { InlineButton } from '../controls/InlineButton';
import { Notice } from '../feedback/Notice';
import { useSystem } from '../frame/Providers';
import { ActDrawing } from './ActDrawing';
import { Terms } from './Terms';
import { TroubleDrawing } from './TroubleDrawing';
import { lossWords, minutesWords, SEQUEL_WORDS } from './words';

/** One trouble: what to do at once, what to ask, and what to try, in order. */
export function TroubleAnswer({
  trouble,
  onBack,
  onHelped,
}: {
  trouble: Trouble;
  onBack: () => void;
  /** Keeps what helped; left out where there is nothing that it happened to. */
  onHelped?: (report: TroubleReport) => void;
}) {
  const [answers, setAnswers] = useState<Answers>({});
  const [sinceMs] = useState(() => Date.now());
  const attempts = attemptsFor(trouble, answers);
  return (
    <article className="grid gap-4 w-full">
      <p>
        <InlineButton onClick={onBack}>Something else</InlineButton>
      </p>
      <header className="flex items-center gap-4">
        <TroubleDrawing trouble={trouble} />
        <h2>{trouble.name}</h2>
      </header>
      <Notice tone="tight" role="status">
        <strong>
          <Terms text={trouble.first} />
        </strong>
      </Notice>
      <p className="text-ink-soft">Likely cause: {lowerFirst(trouble.cause)}</p>
      {trouble.questions.map(({ id, words, answers: options }) => (
        <div key={id} role="group" aria-labelledby={`ask ${id}`} className="grid gap-1 justify-items-start">
          <div id={`ask ${id}`} className="font-semibold">
            {words}
          </div>
          <Segmented
            aria-labelledby={`ask ${id}`}
            className="max-w-full"
            options={options.map(([value, label]) => ({ value, label }))}
            value={answers[id] ?? ''}
            onChange={(answer) => setAnswers({ ...answers, [id]: answer })}
          />
        </div>
      ))}
      <h3>{attempts.length === 1 ? 'Try this' : 'Try, in this order'}</h3>
      <ol className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,420px),1fr))] gap-4">
        {attempts.map((attempt, i) => (
          <li key={attempt.id} className="grid content-start gap-2 p-4 rounded-md border-[1.5px] border-line bg-card">
            <AttemptWords attempt={attempt} at={i + 1} cautions={cautionsOf(attempt, answers)} />
            {onHelped && (
              <Helped
                attempt={attempt}
                keep={(lostM) =>
                  onHelped({
                    trouble: trouble.id,
                    attempt: attempt.id,
                    minutes: Math.max(1, Math.round((Date.now() - sinceMs) / 60_000)),
                    lostM,
                    then: attempt.then,
                  })
                }
              />
            )}
          </li>
        ))}
      </ol>
      <p>
        <strong>Next time:</strong> <Terms text={trouble.prevention} />
      </p>
    </article>
  );
}

function AttemptWords({ attempt, at, cautions }: { attempt: Attempt; at: number; cautions: readonly string[] }) {
  const system = useSystem();
  const { name, steps, act, minutes, lostM, stopWhen, then } = attempt;
  return (
    <>
      <div className="flex items-center gap-4">
        <ActDrawing act={act} name={name} />
        <div>
          <h4 className="m-0 text-lead leading-[1.2]">
            {at}. {name}
          </h4>
          <p className="text-ink-soft">
            {minutesWords(minutes)}; {lossWords(lostM, system)}
          </p>
        </div>
      </div>
      <Steps>
        {steps.map((step) => (
          <li key={step}>
            <Terms text={step} />
          </li>
        ))}
      </Steps>
      <p>
        <Terms text={stopWhen} /> {then !== 'go on' && SEQUEL_WORDS[then]}
      </p>
      {cautions.map((caution) => (
        <Notice key={caution} tone="tight">
          {caution}
        </Notice>
      ))}
    </>
  );
}

const Steps = ({ children }: { children: ReactNode }) => <ul className="grid gap-1 pl-6 list-disc">{children}</ul>;

/** One press keeps it; what was cut out is asked for only where something was. */
function Helped({ attempt: { lostM, name }, keep }: { attempt: Attempt; keep: (lostM: number) => void }) {
  const system = useSystem();
  const [typed, setTyped] = useTyped('', 'lost');
  const usualM = lostM ? (lostM[0] + lostM[1]) / 2 : 0;
  const read = typed.trim() === '' ? usualM : readOrNull(() => parseQuantity(typed, 'length', system));
  return (
    <div className="flex flex-wrap items-end gap-3">
      {lostM && (
        <TextField
          name={`${name} lost`}
          label="Cut out or lost"
          value={typed}
          onChange={setTyped}
          error={read === null ? 'write it like 1.5 m or 2 yd' : undefined}
          guess={lossWords([0, usualM], system).replace('costs ', '')}
          inputMode="decimal"
        />
      )}
      <Button disabled={read === null} onClick={() => keep(read!)}>
        This helped: log it
      </Button>
    </div>
  );
}
