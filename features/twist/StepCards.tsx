'use client';

import { Button, Checkbox, Segmented } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../ui/feedback/contained';
import { Link } from '../../ui/controls/Link';
import type { ReactNode } from 'react';
import type { PackageEnd } from '../../core/yarn/faults';
import { inWords, sizeFigure } from '../../core/common/format';
import { reading } from '../../core/common/inputError';
import type { PieceForm } from '../../core/yarn/piece';
import { endsOf } from '../../core/bench/schools';
import { parseSizeMm } from '../../core/common/span';
import { isLoop, type LayingWay, waysToLeave } from '../../core/twist/strandWays';
import type { Access } from '../../core/twist/twist';
import { formInStory, partOnWay } from '../../core/twist/twistAccount';
import type { TwistPage, TwistTool } from '../../server/twist/twist';
import { shortDate } from '../../ui/figures/dates';
import { useTyped } from '../../ui/form/useTyped';
import { useSystem } from '../../ui/frame/Providers';
import { PictureChoice } from '../../ui/strand/PictureChoice';
import { BY_HAND, layingPictures, leavingPictures, ON_A_SPINDLE, ROUND_A_REEL } from '../../ui/strand/ways';
import { SpiralPicture } from '../../ui/strand/WayPictures';
import { type PackageSize, supposedPackage, type Scenario, type ScenarioLeaving } from './scenario';
import { Fold } from '../../ui/controls/Fold';
import { Loading } from '../../ui/feedback/Loading';

interface Tries {
  page: TwistPage;
  scenario: Scenario;
  change: (next: Partial<Scenario>) => void;
}

const loading = () => <Loading rows={1} />;

/** Lists and fields to type in are large, and most stories need none. */
const Choice = contained(
  dynamic(() => import('../../ui/controls/Choice').then((module) => module.Choice), { loading }),
);
const TextField = contained(
  dynamic(() => import('../../ui/controls/Field').then((module) => module.TextField), { loading }),
);

/** The steps that led to a piece, and what may come next, each to be changed on the spot. */
export function StepCards(tries: Tries) {
  const { page, scenario, change } = tries;
  const { story, piece, tools } = page;
  // A hank is wound before it is used.
  const used = scenario.again ? formOn(toolOf(tools, scenario.again.toolKey)) : isLoop(piece.form) ? null : piece.form;
  return (
    <ol
      className="flex gap-3 my-0 -mx-1 pt-1 pr-1 pb-3 pl-1 overflow-x-auto list-none"
      aria-label="What was done with it, in order"
    >
      {story.map((logged, at) => {
        switch (logged.event.kind) {
          case 'measured':
            return null;
          case 'came':
            return <CameCard key={logged.operationId} {...tries} at={at} />;
          case 'taken':
            return <TakenCard key={logged.operationId} {...tries} at={at} />;
        }
      })}
      {scenario.again ? (
        <AgainCard {...tries} again={scenario.again} />
      ) : (
        <li className="flex items-center flex-[0_0_auto]">
          <Button
            onClick={() =>
              change({
                again: { ...firstLeaving(piece.form), toolKey: tools[0]!.key, laid: layingOn(tools[0]!) },
                use: { end: scenario.use.end, left: 'near' },
              })
            }
          >
            {isLoop(piece.form) ? 'Wind it' : 'Wind it once more'}
          </Button>
        </li>
      )}
      {used && (
        <Card inScenario>
          <Head title="Then used" under="tried" />
          <LeavingFields
            form={used}
            colourHex={page.yarn.colourHex}
            value={scenario.use}
            onChange={(use) => change({ use })}
            question="How it is worked"
          />
        </Card>
      )}
    </ol>
  );
}

/** Where the story begins: a hank, something that was plied here, or something that came wound. */
function CameCard({ page, scenario, change, at: i }: Tries & { at: number }) {
  const { operationId, at, event } = page.story[i]!;
  if (event.kind !== 'came') return null;
  const { form } = event.piece;
  return (
    <Card narrow={event.asMade}>
      <Head
        title={page.plied ? `Plied into a ${form}` : event.joined ? `Joined into a ${form}` : `Came as a ${form}`}
        href={`/logbook/${operationId}`}
        under={shortDate(at)}
      />
      {event.asMade ? (
        <p className="text-ink-soft">Its twist is as it was made.</p>
      ) : (
        <>
          <p className="text-ink-soft">How it was wound before is not known. See how it lies:</p>
          <RunsRound
            colourHex={page.yarn.colourHex}
            value={scenario.laid[operationId] ?? ''}
            onChange={(way) => change({ laid: { ...scenario.laid, [operationId]: way } })}
          />
          <Sizes
            name={`size-${operationId}`}
            form={form}
            given={scenario.sizes[operationId]}
            noted={event.piece.noted}
            supposed={supposedPackage(page, event.piece)}
            onChange={(size) => change({ sizes: withOrWithout(scenario.sizes, operationId, size) })}
          />
          <Reach
            form={form}
            access={scenario.access[operationId] ?? {}}
            onChange={(access) => change({ access: { ...scenario.access, [operationId]: access } })}
          />
        </>
      )}
    </Card>
  );
}

function withOrWithout(sizes: Scenario['sizes'], operationId: number, size: PackageSize | null): Scenario['sizes'] {
  const { [operationId]: _before, ...others } = sizes;
  return size ? { ...others, [operationId]: size } : others;
}

/** How large it is: the narrower it is, the more often a metre of it goes round. */
function Sizes({
  name,
  form,
  given,
  noted,
  supposed,
  onChange,
}: {
  name: string;
  form: PieceForm;
  given: PackageSize | undefined;
  noted: PackageSize | null;
  supposed: PackageSize;
  onChange: (size: PackageSize | null) => void;
}) {
  const system = useSystem();
  const figure = (mm: number | null | undefined) => (mm ? inWords(sizeFigure(mm, system)) : '');
  const before = [figure(noted?.coreDiameterMm), figure(noted?.outerDiameterMm)];
  const [typed, setTyped] = useTyped(
    given ? [figure(given.coreDiameterMm), figure(given.outerDiameterMm)] : before,
    'core',
  );
  const read = (texts: readonly string[]) =>
    texts.map((text) => reading(() => (text.trim() === '' ? null : parseSizeMm(text, system, SIZES, ''))));
  const [core, outer] = read(typed);
  const type = (next: string[]) => {
    setTyped(next);
    const [coreMm, outerMm] = read(next).map(({ value }) => value);
    onChange(coreMm && outerMm && outerMm > coreMm ? { coreDiameterMm: coreMm, outerDiameterMm: outerMm } : null);
  };
  // What was given was taken back, or is noted now.
  if (!given && core!.value && outer!.value && outer!.value > core!.value && typed.join() !== before.join())
    setTyped(before);
  const narrow = core!.value && outer!.value && outer!.value <= core!.value;
  const [inner, whole] = form === 'cone' ? ['Across its nose', 'Across its base'] : ['Its hole', 'Its width'];
  return (
    <div className="grid grid-cols-[1fr_1fr] gap-2">
      <TextField
        name={`${name}-core`}
        label={inner}
        value={typed[0]!}
        onChange={(text) => type([text, typed[1]!])}
        placeholder={figure(supposed.coreDiameterMm)}
        error={core!.error}
      />
      <TextField
        name={`${name}-outer`}
        label={whole}
        value={typed[1]!}
        onChange={(text) => type([typed[0]!, text])}
        placeholder={figure(supposed.outerDiameterMm)}
        error={outer!.error ?? (narrow ? 'it is wider than that' : undefined)}
      />
    </div>
  );
}

const SIZES = { lowMm: 5, highMm: 1000 };

/** Something that was wound, split or cut: how the strand left, and how it was laid on the way to the piece. */
function TakenCard({ page, scenario, change, at: i }: Tries & { at: number }) {
  const { story, piece, yarn } = page;
  const { operationId, at, event } = story[i]!;
  if (event.kind !== 'taken') return null;
  const events = story.map((logged) => logged.event);
  const part = partOnWay(events, i, piece.id);
  const from = formInStory(events, event.pieceId) ?? piece.form;
  return (
    <Card>
      <Head
        title={part ? `${isLoop(part.form) ? 'Made' : 'Wound'} into a ${part.form}` : 'What was left of it'}
        href={`/logbook/${operationId}`}
        under={shortDate(at)}
      />
      <LeavingFields
        form={from}
        colourHex={yarn.colourHex}
        value={scenario.left[operationId] ?? { end: event.fromEnd, left: event.left ?? '' }}
        onChange={(next) => change({ left: { ...scenario.left, [operationId]: next } })}
        question="How it left"
        unknown="?"
      />
      {part && (
        <PictureChoice
          small
          question="How it was laid"
          value={scenario.laid[operationId] ?? ''}
          onChange={(way) => change({ laid: { ...scenario.laid, [operationId]: way } })}
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
          access={scenario.access[operationId] ?? {}}
          onChange={(access) => change({ access: { ...scenario.access, [operationId]: access } })}
        />
      )}
    </Card>
  );
}

/** A winding that is only tried. */
function AgainCard({ page, change, again }: Tries & { again: NonNullable<Scenario['again']> }) {
  const { piece, yarn, tools } = page;
  return (
    <Card inScenario>
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
      <div className="flex items-center gap-1">
        <label className="flex-1 min-w-0">
          <span className="visually-hidden">Onto which tool</span>
          <Choice
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
  );
}

const toolOf = (tools: readonly TwistTool[], key: string) => tools.find((tool) => tool.key === key) ?? tools[0]!;

const formOn = ({ onto }: TwistTool): PieceForm => (onto === 'winder' ? 'cake' : 'ball');

/** As the tool is used otherwise. */
function layingOn({ onto, turns }: TwistTool): LayingWay {
  return `${onto === 'winder' ? 'spindle' : 'carried'} ${turns ?? 'cw'}`;
}

/** As makers do it: from the inner end of what stands, or off what turns. */
function firstLeaving(form: PieceForm): ScenarioLeaving {
  const [end] = endsOf(form);
  return { end: end!, left: isLoop(form) ? 'turning' : 'near' };
}

function Card({ children, inScenario, narrow }: { children: ReactNode; inScenario?: boolean; narrow?: boolean }) {
  return (
    <li
      className="group relative grid content-start gap-2 flex-[0_0_auto] w-[258px] p-3 border-[1.5px] border-line rounded-md bg-card data-[narrow=true]:w-[172px] data-[scenario=true]:border-dashed data-[scenario=true]:border-ink-soft"
      data-scenario={inScenario}
      data-narrow={narrow}
    >
      {children}
    </li>
  );
}

function Head({ title, under, href }: { title: string; under: string; href?: string }) {
  return (
    <div className="[&_h2]:text-body [&>:last-child]:text-small [&>:last-child]:text-ink-soft [&>:last-child]:whitespace-nowrap group-data-[narrow=true]:grid flex justify-between items-baseline gap-2">
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
  form: PieceForm;
  colourHex: string;
  value: ScenarioLeaving;
  onChange: (next: ScenarioLeaving) => void;
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
function Reach({ form, access, onChange }: { form: PieceForm; access: Access; onChange: (access: Access) => void }) {
  if (!endsOf(form).includes('inner')) return null;
  return (
    <Fold className="text-small" title={<span className="text-ink-soft">{reachWords(access)}</span>}>
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
    </Fold>
  );
}

function reachWords({ innerEnd, farSide }: Access): string {
  const cannot = [
    ...(innerEnd === 'buried' ? ['inner end buried'] : []),
    ...(farSide === 'closed' ? ['far side closed'] : []),
  ];
  return cannot.length > 0 ? cannot.join(', ') : 'all of it in reach';
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
          short: 'anticlockwise',
          long: 'anticlockwise, seen from above',
          picture: <SpiralPicture round="ccw" colourHex={colourHex} />,
        },
      ]}
    />
  );
}
