import { crankRatioOf, crossingAngleOf, diameterOf, mmPerPulseOf } from '../../core/bench/measureTool';
import type { Bench, WheelTool } from '../../server/bench/bench';
import type { ToolForm, ToolKind } from '../../server/bench/bench';

/** A field of a tool, and how its figure is found with things at home. */
export interface ToolField {
  name: string;
  label: string;
  /** Step by step. */
  how: string;
  /** It may be left out, and is measured where it is there. */
  optional?: true;
  /** What is counted, or measured in mm, instead, where the figure follows from it. */
  instead?: {
    label: string;
    read: 'count' | 'size';
    figure: (counted: number, values: Record<string, string>) => string;
  };
}

const tidy = (value: number) => String(Number(value.toFixed(2)));
const mm = (text: string | undefined) => Number.parseFloat(text ?? '') || Number.NaN;

const MAX_MASS: ToolField = {
  name: 'maxMassG',
  label: 'Most it holds',
  how: 'What its maker says; or the largest cake that came off it well, weighed. Past it the yarn slides off the base.',
};

const ROOM: ToolField[] = [
  {
    name: 'coreDiameterMm',
    label: 'Spindle, across',
    how: 'Halfway up, where the yarn lies. Lay a strip of paper once round it, mark where it meets, and measure the strip.',
    instead: {
      label: 'Strip once round',
      read: 'size',
      figure: (girthMm) => `${tidy(diameterOf({ girthMm }))} mm`,
    },
  },
  {
    name: 'heightMm',
    label: 'Height for yarn',
    how: 'With a ruler, from the lowest strand of a finished cake to its highest.',
  },
  {
    name: 'maxDiameterMm',
    label: 'Widest that clears',
    how: 'With a ruler, from the middle of the spindle to whatever a growing cake would touch first: the guide, the rim or your own hand. Twice that.',
    instead: { label: 'Middle to guide', read: 'size', figure: (radius) => `${tidy(2 * radius)} mm` },
  },
  MAX_MASS,
];

const DRAW: ToolField = {
  name: 'drawM',
  label: 'Drawn at once',
  how: 'Spin as you always do, and stop before a draw goes in: measure from your hand to the orifice.',
};

const PACE: ToolField = {
  name: 'pacePerMin',
  label: 'Treadles in a minute',
  how: 'Count for half a minute while you spin without hurry, and double it.',
  instead: { label: 'In half a minute', read: 'count', figure: (counted) => String(Math.round(2 * counted)) },
};

/** The figures of each kind of tool, in the order in which they are asked for. */
export const TOOL_FIELDS: Record<ToolKind, readonly ToolField[]> = {
  winder: [
    {
      name: 'spindleTurnsPerCrank',
      label: 'Spindle turns to one of the crank',
      how: 'Stick a bit of tape to the spindle. Turn the crank slowly ten times and count how often the tape comes round.',
      instead: {
        label: 'Times it came round',
        read: 'count',
        figure: (spindleTurnsInTen) => tidy(crankRatioOf({ spindleTurnsInTen })),
      },
    },
    ...ROOM,
    {
      name: 'crossingAngleDeg',
      label: 'Crossing angle, in degrees',
      how: 'Wind a bright thread onto the empty spindle and count the turns of the spindle while it climbs from the foot to the top.',
      instead: {
        label: 'Turns from foot to top',
        read: 'count',
        figure: (turnsToTop, values) =>
          tidy(
            crossingAngleOf({
              turnsToTop,
              coreDiameterMm: mm(values.coreDiameterMm),
              heightMm: mm(values.heightMm),
            }),
          ),
      },
    },
  ],
  hand_form: ROOM.map((field) =>
    field.name === 'maxDiameterMm'
      ? {
          ...field,
          label: 'Widest ball you like',
          how: 'The largest ball that your hand still turns with ease, measured across.',
        }
      : field.name === 'coreDiameterMm'
        ? { ...field, label: 'Form, across' }
        : field,
  ),
  pegs: [
    {
      name: 'holeRadiiMm',
      label: 'Holes, from the middle',
      how: 'With a ruler along one arm: from the middle of the post to each hole, the nearest first, like 180, 205, 230.',
    },
  ],
  umbrella: [
    { name: 'ribs', label: 'Ribs around', how: 'Count the places where the yarn bends.' },
    {
      name: 'minOpenMm',
      label: 'Nearly closed, across',
      how: 'Close it as far as it still holds a hank. Measure across the ribs.',
    },
    {
      name: 'maxOpenMm',
      label: 'Wide open, across',
      how: 'Open it as far as it goes without force. Measure across the ribs.',
    },
  ],
  chairs: [
    {
      name: 'backDepthMm',
      label: 'Depth of a back',
      how: 'With a ruler, from the front of the back to its rear, where the yarn will lie.',
    },
  ],
  scale: [
    {
      name: 'resolutionG',
      label: 'Steps that it shows',
      how: 'Lay on one thin thing after another and see by how much the display jumps at least.',
    },
    { name: 'maxMassG', label: 'Most that it weighs', how: 'Printed on it, most often beneath or beside the display.' },
    {
      name: 'knownG',
      optional: true,
      label: 'A known weight',
      how: 'A litre of cold water is 998 g without its jug; a packed pound of something sealed is a little more than its label says, for the packing.',
    },
    {
      name: 'shownG',
      optional: true,
      label: 'What it shows of it',
      how: 'Read it three times, with the scale empty in between, and take the middle one.',
    },
  ],
  counter: [
    {
      name: 'mmPerPulse',
      label: 'Yarn to a pulse, in mm',
      how: 'Lay out ten metres of yarn along a ruler, let them run through without pulling, and count the pulses.',
      instead: {
        label: 'Pulses in ten metres',
        read: 'count',
        figure: (pulsesInTenM) => tidy(mmPerPulseOf({ pulsesInTenM })),
      },
    },
  ],
  wheel: [
    {
      name: 'turnsEach',
      label: 'Flyer turns to a treadle, whorl by whorl',
      how: 'Tie a bright thread to the flyer and treadle ten times, slowly: how often does it come round? A tenth of that. Or by diameters: the drive wheel through the whorl, both across where the band runs, by as many turns of the wheel as a treadle makes. Whorl after whorl, like 6, 8.5, 11.',
    },
    {
      name: 'slipPercent',
      optional: true,
      label: 'The band slips by, in %',
      how: 'Only where the turns are by diameters: while you spin, count the flyer over ten treadles. What is missing of the turns there should be, in a hundred of them, is slip.',
    },
    DRAW,
    PACE,
  ],
  spindle: [
    {
      name: 'turnsEach',
      label: 'Turns to a roll',
      how: 'With a bright thread on the whorl: roll or flick it once as you always do, with yarn on it, and count how often the thread comes round before it slows down. The mean of five rolls.',
    },
    {
      ...DRAW,
      label: 'Spun before it is wound on',
      how: 'With a ruler, from the hand to the spindle, just before you wind on.',
    },
    { ...PACE, label: 'Rolls in a minute' },
  ],
  reel: [
    {
      name: 'loopM',
      label: 'Circumference, bare',
      how: 'Wind ten loops of a smooth thread as you wind a mini, mark the first and the last, unwind it and measure between the marks. A tenth of it is one loop.',
      instead: { label: 'Ten loops, unwound', read: 'size', figure: (tenMm) => `${tidy(tenMm / 100)} cm` },
    },
    {
      name: 'spreadMm',
      label: 'Room side by side',
      how: 'With a ruler: how wide your loops lie before the next ones come to lie on top of them.',
    },
  ],
};

type AnyTool = Bench[keyof Bench][number];

/** A tool's figures as they would be typed, so that saving them unchanged changes nothing. */
export function typedFigures(kind: ToolKind, tool: AnyTool): Record<string, string> {
  const figures = tool as unknown as Record<string, unknown>;
  const given = (name: string, unit: string) =>
    typeof figures[name] === 'number' ? `${Number(figures[name].toFixed(3))}${unit}` : '';
  const typed = Object.fromEntries(TOOL_FIELDS[kind].map(({ name }) => [name, given(name, unitOf(name))]));
  const text = (name: string) => (typeof figures[name] === 'string' ? figures[name] : '');
  switch (kind) {
    case 'winder':
      return { ...typed, turning: text('turning'), drive: text('drive') || 'hand', base: text('base') || 'flat' };
    case 'hand_form':
      return { ...typed, kind: text('kind') || 'nostepinne' };
    case 'pegs':
      return { holeRadiiMm: 'holeRadiiMm' in tool ? tool.holeRadiiMm.map((mm) => `${mm} mm`).join(', ') : '' };
    case 'umbrella':
      return {
        ...typed,
        minOpenMm: 'opensMm' in tool ? `${tool.opensMm.min} mm` : '',
        maxOpenMm: 'opensMm' in tool ? `${tool.opensMm.max} mm` : '',
      };
    case 'scale': {
      const check = 'check' in tool ? tool.check : null;
      return { ...typed, knownG: check ? `${check.knownG} g` : '', shownG: check ? `${check.shownG} g` : '' };
    }
    case 'reel':
      return {
        ...typed,
        kind: text('kind') || 'frame',
        loopM: figures.loopM ? `${tidy(Number(figures.loopM) * 100)} cm` : '',
      };
    case 'wheel':
    case 'spindle': {
      const { turnsEach, slip, drawM } = figures as unknown as WheelTool;
      return {
        ...typed,
        turnsEach: turnsEach.map(tidy).join(', '),
        drawM: `${tidy(drawM * 100)} cm`,
        ...(kind === 'wheel' && { slipPercent: slip === 0 ? '' : tidy(100 * slip) }),
      };
    }
    case 'chairs':
    case 'counter':
      return typed;
  }
}

function unitOf(name: string): string {
  if (name.endsWith('Mm') || name === 'mmPerPulse') return ' mm';
  return name.endsWith('G') ? ' g' : '';
}

/** A tool that is not on the bench yet: figures to begin with, as common ones are. */
export const NEW_TOOLS: Record<ToolKind, { title: string; values: Record<string, string> }> = {
  winder: {
    title: 'a winder',
    values: {
      name: 'Another winder',
      spindleTurnsPerCrank: '4',
      coreDiameterMm: '24 mm',
      heightMm: '68 mm',
      maxDiameterMm: '98 mm',
      maxMassG: '113 g',
      crossingAngleDeg: '20',
      turning: '',
      drive: 'hand',
      base: 'flat',
    },
  },
  hand_form: {
    title: 'something to wind on by hand',
    values: {
      name: 'Another form',
      kind: 'nostepinne',
      coreDiameterMm: '22 mm',
      heightMm: '75 mm',
      maxDiameterMm: '110 mm',
      maxMassG: '150 g',
    },
  },
  pegs: {
    title: 'a peg swift',
    values: { name: 'Another peg swift', holeRadiiMm: '180 mm, 205 mm, 230 mm, 255 mm, 280 mm' },
  },
  umbrella: {
    title: 'an umbrella swift',
    values: { name: 'Another umbrella', ribs: '8', minOpenMm: '260 mm', maxOpenMm: '640 mm' },
  },
  chairs: { title: 'a pair of chairs', values: { name: 'Other chairs', backDepthMm: '45 mm' } },
  scale: {
    title: 'a scale',
    values: { name: 'Another scale', resolutionG: '1 g', maxMassG: '', knownG: '', shownG: '' },
  },
  wheel: {
    title: 'a spinning wheel',
    values: { name: 'Another wheel', turnsEach: '6, 8.5, 11', slipPercent: '', drawM: '30 cm', pacePerMin: '60' },
  },
  spindle: {
    title: 'a spindle',
    values: { name: 'Another spindle', turnsEach: '5', drawM: '60 cm', pacePerMin: '12' },
  },
  counter: { title: 'a length counter', values: { name: 'Another counter', mmPerPulse: '100 mm' } },
  reel: {
    title: 'something to wind minis round',
    values: { name: 'Another frame', kind: 'frame', loopM: '76 cm', spreadMm: '80 mm' },
  },
};

/** What the server is sent. */
export function toolForm(kind: ToolKind, values: Record<string, string>, measured: readonly string[]): ToolForm {
  return { tool: kind, ...values, measured: [...measured] } as unknown as ToolForm;
}
