'use client';

import { Button } from 'antd';
import { type ReactNode, useState } from 'react';
import type { WinderHolds } from '../../core/bench/winderLimit';
import type { Schools } from '../../core/bench/schools';
import type { Bench, ToolKind } from '../../server/bench/bench';
import { DevicePanels } from '../../ui/devices/DevicePanels';
import { SchoolsPanel } from './SchoolsPanel';
import { ToolCard } from './ToolCard';
import { ToolForm } from './ToolForm';
import { NEW_TOOLS } from './toolFigures';

/** My tools and their figures: what they came with, until they are measured; and what my own cakes have taught. */
export function BenchScreen({
  bench,
  limits,
  schools,
}: {
  bench: Bench;
  /** What each winder holds, as far as it is known, by its number. */
  limits: Record<number, WinderHolds>;
  schools: Schools;
}) {
  // One form at a time: its fields have one name each on the page.
  const [open, setOpen] = useState<string | null>(null);
  const card = (kind: ToolKind, tool: Bench[keyof Bench][number]) => {
    const key = `${kind} ${tool.id}`;
    return (
      <ToolCard
        key={key}
        kind={kind}
        tool={tool}
        holds={kind === 'winder' ? limits[tool.id] : undefined}
        open={open === key}
        onOpen={() => setOpen(key)}
        onClose={() => setOpen(null)}
      />
    );
  };
  const adding = (...kinds: ToolKind[]) => (
    <Adding kinds={kinds} open={open} onOpen={(kind) => setOpen(`new ${kind}`)} onClose={() => setOpen(null)} />
  );
  return (
    <>
      <h1>My tools</h1>
      <p className="max-w-[44em] mt-1 text-ink-soft">
        Every plan rests on these figures. They start as common ones; put in what you measure on yours, and the plans
        are yours.
      </p>
      <Kind title="Winders" adding={adding('winder')}>
        {bench.winders.map((tool) => card('winder', tool))}
      </Kind>
      <Kind title="To wind by hand" adding={adding('hand_form')}>
        {bench.handForms.map((tool) => card('hand_form', tool))}
      </Kind>
      <Kind title="To hold the hank" adding={adding('pegs', 'umbrella', 'chairs')}>
        {bench.swifts.map((tool) => card(tool.kind, tool))}
      </Kind>
      <Kind title="To wind minis round" adding={adding('reel')}>
        {bench.reels.map((tool) => card('reel', tool))}
      </Kind>
      <Kind title="To spin on" adding={adding('wheel', 'spindle')}>
        {bench.wheels.map((tool) => card(tool.kind, tool))}
      </Kind>
      <Kind title="Scales and counters" adding={adding('scale', 'counter')}>
        {bench.scales.map((tool) => card('scale', tool))}
        {bench.counters.map((tool) => card('counter', tool))}
      </Kind>
      <h2 className="mt-6 mr-0 mb-3 ml-0">Devices</h2>
      <p className="max-w-[44em] mt-1 text-ink-soft">
        Stand-ins for a scale, a length counter and a motor winder, to try before you buy any. What is plugged in here
        can count a winding or weigh a cake.
      </p>
      <DevicePanels />
      <SchoolsPanel schools={schools} />
    </>
  );
}

function Kind({ title, adding, children }: { title: string; adding: ReactNode; children: ReactNode }) {
  return (
    <section aria-label={title}>
      <h2 className="mt-6 mr-0 mb-3 ml-0">{title}</h2>
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(390px,100%),1fr))] gap-y-6 gap-x-10">{children}</ul>
      {adding}
    </section>
  );
}

function Adding({
  kinds,
  open,
  onOpen,
  onClose,
}: {
  kinds: ToolKind[];
  open: string | null;
  onOpen: (kind: ToolKind) => void;
  onClose: () => void;
}) {
  const kind = kinds.find((each) => open === `new ${each}`);
  if (kind)
    return (
      <div className="mt-4 py-4 px-6 border-2 border-line rounded-lg">
        <h3>{`Add ${NEW_TOOLS[kind].title}`}</h3>
        <ToolForm kind={kind} id={null} initial={NEW_TOOLS[kind].values} measured={[]} close={onClose} />
      </div>
    );
  return (
    <p className="mt-2 mr-0 mb-0 -ml-2">
      {kinds.map((each) => (
        <Button key={each} type="text" onClick={() => onOpen(each)}>
          + {NEW_TOOLS[each].title}
        </Button>
      ))}
    </p>
  );
}
