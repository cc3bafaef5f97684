'use client';

import { Button, Checkbox, Segmented } from 'antd';
import Link from 'next/link';
import type { ReactNode } from 'react';
import type { PackageEnd } from '../../core/faults';
import type { Form } from '../../core/piece';
import { endsOf } from '../../core/schools';
import { isLoop, type LayingWay, waysToLeave } from '../../core/strandWays';
import type { Access } from '../../core/twist';
import { partOnWay } from '../../core/twistAccount';
import type { TwistPage, TwistTool } from '../../server/twist';
import { shortDate } from '../../ui/dates';
import { PlainSelect } from '../../ui/PlainSelect';
import { PictureChoice } from '../../ui/strand/PictureChoice';
import { BY_HAND, layingPictures, leavingPictures, ON_A_SPINDLE, ROUND_A_REEL } from '../../ui/strand/ways';
import { SpiralPicture } from '../../ui/strand/WayPictures';
import { OPERATION_VERBS } from '../../ui/operationWords';
import styles from './StepCards.module.css';
import type { Trial, TriedLeaving } from './trial';

/** The steps that led to a piece, and what may come next, each to be changed on the spot. */
export function StepCards({
  page,
  trial,
  change,
}: {
  page: TwistPage;
  trial: Trial;
  change: (next: Partial<Trial>) => void;
}) {
  const { story, piece, yarn, tools } = page;
  const events = story.map(({ event }) => event);
  const formOf = (pieceId: number): Form =>
    events
      .flatMap((event) => (event.kind === 'came' ? [event.piece] : event.kind === 'taken' ? event.parts : []))
      .find((part) => part.pieceId === pieceId)?.form ?? piece.form;
  const setLaid = (operationId: number, way: LayingWay | '') => change({ laid: { ...trial.laid, [operationId]: way } });
  const setAccess = (operationId: number, access: Access) =>
    change({ access: { ...trial.access, [operationId]: access } });
  const again = trial.again;
  return (
    <ol className={styles.steps} aria-label="What was done with it, in order">
      {story.map(({ operationId, at, event }, i) => {
        const part = partOnWay(events, i, piece.id);
        const head = (title: string) => <Head title={title} href={`/logbook/${operationId}`} under={shortDate(at)} />;
        switch (event.kind) {
          case 'measured':
            return null;
          case 'came':
            return (
              <Card key={operationId} narrow={event.asMade}>
                {head(page.plied ? `Plied into a ${event.piece.form}` : `Came as a ${event.piece.form}`)}
                {event.asMade ? (
                  <p className={styles.soft}>Its twist is as it was made.</p>
                ) : (
                  <>
                    <p className={styles.soft}>How it was wound before is not known. See how it lies:</p>
                    <RunsRound
                      colourHex={yarn.colourHex}
                      value={trial.laid[operationId] ?? ''}
                      onChange={(way) => setLaid(operationId, way)}
                    />
                    <Reach
                      form={event.piece.form}
                      access={trial.access[operationId] ?? {}}
                      onChange={(access) => setAccess(operationId, access)}
                    />
                  </>
                )}
              </Card>
            );
          case 'taken': {
            const from = formOf(event.pieceId);
            const step = trial.left[operationId]!;
            return (
              <Card key={operationId}>
                {head(part ? `${verbOf(part.form)} a ${part.form}` : 'What was left of it')}
                <LeavingFields
                  form={from}
                  colourHex={yarn.colourHex}
                  value={step}
                  onChange={(next) => change({ left: { ...trial.left, [operationId]: next } })}
                  question="How it left"
                  unknown="?"
                />
                {part && (
                  <PictureChoice
                    small
                    question="How it was laid"
                    value={trial.laid[operationId] ?? ''}
                    onChange={(way) => setLaid(operationId, way)}
                    unknown="?"
                    pictures={layingPictures(
                      isLoop(part.form) ? ROUND_A_REEL : part.form === 'ball' ? BY_HAND : ON_A_SPINDLE,
                      yarn.colourHex,
                    )}
                  />
                )}
                {part && !isLoop(part.form) && (
                  <Reach
                    form={part.form}
                    access={trial.access[operationId] ?? {}}
                    onChange={(access) => setAccess(operationId, access)}
                  />
                )}
              </Card>
            );
          }
        }
      })}
      {again ? (
        <Card tried>
          <Head title={isLoop(piece.form) ? 'Wound' : 'Wound once more'} under="tried" />
          <LeavingFields
            form={piece.form}
            colourHex={yarn.colourHex}
            value={again}
            onChange={(next) => change({ again: { ...again, ...next } })}
            question="How it leaves"
          />
          <PictureChoice
            small
            question="Onto"
            value={again.laid}
            onChange={(laid) => laid && change({ again: { ...again, laid } })}
            pictures={layingPictures(
              toolOf(tools, again.toolKey).onto === 'winder' ? ON_A_SPINDLE : BY_HAND,
              yarn.colourHex,
            )}
          />
          <div className={styles.foot}>
            <label className={styles.tool}>
              <span className={styles.hidden}>Onto which tool</span>
              <PlainSelect
                value={again.toolKey}
                options={tools.map(({ key, name }) => [key, name] as const)}
                onChange={(toolKey) => change({ again: { ...again, toolKey, laid: layingOn(toolOf(tools, toolKey)) } })}
              />
            </label>
            <Button type="text" onClick={() => change({ again: null })}>
              Not
            </Button>
          </div>
        </Card>
      ) : (
        <li className={styles.add}>
          <Button
            onClick={() =>
              change({
                again: {
                  ...firstLeaving(piece.form),
                  toolKey: tools[0]!.key,
                  laid: layingOn(tools[0]!),
                },
                use: { end: trial.use.end, left: 'near' },
              })
            }
          >
            {isLoop(piece.form) ? 'Wind it' : 'Wind it once more'}
          </Button>
        </li>
      )}
      {!(isLoop(piece.form) && !again) && (
        <Card tried>
          <Head title="Then used" under="tried" />
          <LeavingFields
            form={again ? (toolOf(tools, again.toolKey).onto === 'winder' ? 'cake' : 'ball') : piece.form}
            colourHex={yarn.colourHex}
            value={trial.use}
            onChange={(use) => change({ use })}
            question="How it is worked"
          />
        </Card>
      )}
    </ol>
  );
}

const verbOf = (form: Form) => (isLoop(form) ? OPERATION_VERBS.split : 'Wound into');

const toolOf = (tools: readonly TwistTool[], key: string) => tools.find((tool) => tool.key === key) ?? tools[0]!;

/** As the tool is used otherwise. */
function layingOn({ onto, turns }: TwistTool): LayingWay {
  return `${onto === 'winder' ? 'spindle' : 'carried'} ${turns ?? 'cw'}`;
}

/** As makers do it: from the inner end of what stands, or off what turns. */
function firstLeaving(form: Form): TriedLeaving {
  const [end] = endsOf(form);
  return { end: end!, left: isLoop(form) ? 'turning' : 'near' };
}

function Card({ children, tried, narrow }: { children: ReactNode; tried?: boolean; narrow?: boolean }) {
  return (
    <li className={styles.card} data-tried={tried} data-narrow={narrow}>
      {children}
    </li>
  );
}

function Head({ title, under, href }: { title: string; under: string; href?: string }) {
  return (
    <div className={styles.head}>
      <h2>{title}</h2>
      {href ? <Link href={href}>{under}</Link> : <span>{under}</span>}
    </div>
  );
}

/** From which end and how, in one row. */
function LeavingFields({
  form,
  colourHex,
  value,
  onChange,
  question,
  unknown,
}: {
  form: Form;
  colourHex: string;
  value: TriedLeaving;
  onChange: (next: TriedLeaving) => void;
  question: string;
  unknown?: string;
}) {
  const ends = endsOf(form);
  const setEnd = (end: PackageEnd) =>
    onChange({ end, left: value.left !== '' && waysToLeave(form, end).includes(value.left) ? value.left : 'near' });
  return (
    <>
      {ends.length > 1 && !isLoop(form) && (
        <Segmented
          size="small"
          aria-label="From which end"
          options={[
            { value: 'inner', label: 'centre' },
            { value: 'outer', label: 'outside' },
          ]}
          value={value.end}
          onChange={setEnd}
        />
      )}
      <PictureChoice
        small
        question={question}
        value={value.left}
        onChange={(left) => onChange({ ...value, left })}
        unknown={unknown}
        pictures={leavingPictures(form, value.end, colourHex)}
      />
    </>
  );
}

/** What of a package cannot be got at: a ball that was begun without a tail, one that stands on a closed foot. */
function Reach({ form, access, onChange }: { form: Form; access: Access; onChange: (access: Access) => void }) {
  if (!endsOf(form).includes('inner')) return null;
  return (
    <details className={styles.reach}>
      <summary>{reachWords(access)}</summary>
      <Checkbox
        checked={access.innerEnd === 'buried'}
        onChange={({ target }) => onChange({ ...access, innerEnd: target.checked ? 'buried' : 'free' })}
      >
        inner end buried
      </Checkbox>
      <Checkbox
        checked={access.farSide === 'closed'}
        onChange={({ target }) => onChange({ ...access, farSide: target.checked ? 'closed' : 'open' })}
      >
        far side closed
      </Checkbox>
    </details>
  );
}

function reachWords({ innerEnd, farSide }: Access): string {
  const cannot = [
    ...(innerEnd === 'buried' ? ['inner end buried'] : []),
    ...(farSide === 'closed' ? ['far side closed'] : []),
  ];
  return cannot.length > 0 ? cannot.join(', ') : 'Both ends and sides can be got at';
}

/** Which way round the strand of a package runs that came wound, from its centre outwards. */
function RunsRound({
  colourHex,
  value,
  onChange,
}: {
  colourHex: string;
  value: LayingWay | '';
  onChange: (way: LayingWay | '') => void;
}) {
  // A spindle lays opposite to its turning.
  return (
    <PictureChoice
      small
      question="From its centre outwards it runs"
      value={value}
      onChange={onChange}
      unknown="?"
      pictures={[
        {
          value: 'spindle ccw' as LayingWay,
          short: 'clockwise',
          long: 'clockwise, seen from above',
          picture: <SpiralPicture round="cw" colourHex={colourHex} />,
        },
        {
          value: 'spindle cw' as LayingWay,
          short: 'counterclockwise',
          long: 'counterclockwise, seen from above',
          picture: <SpiralPicture round="ccw" colourHex={colourHex} />,
        },
      ]}
    />
  );
}
