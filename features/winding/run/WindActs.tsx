'use client';

import { Button } from 'antd';
import { type MarkKind, MARK_KINDS, stopReasons } from '../../../core/winding/run';
import { BenchSettings } from '../../../ui/bench/BenchSettings';
import { Way } from '../../../ui/bench/Way';
import { Swatch } from '../../../ui/figures/Swatch';
import { MARK_WORDS, STOP_WORDS } from '../words';
import { DriverChoice } from './DriverChoice';
import { HandOver } from './HandOver';
import { READY_TO_CUT } from './useMotor';
import type { Winding } from './useWinding';
import { colourNamesOf } from './windingProgress';

const MARK_LETTERS: Record<MarkKind, string> = {
  knot: 'K',
  'thin spot': 'T',
  'colour change': 'C',
  'tension changed': 'W',
};

/** What can be done besides counting; once one stops, why. */
export function WindActs({ winding, onDone, onBack }: { winding: Winding; onDone: () => void; onBack: () => void }) {
  if (winding.asking) return <WhyStop winding={winding} />;
  const { state, enabled, record, by, measured, progress, miscount } = winding;
  const { part } = state;
  const { onWinder, last, cue, turns, begun, uncounted } = progress;
  return (
    <div className="col-span-full flex flex-wrap items-center gap-2">
      <JustHappened winding={winding} />
      <ColoursToBegin winding={winding} />
      <Way onClick={miscount} disabled={!enabled || turns === 0 || measured || uncounted} letter="⌫">
        Miscounted: −{Math.min(by, Math.max(turns, 1))}
      </Way>
      <span className="flex-1" />
      <HandOver
        hands={state.hands}
        enabled={enabled}
        onHand={(who) => record({ kind: 'hand over', part, who, atTurn: turns })}
      />
      <BenchSettings unit="turn">
        <DriverChoice onWinder={onWinder} />
      </BenchSettings>
      <Button size="large" type="text" onClick={onBack} disabled={!enabled || begun}>
        Back
      </Button>
      <Button
        size="large"
        type={READY_TO_CUT.has(cue) || (last && cue === 'slow') ? 'primary' : 'default'}
        onClick={onDone}
        disabled={!enabled || !begun}
      >
        {last ? 'All wound: take it off' : 'Cut: take it off'}{' '}
        <kbd aria-hidden="true" className="max-desk:hidden">
          X
        </kbd>
      </Button>
    </div>
  );
}

function JustHappened({ winding: { state, enabled, setAsking, stop, mark, unmark, progress } }: { winding: Winding }) {
  const { onWinder, marksHere } = progress;
  return (
    <div
      className="[&_button]:flex-[1_0_auto] [&_button]:px-3 max-tablet:[&_button]:flex-[1_0_30%] flex flex-[1_1_100%] flex-wrap gap-2"
      role="group"
      aria-label="What happened just now"
    >
      <Way onClick={() => setAsking(true)} disabled={!enabled || state.stopped !== null} letter="S">
        Stop
      </Way>
      <Way onClick={() => stop('snag')} disabled={!enabled || state.stopped !== null} letter="N">
        Snag
      </Way>
      {onWinder && (
        <Way onClick={() => stop('over the base')} disabled={!enabled || state.stopped !== null} letter="B">
          Off the base
        </Way>
      )}
      {MARK_KINDS.map((kind) => (
        <Way key={kind} onClick={() => mark(kind)} disabled={!enabled} letter={MARK_LETTERS[kind]}>
          {MARK_WORDS[kind]}
        </Way>
      ))}
      {/* Always there: nothing may slide under a finger. */}
      <Way onClick={unmark} disabled={!enabled || marksHere.length === 0} letter="U" quiet>
        Unmark
      </Way>
    </div>
  );
}

function ColoursToBegin({ winding: { page, enabled, palette, markColour } }: { winding: Winding }) {
  if (palette.length === 0) return null;
  const names = colourNamesOf(page);
  return (
    <div className="flex flex-[1_1_100%] flex-wrap gap-2" role="group" aria-label="A colour that begins here">
      {palette.map((hex, i) => (
        <Way key={hex} onClick={() => markColour(i + 1)} disabled={!enabled} letter={String(i + 1)}>
          <span className="inline-flex items-center gap-1">
            <Swatch hex={hex} size={18} /> {names[hex]}
          </span>
        </Way>
      ))}
    </div>
  );
}

function WhyStop({ winding: { page, setAsking, stop, progress } }: { winding: Winding }) {
  const reasons = stopReasons({ heldBy: page.plan.swift?.kind ?? null, onto: progress.cake.tool.onto });
  return (
    <div className="col-span-full flex flex-wrap items-center gap-3" role="group" aria-label="Why do you stop?">
      <strong>Stop, because of</strong>
      {reasons.map((reason, i) => (
        <Button key={reason} size="large" onClick={() => stop(reason)} autoFocus={i === 0}>
          {STOP_WORDS[reason]}
        </Button>
      ))}
      <Button size="large" type="text" onClick={() => setAsking(false)}>
        no, go on
      </Button>
    </div>
  );
}
