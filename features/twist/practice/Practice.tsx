'use client';

import { Button, Segmented, Slider } from 'antd';
import { useState } from 'react';
import {
  exercise,
  type Exercise,
  isSure,
  kindToAsk,
  LEVELS,
  levelOf,
  type PractisedAnswer,
} from '../../../core/twist/twistPractice';
import type { PracticePage } from '../../../server/twist/practice';
import { useSystem } from '../../../ui/frame/Providers';
import { useGlobalKey } from '../../../ui/frame/useGlobalKey';
import { Notice } from '../../../ui/feedback/Notice';
import { PullScene } from '../../../ui/strand/PullScene';
import { TwistedYarn } from '../../../ui/strand/TwistedYarn';
import { answered as keepAnswer } from '../actions';
import styles from './Practice.module.css';
import {
  choiceWords,
  KIND_WORDS,
  LEVEL_NAMES,
  pulledWords,
  questionWords,
  reasonSentences,
  sceneSentences,
  sourceOf,
} from './practiceWords';
import { usePull } from './usePull';
import { Fold } from '../../../ui/controls/Fold';

const COLOUR = '#6f8f72';
const DIGITS = ['1', '2', '3', '4', '5', '6', '7', '8', '9'];

/** A short trainer: one question after another, each made afresh, drawn, judged and explained. */
export default function Practice({ page }: { page: PracticePage }) {
  const system = useSystem();
  const practice = usePractice(page);
  const { asked, done, opened, reached, level, goOn } = practice;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)_minmax(0,1.1fr)] gap-y-4 gap-x-wide mt-3 max-tablet:grid-cols-[minmax(0,1fr)]">
      <Scene practice={practice} />
      <section className="grid gap-2 content-start row-span-2 max-tablet:row-span-1" aria-live="polite">
        {sceneSentences(asked, system).map((sentence, i) => (
          <p key={i} className="text-lead leading-[1.4]">
            {sentence}
          </p>
        ))}
        <h2 className="mt-1 text-large">{questionWords(asked)}</h2>
        <Choices practice={practice} />
        {done && (
          <>
            <Verdict practice={practice} />
            <Button type="primary" size="large" autoFocus onClick={() => goOn(opened ? reached : level)}>
              The next one
            </Button>
          </>
        )}
      </section>
      <Rule open={!isSure(practice.answers, 'letter')} />
      <HowFar practice={practice} />
    </div>
  );
}

type Practising = ReturnType<typeof usePractice>;

/** The question that is asked, what was answered so far, and the strand that is pulled. */
function usePractice(page: PracticePage) {
  const [answers, setAnswers] = useState<PractisedAnswer[]>(page.answers);
  const [total, setTotal] = useState(page.total);
  const [level, setLevel] = useState(() => levelOf(page.answers));
  const [asked, setAsked] = useState<Exercise>(() => exercise(kindToAsk(page.answers, Math.random), Math.random));
  const [chosen, setChosen] = useState<number | null>(null);
  const [unkept, setUnkept] = useState(false);
  const done = chosen !== null;
  const pull = usePull(done);

  const choose = (i: number) => {
    if (chosen !== null || i >= asked.choices.length) return;
    const answer = { kind: asked.kind, right: i === asked.answer };
    setChosen(i);
    setAnswers((before) => [...before, answer]);
    setTotal((before) => before + 1);
    void keepAnswer(answer).then(
      ({ ok }) => setUnkept(!ok),
      () => setUnkept(true),
    );
  };

  const goOn = (at: number) => {
    setLevel(at);
    setChosen(null);
    pull.reset();
    setAsked(exercise(kindToAsk(answers, Math.random, at), Math.random));
  };

  useGlobalKey(DIGITS, true, (digit) => choose(Number(digit) - 1));

  const reached = levelOf(answers);
  return {
    answers,
    total,
    level,
    /** The level that the answers have come to; and whether the last of them opened it. */
    reached,
    opened: done && reached > level,
    asked,
    chosen,
    done,
    unkept,
    pull,
    choose,
    goOn,
  };
}

function Scene({ practice: { asked, done, pull } }: { practice: Practising }) {
  const system = useSystem();
  return (
    <section className="[&>svg]:max-h-[330px] max-tablet:[&>svg]:max-h-[250px]">
      <PullScene
        source={sourceOf(asked, done)}
        wraps={pull.wraps}
        colourHex={COLOUR}
        hint={done}
        label={
          done
            ? pulledWords({ steps: asked.kind === 'least' ? asked.ways[asked.answer]! : asked.steps }, system)
            : 'The cake from above, with the strand to be pulled; beside it a ribbon that turns as the strand does'
        }
      />
      <label className="grid grid-cols-[auto_minmax(0,1fr)] gap-4 items-center mt-1 font-semibold">
        <span>{done ? 'Pull it' : 'Answer, then pull it and see'}</span>
        <Slider
          value={Math.round(pull.share * 100)}
          disabled={!done}
          onChange={(percent) => pull.to(percent / 100)}
          tooltip={{ open: false }}
          ariaLabelForHandle="Pull it"
          ariaValueTextFormatterForHandle={() => `${pull.wraps.toFixed(1)} times round`}
        />
      </label>
    </section>
  );
}

function Choices({ practice: { asked, chosen, done, choose } }: { practice: Practising }) {
  const system = useSystem();
  return (
    <ol className="grid gap-2 my-1 mx-0 p-0 list-none">
      {asked.choices.map((choice, i) => (
        <li key={choice}>
          <button
            type="button"
            className={styles.choice}
            disabled={done}
            data-state={!done ? undefined : i === asked.answer ? 'right' : i === chosen ? 'wrong' : 'other'}
            onClick={() => choose(i)}
          >
            <kbd aria-hidden="true">{i + 1}</kbd>
            <span>{choiceWords(asked, i, system)}</span>
            {done && i === asked.answer && <span className="ml-auto text-body whitespace-nowrap">✓ right</span>}
            {done && i === chosen && i !== asked.answer && (
              <span className="ml-auto text-body whitespace-nowrap">✗ not this</span>
            )}
          </button>
        </li>
      ))}
    </ol>
  );
}

/** Whether it was right, and why. */
function Verdict({ practice: { asked, chosen, opened, reached, unkept } }: { practice: Practising }) {
  const system = useSystem();
  return (
    <>
      <Notice tone={chosen === asked.answer ? 'good' : 'tight'}>
        <p className="font-bold">{chosen === asked.answer ? 'That is right.' : 'Not quite.'}</p>
        {reasonSentences(asked, system).map((sentence, i) => (
          <p key={i}>{sentence}</p>
        ))}
      </Notice>
      {opened && <Notice tone="good">You know these. The next ones: {LEVEL_NAMES[reached]!.toLowerCase()}.</Notice>}
      {unkept && <Notice tone="tight">This answer could not be kept: the app cannot be reached just now.</Notice>}
    </>
  );
}

function HowFar({ practice: { answers, total, level, goOn } }: { practice: Practising }) {
  return (
    <section
      className="col-span-full flex flex-wrap gap-y-3 gap-x-6 items-center pt-3 border-t-[1.5px] border-line"
      aria-label="How far you have come"
    >
      <Segmented
        className="[&_.ant-segmented-group]:flex-wrap"
        aria-label="Which questions"
        value={level}
        onChange={goOn}
        options={LEVEL_NAMES.map((name, value) => ({
          value,
          label: LEVELS[value]!.every((kind) => isSure(answers, kind)) ? `${name} ✓ sure` : name,
        }))}
      />
      <ul className="flex flex-wrap gap-y-1 gap-x-6">
        {LEVELS[level]!.map((kind) => {
          const last = answers.filter((each) => each.kind === kind).slice(-6);
          return (
            <li key={kind} className="flex gap-3 items-center">
              {KIND_WORDS[kind]}
              <span
                className="inline-flex gap-1"
                role="img"
                aria-label={
                  last.length === 0
                    ? 'not asked yet'
                    : `${last.filter(({ right }) => right).length} of the last ${last.length} right`
                }
              >
                {Array.from({ length: 6 }, (_, i) => last[i]).map((each, i) => (
                  <i
                    key={i}
                    className="inline-grid place-items-center w-[20px] h-[20px] border-[1.5px] border-line rounded-full text-small font-bold leading-none not-italic data-[right=true]:border-lichen data-[right=true]:text-lichen data-[right=false]:border-amber data-[right=false]:text-amber"
                    data-right={each?.right}
                  >
                    {each === undefined ? '' : each.right ? '✓' : '✗'}
                  </i>
                ))}
              </span>
            </li>
          );
        })}
      </ul>
      <p className="text-ink-soft">
        {total === 0
          ? 'Nothing answered yet. Five of six right, and you know them.'
          : `${total} answered in all. Five of the last six right, and you know them.`}
      </p>
    </section>
  );
}

/** The whole of it, for whoever begins. */
function Rule({ open }: { open: boolean }) {
  return (
    <Fold className="mt-2" title="The rule" openAtFirst={open}>
      <div
        className={`${styles.letters} [&_figcaption]:grid [&_figcaption]:text-small [&_figcaption]:text-ink-soft [&_p]:leading-[1.35] max-tablet:[&_p]:col-span-full grid grid-cols-[auto_auto_minmax(0,1fr)] gap-4 items-center mt-1 max-tablet:grid-cols-[auto_auto]`}
      >
        {(['S', 'Z'] as const).map((letter) => (
          <figure className="grid grid-cols-[auto_auto] gap-3 items-center m-0" key={letter}>
            <svg width={34} height={64} role="img" aria-label={`a yarn whose strands lean like ${letter}`}>
              <TwistedYarn
                turnsPerM={letter === 'S' ? -230 : 230}
                diameterMm={1.6}
                plies={3}
                colourHex={COLOUR}
                width={34}
                height={64}
              />
            </svg>
            <figcaption>
              <strong>{letter}</strong>
              {letter === 'S' ? 'anticlockwise' : 'clockwise'}
            </figcaption>
          </figure>
        ))}
        <p>
          Look from where you hold the strand. Each time it goes round is one turn: clockwise leans like Z,
          anticlockwise like S. What turns by itself goes round nothing, and puts in none.
        </p>
      </div>
    </Fold>
  );
}
