/**
 * The made-up data of the demo: Tern Rock, a small textile co-operative on an island, that makes a blanket for the
 * ferry's waiting room, dyes test minis with lichen, and winds for its members. All makers and people are invented.
 */
import sharp from 'sharp';
import type { Db } from '../db/common/connection';
import { dayOf } from '../core/days/days';
import { EMPTY_LOG } from '../features/winding/log/emptyLog';
import { EMPTY_BAND } from '../features/yarns/band/bandValues';
import type { MarkKind, RunEvent, StopReason } from '../core/winding/run';
import { saveTool } from '../server/bench/bench';
import { undoOperation } from '../server/yarn/pieces';
import { weighPiece } from '../server/yarn/pieceOperations';
import { idOf } from './idOf';
import { runById } from '../db/winding/runs';
import { runPage, WINDING } from '../server/winding/runEvents';
import { syncRun } from '../server/winding/runSync';
import { logRun } from '../server/winding/runLog';
import { type StartForm, startRun } from '../server/winding/runStart';
import { addSample, type SampleForm } from '../server/yarn/measurementForms';
import { addPicture } from '../server/logbook/pictures';
import { type ProjectForm, saveProject } from '../server/projects/projects';
import { addYarn, type YarnForm } from '../server/yarn/yarns';
import { yarnPage } from '../server/yarn/yarnViews';

const DAY_MS = 24 * 3600 * 1000;

const SMALL_WINDER = 1;
const LARGE_WINDER = 2;
const PEGS = 1;
const UMBRELLA = 2;

/** What helped when a cake spilled. */
const LIFTED_BACK = { trouble: 'over the base', attempt: 'unwind', minutes: 2, lostM: 0, then: 'go on' } as const;

/** A sample's own fields; the rest is as the form leaves it. */
type MeasuredSample = { how: SampleForm['how'] } & Record<string, unknown>;

export function ternRock(db: Db, now: Date): void {
  benchOfTernRock(db);
  const daysAgo = (days: number, hour = 10) => {
    const date = new Date(now.getTime() - days * DAY_MS);
    date.setUTCHours(hour, 20, 0, 0);
    return date;
  };
  let keys = 0;
  const key = () => `tern-rock-${++keys}`;

  const add = (yarn: Partial<YarnForm>, at: Date): number[] => {
    const yarnId = idOf(
      addYarn(
        db,
        {
          ...EMPTY_BAND,
          form: 'hank',
          count: String(yarn.masses?.length || 1),
          loop: '',
          masses: [],
          tare: '',
          humidity: '',
          scaleResolutionG: 1,
          requestKey: key(),
          ...yarn,
        },
        'metric',
        at,
      ),
    );
    return yarnPage(db, yarnId)!.pieces.map(({ id }) => id);
  };

  interface Winding {
    winderId: number;
    swiftId: number | null;
    cakes?: number;
    marks?: { atTurn: number; mark: MarkKind }[];
    stops?: { atTurn: number; reason: StopReason }[];
  }

  /** Begins a run and counts `share` of each cake's turns, as far as it goes. */
  const begin = (
    pieceId: number,
    { winderId, swiftId, cakes = 1, marks = [], stops = [] }: Winding,
    share: number[],
    at: Date,
  ) => {
    const runId = idOf(startRun(db, pieceId, startForm(pieceId, { winderId, swiftId, cakes }), 'metric', at));
    const turns = runPage(db, runId)!.plan.cakes.map(({ crankTurns }) => crankTurns.mean);
    let clockMs = at.getTime() + 5 * 60_000;
    const turnMs = 820 + ((pieceId * 37) % 5) * 40;
    let seq = 0;
    const events: RunEvent[] = [];
    const happen = (part: number, event: object, afterMs = turnMs) =>
      events.push({
        writer: `demo-${runId}`,
        seq: ++seq,
        atMs: (clockMs += Math.round(afterMs)),
        part,
        ...event,
      } as RunEvent);
    for (const step of ['open', 'folded', 'crossing', 'snap', 'mount', 'ties', 'end', 'park', 'seat'])
      happen(0, { kind: 'tick', step, done: true }, 14_000 + 700 * step.length);
    share.forEach((part, i) => {
      happen(i, { kind: 'stage', stage: 'wind' });
      // A cake that was wound to its end came out a little firmer or looser than the plan, as they do.
      const own = part === 1 ? 0.984 + ((pieceId * 5 + i * 3) % 7) * 0.006 : 1;
      const end = Math.round(turns[i]! * part * own);
      for (let turn = 1; turn <= end; turn++) {
        happen(i, { kind: 'turns', amount: 1 }, turnMs * slower(turn, end));
        for (const mark of marks)
          if (i === share.length - 1 && mark.atTurn === turn) happen(i, { kind: 'mark', ...mark });
        const stop = i === share.length - 1 && stops.find(({ atTurn }) => atTurn === turn);
        if (stop) {
          happen(i, { kind: 'stop', ...stop });
          if (stop.reason === 'over the base') happen(i, { kind: 'trouble', ...LIFTED_BACK, atTurn: turn }, 90_000);
          happen(i, { kind: 'resume' }, stop.reason === 'over the base' ? 6_000 : 96_000);
        }
      }
      if (part >= 0.97) {
        happen(i, { kind: 'stage', stage: 'take off' });
        happen(i, { kind: 'tick', step: 'lift', done: true }, 41_000);
      }
    });
    for (let i = 0; i < events.length; i += 1000)
      syncRun(db, runById(db, runId)!, { writer: `demo-${runId}`, events: events.slice(i, i + 1000) }, at, WINDING);
    return runId;
  };

  /** Gently at first, slowly for the last metres, and never quite evenly in between. */
  const slower = (turn: number, end: number) =>
    (turn < 14 || turn > end - 18 ? 1.7 : 1) * (1 + 0.09 * Math.sin(turn / 23) + 0.05 * Math.sin(turn / 7));

  const startForm = (pieceId: number, { winderId, swiftId, cakes = 1 }: Winding): StartForm => ({
    toolKey: `winder ${winderId}`,
    toolOfPart: {},
    swiftId,
    loop: '',
    firmness: 'usual',
    split: { by: 'equal', cakes },
    cutAtKnots: true,
    twice: false,
    fromEnd: 'inner',
    workFrom: pieceOf(db, pieceId).yarn.workFrom ?? 'centre',
    queue: [],
  });

  /** A whole winding, from the hank into the log. */
  const wind = (
    pieceId: number,
    winding: Winding,
    masses: string[],
    at: Date,
    more: { waste?: string; rest?: string; note?: string; diameters?: string[]; heights?: string[] } = {},
  ) => {
    const runId = begin(
      pieceId,
      winding,
      masses.map(() => 1),
      at,
    );
    const form = { ...EMPTY_LOG, ...runPage(db, runId)!.ways, requestKey: key(), masses, ...more };
    return idOf(logRun(db, runId, form, 'metric', new Date(at.getTime() + 25 * 60_000)));
  };

  const measure = (pieceId: number, sample: MeasuredSample, at: Date) =>
    idOf(
      addSample(
        db,
        pieceId,
        {
          requestKey: key(),
          note: '',
          washed: false,
          ...(sample.how !== 'wraps' && { humidity: '', scaleResolutionG: 1 }),
          ...sample,
        },
        'metric',
        at,
      ),
    );

  const weigh = (
    pieceId: number,
    mass: string,
    scaleResolutionG: number,
    at: Date,
    note = '',
    tare = '',
    humidity = '',
  ) => idOf(weighPiece(db, pieceId, { requestKey: key(), mass, tare, humidity, scaleResolutionG, note }, 'metric', at));

  // Minis of the lichen tests, weighed on the fine scale.
  add(
    {
      maker: 'Tern Rock',
      line: 'Lichen tests',
      colourName: 'Ochre crust',
      colourHex: '#c49a34',
      fibres: '80 % wool, 20 % mohair',
      putUpMass: '20 g',
      putUpLength: '62 m',
      weightClass: '2',
      form: 'mini skein',
      masses: ['20.1', '19.8', '20.4', '19.7', '20.0', '18.2'],
      scaleResolutionG: 0.1,
      notes: 'The last one lost a length to a felted tie.',
    },
    daysAgo(31),
  );

  // The cone for the waiting room's warp.
  add(
    {
      maker: 'Harbour Loom Supply',
      line: 'Waiting-room warp',
      colourName: 'Undyed',
      colourHex: '#ece4d2',
      fibres: '100 % cotton',
      putUpMass: '900 g',
      putUpLength: '5600 m',
      form: 'cone',
      care: 'hot wash, iron damp',
      masses: ['874'],
      tare: '38 g',
      notes: 'The cone itself is 38 g.',
    },
    daysAgo(28),
  );

  // A red that lost its band: only a needle size is remembered.
  add(
    {
      colourName: 'The red from the loft',
      colourHex: '#9b2d30',
      fibres: 'wool',
      needle: '4 mm',
      masses: ['148.2'],
      scaleResolutionG: 0.1,
      loop: '150 cm',
      notes: 'Band lost. Osla remembers knitting it on 4 mm.',
    },
    daysAgo(24),
  );

  // Lace that clings.
  const lace = add(
    {
      maker: 'Northstack Mill',
      line: 'Slack Water',
      colourName: 'Fog',
      colourHex: '#b3bdc6',
      dyeLot: '08',
      fibres: '70 % mohair, 30 % silk',
      putUpMass: '25 g',
      putUpLength: '212 m',
      weightClass: '0',
      needle: '3.5 mm',
      care: 'hand wash cool, dry flat',
      masses: ['25', '26', '25'],
      loop: '120 cm',
    },
    daysAgo(21),
  );

  // Two hanks, one of which met the gears.
  const [slate] = add(
    {
      maker: 'Saltmarsh Spinning',
      line: 'Squall',
      colourName: 'Wet slate',
      colourHex: '#4c5866',
      dyeLot: 'C14',
      fibres: '100 % wool',
      putUpMass: '105 g',
      putUpLength: '236 m',
      needle: '4 mm',
      plies: '3',
      twistDirection: 'S',
      twist: '150 t/m',
      care: 'hand wash cool, dry flat',
      masses: ['106', '104'],
      loop: '162 cm',
    },
    daysAgo(17),
  );
  wind(
    slate!,
    { winderId: SMALL_WINDER, swiftId: PEGS, stops: [{ atTurn: 188, reason: 'over the base' }] },
    ['97'],
    daysAgo(16),
    {
      waste: '6 g',
      diameters: ['84 mm'],
      heights: ['67 mm'],
      note: 'Slid over the base near the end; what was oiled was cut out.',
    },
  );

  // Sock yarn: one cake used from, one with knots.
  const sock = add(
    {
      maker: 'Gannet Lane Dyehouse',
      line: 'Causeway',
      colourName: 'Low tide',
      colourHex: '#2f7480',
      dyeLot: '2217',
      fibres: '75 % merino, 25 % nylon',
      putUpMass: '115 g',
      putUpLength: '412 m',
      weightClass: '1',
      needle: '2.5 mm',
      plies: '4',
      twistDirection: 'S',
      twist: '260 t/m',
      care: 'machine wash gentle, dry flat',
      masses: ['112', '116', '114', '115'],
      loop: '162 cm',
    },
    daysAgo(14),
  );
  wind(sock[0]!, { winderId: SMALL_WINDER, swiftId: PEGS }, ['112'], daysAgo(12), {
    diameters: ['91 mm'],
    heights: ['68 mm'],
  });
  wind(
    sock[1]!,
    {
      winderId: SMALL_WINDER,
      swiftId: PEGS,
      cakes: 2,
      marks: [96, 171].map((atTurn) => ({ atTurn, mark: 'knot' as const })),
    },
    ['58', '57'],
    daysAgo(9, 15),
    {
      diameters: ['70 mm', '68 mm'],
      heights: ['66 mm', '67 mm'],
      note: 'Two for a pair of socks. Two knots in the second cake.',
    },
  );
  const firstCake = yarnOfPiece(db, sock[0]!).find(({ form }) => form === 'cake')!;
  weigh(firstCake.id, '71', 1, daysAgo(5), 'After the first sock.');
  const slip = weigh(firstCake.id, '17', 1, daysAgo(4), 'Read upside down.');
  idOf(undoOperation(db, slip, daysAgo(4, 11)));

  // Handspun: no band at all, wraps per inch and a fine scale.
  const handspun = add(
    {
      maker: 'Spun by Maren',
      line: 'Black ewe, two-ply',
      colourName: 'Undyed',
      colourHex: '#33291f',
      fibres: 'wool',
      wpi: '12',
      plies: '2',
      twistDirection: 'S',
      masses: ['186.4'],
      scaleResolutionG: 0.1,
      loop: '152 cm',
    },
    daysAgo(7),
  );

  // Thick yarn that nobody has weighed yet.
  const peat = add(
    {
      maker: 'Limpet Hill Farm',
      line: 'Peat',
      colourName: 'Deep cut',
      colourHex: '#5f4632',
      fibres: '100 % wool',
      putUpMass: '250 g',
      putUpLength: '305 m',
      weightClass: '5',
      needle: '6.5 mm',
      count: '2',
      loop: '175 cm',
    },
    daysAgo(6),
  );

  // The blanket: large hanks, one of them on the small winder just now, as three cakes.
  const blanket = add(
    {
      maker: 'Limpet Hill Farm',
      line: 'Ferry aran',
      colourName: 'Oatmeal',
      colourHex: '#d3bd93',
      dyeLot: '3',
      fibres: '100 % wool',
      putUpMass: '8 oz',
      putUpLength: '410 yd',
      weightClass: '4',
      needle: '5 mm',
      plies: '3',
      twistDirection: 'S',
      care: 'hand wash cool, dry flat',
      masses: ['231', '228', '226', '229', '230'],
      loop: '168 cm',
      notes: 'For the waiting-room blanket.',
    },
    daysAgo(3),
  );
  wind(blanket[0]!, { winderId: LARGE_WINDER, swiftId: UMBRELLA }, ['230'], daysAgo(2), {
    diameters: ['119 mm'],
    heights: ['88 mm'],
  });
  begin(
    blanket[1]!,
    {
      winderId: SMALL_WINDER,
      swiftId: UMBRELLA,
      cakes: 3,
      marks: [
        { atTurn: 61, mark: 'knot' },
        { atTurn: 34, mark: 'thin spot' },
      ],
      stops: [{ atTurn: 88, reason: 'snag' }],
    },
    [1, 0.56],
    daysAgo(0, 8),
  );

  // The same aran of another lot, got when the first ran out.
  const [laterLot] = add(
    {
      maker: 'Limpet Hill Farm',
      line: 'Ferry aran',
      colourName: 'Oatmeal',
      colourHex: '#cfb689',
      dyeLot: '5',
      fibres: '100 % wool',
      putUpMass: '8 oz',
      putUpLength: '410 yd',
      weightClass: '4',
      needle: 'US 8',
      gauge: '17 sts x 23 rows to 10 cm',
      plies: '3',
      careSymbols: 'wash-hand bleach-no dry-flat iron-low',
      masses: ['227'],
      loop: '168 cm',
      place: 'loft, blue chest',
    },
    daysAgo(2, 14),
  );

  // A band that cannot be right, or a measurement that is not.
  const [kelp] = add(
    {
      maker: 'Saltmarsh Spinning',
      line: 'Squall',
      colourName: 'Kelp',
      colourHex: '#5d6b2e',
      dyeLot: 'C20',
      fibres: '100 % wool',
      putUpMass: '105 g',
      putUpLength: '236 m',
      needle: '4 mm',
      plies: '3',
      form: 'ball',
      masses: ['63.4'],
      scaleResolutionG: 0.1,
      place: 'bench drawer',
    },
    daysAgo(2, 15),
  );
  measure(kelp!, { how: 'length', length: '10 m', mass: '8.9', scaleResolutionG: 0.1 }, daysAgo(1, 9));

  // Handspun, counted on the reel before and after its bath.
  const ewe = handspun[0]!;
  measure(ewe, { how: 'reel', loops: '312', loop: '152 cm', spread: '7 cm', mass: '' }, daysAgo(6, 12));
  measure(ewe, { how: 'wraps', wraps: '26', over: '2 in', washed: true }, daysAgo(4, 9));
  measure(
    ewe,
    { how: 'reel', loops: '301', loop: '152 cm', spread: '7 cm', mass: '184.9', washed: true },
    daysAgo(4, 9),
  );

  // A sample that agrees with its band, and a weighing in a heated room.
  const [, , thirdSock] = sock;
  measure(thirdSock!, { how: 'length', length: '12 m', mass: '3.4', scaleResolutionG: 0.1 }, daysAgo(3, 16));
  weigh(laterLot!, '223', 1, daysAgo(1, 19), 'Beside the stove.', '', '35 %');

  const project = (form: Partial<ProjectForm>, at: Date) =>
    idOf(
      saveProject(
        db,
        null,
        { name: '', notes: '', castOn: '', dueOn: '', margin: '10', spare: '1', needs: [], requestKey: key(), ...form },
        'metric',
        at,
      ),
    );
  const need = (colour: string, amount: string, yarnIds: number[], done = '') => ({ colour, amount, done, yarnIds });
  const day = (days: number) => dayOf(daysAgo(-days));
  const [sockYarn, laceYarn, slateYarn] = [sock[0]!, lace[0]!, slate!].map((id) => pieceOf(db, id).yarn.id);
  const [aran, aranLater, peatYarn] = [blanket[0]!, laterLot!, peat[0]!].map((id) => pieceOf(db, id).yarn.id);
  project(
    {
      name: 'Waiting-room blanket',
      dueOn: day(40),
      notes: 'Forty squares. The edge last, in slate.',
      needs: [need('Squares', '2100 m', [aran!, aranLater!], '15'), need('Edge', '190 m', [slateYarn!])],
    },
    daysAgo(3, 11),
  );
  project(
    { name: 'Socks for the ferryman', dueOn: day(12), needs: [need('', '390 m', [sockYarn!], '50')] },
    daysAgo(6),
  );
  project({ name: 'Fog shawl', needs: [need('', '690 m', [laceYarn!])] }, daysAgo(5));
  project({ name: 'A second pair of socks', margin: '5', needs: [need('', '390 m', [sockYarn!])] }, daysAgo(1));
  project({ name: 'Boot mats', margin: '15', needs: [need('Peat', '400 g', [peatYarn!])] }, daysAgo(1, 12));
}

/** What the co-operative has measured of its tools so far. */
function benchOfTernRock(db: Db): void {
  idOf(
    saveTool(
      db,
      SMALL_WINDER,
      {
        tool: 'winder',
        name: 'Small winder',
        measured: ['spindleTurnsPerCrank', 'coreDiameterMm', 'heightMm'],
        spindleTurnsPerCrank: '4',
        coreDiameterMm: '24',
        heightMm: '68',
        maxDiameterMm: '98',
        maxMassG: '113 g',
        crossingAngleDeg: '20',
        turning: 'clockwise',
        drive: 'hand',
        base: 'flat',
      },
      'metric',
    ),
  );
  idOf(
    saveTool(
      db,
      2,
      {
        tool: 'scale',
        name: 'Fine scale',
        measured: ['resolutionG', 'maxMassG'],
        resolutionG: '0.1 g',
        maxMassG: '500 g',
        knownG: '200 g',
        shownG: '200.1 g',
      },
      'metric',
    ),
  );
}

/** A picture of a band, drawn as one would photograph it. */
export async function ternRockPictures(db: Db, folder: string, now: Date): Promise<void> {
  const lines = ['LIMPET HILL FARM', 'Ferry aran · Oatmeal', '100 % wool · 8 oz · 410 yd', 'needle 5 mm · dye lot 5'];
  const text = lines
    .map((line, i) => `<text x="60" y="${150 + i * 88}" font-size="${i === 0 ? 58 : 46}" fill="#3a2c18">${line}</text>`)
    .join('');
  const band = `<svg xmlns="http://www.w3.org/2000/svg" width="1100" height="760" font-family="sans-serif">
    <rect width="1100" height="760" fill="#7b6f5d"/><g transform="rotate(-3 550 380)"><rect x="20" y="50" width="1040" height="620" fill="#f4ead4"/>
    <rect x="20" y="560" width="1040" height="110" fill="#cfb689"/>${text}</g></svg>`;
  const picture = await sharp(Buffer.from(band)).jpeg().toBuffer();
  const yarn = db.prepare("SELECT id FROM yarn WHERE dye_lot = '5'").get() as { id: number };
  await addPicture(db, folder, yarn.id, picture, now);
}

function pieceOf(db: Db, pieceId: number) {
  const yarnId = (db.prepare('SELECT yarn_id AS id FROM piece WHERE id = ?').get(pieceId) as { id: number }).id;
  const page = yarnPage(db, yarnId)!;
  return { yarn: page.yarn, piece: page.pieces.find(({ id }) => id === pieceId)! };
}

function yarnOfPiece(db: Db, pieceId: number) {
  return yarnPage(db, pieceOf(db, pieceId).yarn.id)!.pieces;
}
