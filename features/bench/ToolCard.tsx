'use client';

import { Button } from 'antd';
import { lowerFirst } from '../../core/common/format';
import { widthOfMm } from '../../core/bench/winderFit';
import type { WinderHolds } from '../../core/bench/winderLimit';
import type {
  Bench,
  HandTool,
  ReelTool,
  ScaleTool,
  SwiftTool,
  ToolKind,
  WheelTool,
  WinderTool,
} from '../../server/bench/bench';
import { Link } from '../../ui/controls/Link';
import { Mass, Size, Span } from '../../ui/figures/Figures';
import { limitWords, roomWords, TURNING_WORDS } from '../../ui/figures/toolWords';
import { useSystem } from '../../ui/frame/Providers';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { putBack, takeOffBench } from './actions';
import styles from './BenchScreen.module.css';
import { LearnedWords } from './LearnedWords';
import { ToolDrawing } from './ToolDrawing';
import { TOOL_FIELDS, typedFigures } from './toolFigures';
import { ToolForm } from './ToolForm';

type AnyTool = Bench[keyof Bench][number];

/** One tool: its drawing, its figures, which of them were measured, and what its cakes have taught. */
export function ToolCard({
  kind,
  tool,
  holds,
  open,
  onOpen,
  onClose,
}: {
  kind: ToolKind;
  tool: AnyTool;
  /** Of a winder: what it holds, as far as it is known. */
  holds: WinderHolds | undefined;
  open: boolean;
  onOpen: () => void;
  onClose: () => void;
}) {
  const offer = useUndoOffer();
  const { run, problem } = useTask();
  const remove = () =>
    run(
      () => takeOffBench(kind, tool.id),
      () => offer({ words: `${tool.name} is removed.`, undo: () => putBack(kind, tool.id) }),
    );
  return (
    <li className={`${styles.tool} flex gap-6 data-[open=true]:col-span-full`} data-open={open}>
      <div className="max-phone:[&_svg]:w-[84px] max-phone:[&_svg]:h-[84px] flex-none">
        <ToolDrawing kind={kind} tool={tool} />
      </div>
      <div
        className={`${styles.about} [&_h3]:text-lead flex-1 min-w-0 grid grid-cols-[minmax(0,1fr)] gap-1 content-start justify-items-start`}
      >
        <h3>{tool.name}</h3>
        <MeasuredWords kind={kind} measured={tool.measured} />
        {open ? (
          <ToolForm
            kind={kind}
            id={tool.id}
            initial={{ name: tool.name, ...typedFigures(kind, tool) }}
            measured={tool.measured}
            close={onClose}
          />
        ) : (
          <>
            <Facts kind={kind} tool={tool} holds={holds} />
            {'learned' in tool && <LearnedWords tool={tool} />}
            <div className={`${styles.ways} flex flex-wrap gap-2`}>
              <Button onClick={onOpen}>
                {tool.measured.length > 0 ? 'Edit' : 'Enter what I measured'}
                <span className="visually-hidden"> on the {lowerFirst(tool.name)}</span>
              </Button>
              <Button type="text" onClick={remove}>
                Remove this tool<span className="visually-hidden"> ({lowerFirst(tool.name)})</span>
              </Button>
            </div>
            <Problem words={problem} />
          </>
        )}
      </div>
    </li>
  );
}

function MeasuredWords({ kind, measured }: { kind: ToolKind; measured: readonly string[] }) {
  const figures = TOOL_FIELDS[kind].filter(({ optional }) => !optional);
  const done = figures.filter(({ name }) => measured.includes(name));
  if (done.length === 0)
    return (
      <p className="w-max py-0 px-2 border-[1.5px] border-dashed border-ink-soft rounded-md text-ink-soft italic">
        guess: starting figures
      </p>
    );
  if (done.length === figures.length) return <p className="text-lichen font-semibold">measured on yours</p>;
  return (
    <p className="text-lichen font-semibold">
      {done.length} of {figures.length} figures measured on yours
    </p>
  );
}

/** One figure, marked as a guess where it is still the one that the tool came with. */
function Fact({ label, known, children }: { label: string; known: boolean; children: React.ReactNode }) {
  return (
    <>
      <dt>{label}</dt>
      <dd>
        {children}
        {!known && <span className="text-ink-soft italic text-small"> a guess</span>}
      </dd>
    </>
  );
}

function Facts({ kind, tool, holds }: { kind: ToolKind; tool: AnyTool; holds: WinderHolds | undefined }) {
  switch (kind) {
    case 'winder':
      return <WinderFacts winder={tool as WinderTool} holds={holds} />;
    case 'hand_form':
      return <HandFacts form={tool as HandTool} />;
    case 'pegs':
    case 'umbrella':
    case 'chairs':
      return <SwiftFacts swift={tool as SwiftTool} />;
    case 'scale':
      return <ScaleFacts scale={tool as ScaleTool} />;
    case 'wheel':
    case 'spindle':
      return <WheelFacts wheel={tool as WheelTool} />;
    case 'reel':
      return <ReelFacts reel={tool as ReelTool} />;
    case 'counter':
      return (
        <p>
          A pulse for each <Size mm={'mmPerPulse' in tool ? tool.mmPerPulse : 0} /> of yarn.
        </p>
      );
  }
}

function ReelFacts({ reel }: { reel: ReelTool }) {
  const known = (figure: string) => reel.measured.includes(figure);
  return (
    <dl className={styles.facts}>
      <Fact label="circumference" known={known('loopM')}>
        <Span mm={reel.loopM * 1000} />
      </Fact>
      <Fact label="room" known={known('spreadMm')}>
        <Size mm={reel.spreadMm} /> side by side
      </Fact>
    </dl>
  );
}

function WheelFacts({ wheel }: { wheel: WheelTool }) {
  const known = (figure: string) => wheel.measured.includes(figure);
  return (
    <dl className={styles.facts}>
      <Fact label={wheel.kind === 'wheel' ? 'whorls' : 'a roll'} known={known('turnsEach')}>
        {wheel.turnsEach.map((turns) => Number(turns.toFixed(2))).join(', ')} turns
        {wheel.kind === 'wheel' && ' to a treadle'}
        {wheel.slip > 0 && `, less ${Number((100 * wheel.slip).toFixed(1))} % of slip`}
      </Fact>
      <Fact label="draw" known={known('drawM')}>
        <Span mm={wheel.drawM * 1000} />
      </Fact>
      <Fact label="pace" known={known('pacePerMin')}>
        {wheel.pacePerMin} a minute
      </Fact>
      <dt>use it</dt>
      <dd>
        <Link href={`/twist/wheel?tool=${wheel.id}`}>for a wanted twist</Link>
      </dd>
    </dl>
  );
}

const BASES = { flat: 'a flat plate', dished: 'a dished plate', rimmed: 'a plate with a rim' };

function WinderFacts({ winder, holds }: { winder: WinderTool; holds: WinderHolds | undefined }) {
  const system = useSystem();
  const known = (figure: string) => winder.measured.includes(figure);
  return (
    <dl className={styles.facts}>
      <Fact label={winder.drive === 'hand' ? 'crank' : 'motor'} known={known('spindleTurnsPerCrank')}>
        {winder.spindleTurnsPerCrank} turns of the spindle to one
      </Fact>
      <Fact label="spindle" known={known('coreDiameterMm') && known('heightMm')}>
        <Size mm={winder.coreDiameterMm} /> across, <Size mm={winder.heightMm} /> high
      </Fact>
      <Fact label="room" known={known('maxDiameterMm') && known('maxMassG')}>
        to <Size mm={winder.maxDiameterMm} /> across, <Mass g={winder.maxMassG} />
      </Fact>
      {holds?.massG.known === 'cakes' && (
        <>
          <dt>holds</dt>
          <dd>
            <Mass g={holds.massG.mean} />
            {limitWords(holds.massG, system)}
          </dd>
        </>
      )}
      {holds?.roomCm3.known === 'cakes' && (
        <>
          <dt>takes</dt>
          <dd>
            <Size mm={widthOfMm(winder, holds.roomCm3.mean)} /> across
            {roomWords(holds.roomCm3, winder, system)}
          </dd>
        </>
      )}
      <Fact label="crossing" known={known('crossingAngleDeg')}>
        {winder.crossingAngleDeg}°
      </Fact>
      <dt>turns</dt>
      <dd>{winder.turning ? `${TURNING_WORDS[winder.turning]}, seen from above` : 'direction not entered yet'}</dd>
      <dt>base</dt>
      <dd>{BASES[winder.base]}</dd>
    </dl>
  );
}

function HandFacts({ form }: { form: HandTool }) {
  const known = (figure: string) => form.measured.includes(figure);
  return (
    <dl className={styles.facts}>
      <Fact label="form" known={known('coreDiameterMm')}>
        <Size mm={form.coreDiameterMm} /> across
      </Fact>
      <Fact label="ball" known={known('maxDiameterMm') && known('maxMassG')}>
        to <Size mm={form.maxDiameterMm} /> across, <Mass g={form.maxMassG} />
      </Fact>
    </dl>
  );
}

function SwiftFacts({ swift }: { swift: SwiftTool }) {
  switch (swift.kind) {
    case 'pegs':
      return (
        <p>
          Holes at{' '}
          {swift.holeRadiiMm.map((mm, i) => (
            <span key={mm}>
              {i > 0 && ', '}
              <Size mm={mm} />
            </span>
          ))}{' '}
          from the middle, on each of four arms.
        </p>
      );
    case 'umbrella':
      return (
        <p>
          {swift.ribs} ribs; opens from <Span mm={swift.opensMm.min} /> to <Span mm={swift.opensMm.max} />. For
          unwinding only: it gives way under a skein being made on it.
        </p>
      );
    case 'chairs':
      return (
        <p>
          Backs <Span mm={swift.backDepthMm} /> deep. Turned away from each other, on a floor they do not slide on.
        </p>
      );
  }
}

function ScaleFacts({ scale: { resolutionG, maxMassG, check } }: { scale: ScaleTool }) {
  const offG = check && check.shownG - check.knownG;
  return (
    <>
      <p>
        Shows steps of {resolutionG} g: a reading is right to ±&nbsp;{resolutionG / 2}&nbsp;g
        {maxMassG !== null && (
          <>
            , up to <Mass g={maxMassG} />
          </>
        )}
        .
      </p>
      {check &&
        offG !== null &&
        (Math.abs(offG) <= resolutionG ? (
          <Notice tone="good">
            It showed <Mass g={check.shownG} /> of a known <Mass g={check.knownG} />: right within its step.
          </Notice>
        ) : (
          <Notice tone="tight">
            It showed <Mass g={check.shownG} /> of a known <Mass g={check.knownG} />:{' '}
            {Math.abs((100 * offG) / check.knownG).toFixed(1)} % {offG > 0 ? 'too much' : 'too little'}. Its readings
            are kept as they are; set it right or take another.
          </Notice>
        ))}
    </>
  );
}
