'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { type ReactNode, useState } from 'react';
import type { Bench, SwiftTool, WinderTool } from '../../server/bench';
import { TextField } from '../../ui/Field';
import { Mass, Size, Span } from '../../ui/Figures';
import { Form, FormError } from '../../ui/Form';
import { useForm } from '../../ui/useForm';
import { saveSwift, saveWinder } from './actions';
import styles from './BenchScreen.module.css';
import { ToolDrawing } from './ToolDrawing';

/** My tools and their figures: what they came with, until they are measured. */
export function BenchScreen({ bench }: { bench: Bench }) {
  return (
    <>
      <h1>My tools</h1>
      <p className={styles.intro}>
        Every plan rests on these figures. They start as common ones; put in what you measure on yours, and the plans
        are yours.
      </p>
      <h2 className={styles.kind}>Winders</h2>
      <ul className={styles.tools}>
        {bench.winders.map((winder) => (
          <Winder key={winder.id} winder={winder} />
        ))}
      </ul>
      <h2 className={styles.kind}>To hold the hank</h2>
      <ul className={styles.tools}>
        {bench.swifts.map((swift) => (
          <SwiftPlace key={swift.id} swift={swift} />
        ))}
      </ul>
      <h2 className={styles.kind}>Scales</h2>
      <ul className={styles.scales}>
        {bench.scales.map(({ id, name, resolutionG }) => (
          <li key={id}>
            <strong>{name}</strong>, shows steps of {resolutionG} g: a reading is right to ± {resolutionG / 2} g
          </li>
        ))}
      </ul>
    </>
  );
}

function Tool({
  name,
  measured,
  drawing,
  facts,
  form,
}: {
  name: string;
  measured: boolean;
  drawing: ReactNode;
  facts: ReactNode;
  form: (close: () => void) => ReactNode;
}) {
  const [open, setOpen] = useState(false);
  return (
    <li className={styles.tool}>
      <div className={styles.drawing}>{drawing}</div>
      <div className={styles.about}>
        <h3>{name}</h3>
        <p className={measured ? styles.measured : styles.starting}>
          {measured ? 'measured on yours' : 'guess: starting figures'}
        </p>
        {open ? (
          form(() => setOpen(false))
        ) : (
          <>
            {facts}
            <Button onClick={() => setOpen(true)}>
              {measured ? 'Change' : 'Put in what I measured'}
              <span className="visually-hidden"> on the {name.toLowerCase()}</span>
            </Button>
          </>
        )}
      </div>
    </li>
  );
}

function Winder({ winder }: { winder: WinderTool }) {
  return (
    <Tool
      name={winder.name}
      measured={winder.measured}
      drawing={<ToolDrawing tool={{ kind: 'winder', ...winder }} />}
      facts={
        <dl className={styles.facts}>
          <dt>crank</dt>
          <dd>{winder.spindleTurnsPerCrank} turns of the spindle to one</dd>
          <dt>spindle</dt>
          <dd>
            <Size mm={winder.coreDiameterMm} /> across, <Size mm={winder.heightMm} /> high
          </dd>
          <dt>room</dt>
          <dd>
            to <Size mm={winder.maxDiameterMm} /> across, <Mass g={winder.maxMassG} />
          </dd>
          <dt>crossing</dt>
          <dd>{winder.crossingAngleDeg}°</dd>
        </dl>
      }
      form={(close) => <WinderFigures winder={winder} close={close} />}
    />
  );
}

const tidy = (value: number) => String(Number(value.toFixed(3)));

function WinderFigures({ winder, close }: { winder: WinderTool; close: () => void }) {
  const router = useRouter();
  const form = useForm({
    draftKey: `winder ${winder.id}`,
    initial: () => ({
      name: winder.name,
      spindleTurnsPerCrank: tidy(winder.spindleTurnsPerCrank),
      coreDiameterMm: `${tidy(winder.coreDiameterMm)} mm`,
      heightMm: `${tidy(winder.heightMm)} mm`,
      maxDiameterMm: `${tidy(winder.maxDiameterMm)} mm`,
      maxMassG: `${tidy(winder.maxMassG)} g`,
      crossingAngleDeg: tidy(winder.crossingAngleDeg),
    }),
    save: (values) => saveWinder(winder.id, values),
    saved: () => {
      router.refresh();
      close();
    },
  });
  return (
    <Figures form={form} close={close}>
      <TextField label="Name" {...form.field('name')} />
      <TextField
        label="Spindle turns to one of the crank"
        {...form.field('spindleTurnsPerCrank')}
        hint="count them over ten turns of the crank, divide by ten"
      />
      <TextField label="Spindle, across" {...form.field('coreDiameterMm')} hint="halfway up, where the yarn lies" />
      <TextField label="Spindle, height for yarn" {...form.field('heightMm')} hint="of a finished cake" />
      <TextField
        label="Widest cake that clears"
        {...form.field('maxDiameterMm')}
        hint="from the guide to the spindle, doubled"
      />
      <TextField
        label="Most it holds"
        {...form.field('maxMassG')}
        hint="what its maker says, or your largest good cake"
      />
      <TextField
        label="Crossing angle"
        {...form.field('crossingAngleDeg')}
        hint="how steeply strands cross, in degrees"
      />
    </Figures>
  );
}

function SwiftPlace({ swift }: { swift: SwiftTool }) {
  return (
    <Tool
      name={swift.name}
      measured={swift.measured}
      drawing={<ToolDrawing tool={swift} />}
      facts={<SwiftFacts swift={swift} />}
      form={(close) => <SwiftFigures swift={swift} close={close} />}
    />
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

function SwiftFigures({ swift, close }: { swift: SwiftTool; close: () => void }) {
  const router = useRouter();
  const form = useForm({
    draftKey: `swift ${swift.id}`,
    initial: () => ({
      name: swift.name,
      holeRadiiMm: swift.kind === 'pegs' ? swift.holeRadiiMm.join(', ') : '',
      ribs: swift.kind === 'umbrella' ? String(swift.ribs) : '',
      minOpenMm: swift.kind === 'umbrella' ? `${swift.opensMm.min} mm` : '',
      maxOpenMm: swift.kind === 'umbrella' ? `${swift.opensMm.max} mm` : '',
      backDepthMm: swift.kind === 'chairs' ? `${swift.backDepthMm} mm` : '',
    }),
    save: ({ name, holeRadiiMm, ribs, minOpenMm, maxOpenMm, backDepthMm }) => {
      switch (swift.kind) {
        case 'pegs':
          return saveSwift(swift.id, { kind: 'pegs', name, holeRadiiMm });
        case 'umbrella':
          return saveSwift(swift.id, { kind: 'umbrella', name, ribs, minOpenMm, maxOpenMm });
        case 'chairs':
          return saveSwift(swift.id, { kind: 'chairs', name, backDepthMm });
      }
    },
    saved: () => {
      router.refresh();
      close();
    },
  });
  return (
    <Figures form={form} close={close}>
      <TextField label="Name" {...form.field('name')} />
      {swift.kind === 'pegs' && (
        <TextField
          label="Holes, from the middle in mm"
          {...form.field('holeRadiiMm')}
          hint="from the post to each hole of one arm, the nearest first: 180, 205, 230"
        />
      )}
      {swift.kind === 'umbrella' && (
        <>
          <TextField label="Ribs around" {...form.field('ribs')} />
          <TextField label="Nearly closed, across" {...form.field('minOpenMm')} />
          <TextField label="Wide open, across" {...form.field('maxOpenMm')} />
        </>
      )}
      {swift.kind === 'chairs' && <TextField label="Depth of a back" {...form.field('backDepthMm')} />}
    </Figures>
  );
}

function Figures({
  form,
  close,
  children,
}: {
  form: { submit: () => void; clear: () => void; saving: boolean; errors: Record<string, string> };
  close: () => void;
  children: ReactNode;
}) {
  return (
    <Form form={form} className={styles.form}>
      {children}
      <FormError form={form} />
      <div className={styles.ways}>
        <Button type="primary" htmlType="submit" loading={form.saving}>
          Keep these figures
        </Button>
        <Button
          type="text"
          onClick={() => {
            form.clear();
            close();
          }}
        >
          Leave it
        </Button>
      </div>
    </Form>
  );
}
