import sharp from 'sharp';
import { careInWords } from '../../core/yarn/care';
import { fibresInWords } from '../../core/yarn/fibre';
import {
  fineMassFigure,
  gristFigure,
  inWords,
  knownLengthFigure,
  lengthFigure,
  lowerFirst,
  massFigure,
  plural,
  plusMinus,
  sizeFigure,
  twistFigure,
  upperFirst,
} from '../../core/common/format';
import type { Estimate } from '../../core/common/estimate';
import { InputError } from '../../core/common/inputError';
import { correctedCakes } from '../../core/winding/nextCake';
import { countedOn, isWoundAsBall, madeOn, ontoInWords, takeOffSteps } from '../../core/winding/run';
import { DIFFERENCES, CONSUMPTIONS } from '../../core/yarn/threadBalance';
import { inMetres, type UnitSystem } from '../../core/common/units';
import { pricesInWords, totalsOf } from '../../core/market/price';
import type { Db } from '../../db/common/connection';
import { heatInWords, recipeInWords } from '../../core/dyeing/recipeWords';
import type { OperationKind } from '../../core/yarn/piece';
import { colouredBathsOf } from '../../db/dyeing/baths';
import { yarnWithMerged } from '../../db/yarn/merges';
import { liveOfYarn } from '../../db/yarn/operations';
import { picturesOf, picturesOfOperation } from '../../db/yarn/pictures';
import { pictureFolder } from '../common/database';
import { readPictureFile } from '../logbook/pictures';
import { findOperations } from '../../db/logbook/logbook';
import type { Paper, PaperBlock, PaperPicture } from '../../formats/paper';
import { dayOf } from '../../core/days/days';
import { heavy } from './heavy';
import { fonts } from './labels';
import { linesOf, type LogLine } from '../logbook/logbook';
import { maker } from '../market/maker';
import { waresForSale } from '../market/wares';
import { runPage } from '../winding/runEvents';
import { yarnOverview } from '../logbook/yarnOverview';

/**
 * A winding's run sheet, for the wall at the bench: how the swift is set, where to stop, what to look to.
 *
 * @throws InputError where there is no such run
 */
export async function runSheet(
  db: Db,
  runId: number,
  system: UnitSystem,
  origin: string,
  signal?: AbortSignal,
): Promise<Buffer> {
  return printed(runPaper(db, runId, system, origin), system, signal);
}

async function printed(paper: Paper, system: UnitSystem, signal?: AbortSignal): Promise<Buffer> {
  const size = inMetres(system) ? 'A4' : 'LETTER';
  return Buffer.from(await heavy('paper', { paper, fonts: fonts(), size }, { signal }));
}

export function runPaper(db: Db, runId: number, system: UnitSystem, origin: string): Paper {
  const run = runPage(db, runId);
  if (!run) throw new InputError('there is no such winding', 'id');
  const plan = { ...run.plan, cakes: correctedCakes(run.plan, run.state) };
  const turns = (mean: number) => String(Math.round(mean));
  const tools = [...new Set(plan.cakes.map(({ tool }) => ontoInWords(tool)))].join(' and ');
  const ontos = [...new Set(plan.cakes.map(({ tool }) => tool.onto))];
  const onWinder = ontos.includes('winder');
  const unit = countedOn(ontos[0]!);
  const spins = onWinder || (plan.swift !== null && plan.swift.kind !== 'chairs');
  return {
    title: `Wind ${lowerFirst(run.pieceLabel)} of ${run.yarnName}`,
    under: `${inWords(massFigure(plan.mass.massG, system))}, ${inWords(lengthFigure(plan.mass.massG * plan.gristMPerG, system))}, ${tools}. Begun ${dayOf(new Date(run.startedAt))}.`,
    colourHex: run.colourHex,
    url: `${origin}/winding/run/${runId}`,
    blocks: [
      {
        kind: 'figures',
        figures: [
          ...(plan.swift
            ? [{ number: swiftFigure(plan.swift, system), label: `on the ${lowerFirst(plan.swift.name)}` }]
            : []),
          ...plan.cakes.slice(0, 5).map(({ crankTurns, name }, i) => ({
            number: turns(crankTurns.mean),
            label: `${unit}, then stop${plan.cakes.length > 1 ? `: ${name || lowerFirst(run.labels[i]!)}` : ''}`,
          })),
        ],
      },
      {
        kind: 'table',
        head: [upperFirst(madeOn(ontos[0]!)), upperFirst(unit), 'Tolerance', 'Mass', 'Length', 'Counted'],
        rows: plan.cakes.map(({ name, crankTurns, massG, lengthM }, i) => [
          name || lowerFirst(run.labels[i]!),
          turns(crankTurns.mean),
          `± ${turns(crankTurns.sd * 1.645)}`,
          inWords(massFigure(massG, system)),
          inWords(lengthFigure(lengthM, system)),
          '',
        ]),
        widths: [2, 1, 1.3, 1.2, 1.2, 1.6],
      },
      ...(plan.faults.length > 0
        ? [
            { kind: 'heading' as const, words: 'On the way' },
            ...plan.faults.map(({ kind, atM }) => ({
              kind: 'text' as const,
              words: `${kind} after about ${inWords(lengthFigure(atM, system))}`,
            })),
          ]
        : []),
      { kind: 'heading', words: 'Look to' },
      {
        kind: 'ticks',
        items: [
          ...(onWinder
            ? [
                'The clamp holds, the guide arm is out and clicked in, the end is seated.',
                'Gently for the first dozen turns; then steadily. Even tension matters, speed does not.',
              ]
            : [
                'A forearm’s length of the inner end hangs free.',
                'Every wrap loosely, turned a little after every few.',
              ]),
          ...(ontos.some(isWoundAsBall)
            ? ['Wraps slip off the fingers with ease; pale, blue or numb: off at once, and to a doctor if it stays so.']
            : []),
          'At a snag, stop and spread the strands at the corner. Note where.',
          'Slow down for the last few metres.',
          ...new Set(
            ontos.flatMap((onto) => takeOffSteps(onto, plan.schools.slip).map((step) => OFF_WORDS[step] ?? step)),
          ),
          `Weigh ${plan.cakes.length === 1 ? 'the' : 'each'} ${madeOn(ontos[0]!)}, and log it.`,
        ],
      },
      ...(spins
        ? [
            {
              kind: 'text' as const,
              soft: true,
              words: `Fingers, hair, sleeves and cords stay away from what spins.${onWinder ? ' Unplug a motor before clearing its gears.' : ''}`,
            },
          ]
        : []),
    ],
  };
}

const OFF_WORDS: Record<string, string> = {
  'inner end': 'First free the inner end and pull it clear.',
  lift: 'Lift it from beneath.',
  close: 'The last dozen wraps go level round the middle.',
  slide: 'Slide it off; the inner end comes with it.',
  hole: 'Leave the hole open.',
  'outer end': 'Tuck the outer end under a few strands.',
  slip: 'Put the slip in the hole.',
};

function swiftFigure(
  { setting }: NonNullable<NonNullable<ReturnType<typeof runPage>>['plan']['swift']>,
  system: UnitSystem,
): string {
  if (setting === null) return '–';
  if ('hole' in setting) return setting.hole === null ? '–' : `hole ${setting.hole}`;
  return inWords(sizeFigure('openDiameterMm' in setting ? setting.openDiameterMm : setting.gapMm, system));
}

/** What is for sale, with prices, to lie beside the table. */
export async function stockPdf(db: Db, system: UnitSystem, origin: string, signal?: AbortSignal): Promise<Buffer> {
  return printed(stockPaper(db, system, origin), system, signal);
}

export function stockPaper(db: Db, system: UnitSystem, origin: string): Paper {
  const wares = waresForSale(db);
  const { name } = maker(db);
  return {
    title: name ? `${name}: stock list` : 'Stock list',
    under: `${dayOf(new Date())}, ${wares.length} for sale`,
    colourHex: null,
    url: `${origin}/market`,
    blocks: [
      {
        kind: 'table',
        head: ['What', 'Lot', 'Mass', 'Length', 'Price', 'For 100 g'],
        rows: wares.map(({ title, label, lot, massG, lengthM, isGuess, price }) => [
          `${title}, ${lowerFirst(label)}`,
          lot,
          massG === null ? '' : inWords(fineMassFigure(massG, system)),
          lengthM === null ? '' : `${isGuess ? 'about ' : ''}${inWords(lengthFigure(lengthM, system))}`,
          price!,
          pricesInWords(price!, massG)[1]?.replace(' / 100 g', '') ?? '',
        ]),
        widths: [3, 0.9, 1, 1.1, 1, 1.1],
      },
      { kind: 'text', words: `Together ${totalsOf(wares.map(({ price }) => price!)).join(' and ') || 'nothing'}.` },
    ],
  };
}

/** A yarn's full story: its band, how much there is, what was done, and where every gram went. */
export async function storyPdf(
  db: Db,
  yarnId: number,
  system: UnitSystem,
  origin: string,
  signal?: AbortSignal,
): Promise<Buffer> {
  const paper = storyPaper(db, yarnId, system, origin);
  const pictures = await storyPictures(db, yarnId);
  const shown =
    pictures.length > 0
      ? [
          { kind: 'heading' as const, words: 'Pictures' },
          { kind: 'pictures' as const, pictures },
        ]
      : [];
  return printed({ ...paper, blocks: [...paper.blocks, ...shown] }, system, signal);
}

const MOST_PICTURES = 12;
const PICTURE_PIXELS = 900;

/** The pictures of a yarn's bands and of what was done with it, as a paper can hold them; one whose file is lost or torn is left out. */
async function storyPictures(db: Db, yarnId: number): Promise<PaperPicture[]> {
  const own = picturesOf(db, yarnWithMerged(db, yarnId));
  const done = liveOfYarn(db, yarnId).flatMap(({ id }) => picturesOfOperation(db, id));
  const folder = pictureFolder();
  const pictures = [...own, ...done].slice(0, MOST_PICTURES).map(async ({ id }) => {
    const file = readPictureFile(db, folder, id);
    if (!file) return [];
    try {
      const image = sharp(file).resize(PICTURE_PIXELS, PICTURE_PIXELS, { fit: 'inside', withoutEnlargement: true });
      const { data, info } = await image
        .flatten({ background: '#ffffff' })
        .jpeg()
        .toBuffer({ resolveWithObject: true });
      return [{ data, width: info.width, height: info.height }];
    } catch {
      // Torn on the disk: the story is told without it.
      return [];
    }
  });
  return (await Promise.all(pictures)).flat();
}

const MOST_ENTRIES = 500;

export function storyPaper(db: Db, yarnId: number, system: UnitSystem, origin: string): Paper {
  const page = yarnOverview(db, yarnId);
  if (!page) throw new InputError('there is no such yarn', 'id');
  const { yarn, pieces, remaining, balance } = page;
  const mass = (g: number) => inWords(fineMassFigure(g, system));
  const length = (m: number) => inWords(lengthFigure(m, system));
  const knownLength = (lengthM: Estimate) => inWords(knownLengthFigure(lengthM, system));
  const band: [string, string][] = [
    ['Maker', yarn.maker],
    ['Colour', yarn.printed.colourName],
    ['Dye lot', yarn.printed.dyeLot],
    ['Fibre', fibresInWords(yarn.fibres)],
    [
      'Per ball',
      [yarn.putUpG && inWords(massFigure(yarn.putUpG, system)), yarn.putUpM && length(yarn.putUpM)]
        .filter(Boolean)
        .join(', '),
    ],
    [
      'Grist',
      yarn.grist ? `${inWords(gristFigure(yarn.grist.mean, system))}${yarn.grist.guess ? ' (a guess)' : ''}` : '',
    ],
    [
      'Twist',
      yarn.ownTwist ? `${inWords(twistFigure(yarn.ownTwist.turnsPerM, system))} ${yarn.ownTwist.direction}` : '',
    ],
    ['Needle', yarn.needleMm ? `${yarn.needleMm} mm` : ''],
    ['Care', careInWords(yarn.careSymbols) || yarn.care],
    ['Kept in', yarn.place],
    ['Notes', yarn.notes],
  ];
  const entries = linesOf(db, findOperations(db, { yarnId }, MOST_ENTRIES)).reverse();
  const there = pieces.filter(({ consumedBy }) => consumedBy === null);
  return {
    title: yarn.name,
    under: remaining
      ? `${plural(there.length, 'piece')}, ${knownLength(remaining.lengthM)} ${plusMinus(remaining.lengthM, system)}`
      : 'how much there is has not been measured',
    colourHex: yarn.colourHex,
    url: `${origin}/yarns/${yarnId}`,
    blocks: withoutEmpty([
      { kind: 'heading', words: 'Its band' },
      { kind: 'table', head: ['', ''], rows: band.filter(([, value]) => value !== ''), widths: [1, 4] },
      ...dyeBlocks(db, yarnId),
      { kind: 'heading', words: 'What there is' },
      {
        kind: 'table',
        head: ['Piece', 'Mass', 'Length', 'Along it'],
        rows: there.map(({ label, mass: fact, lengthM, faults }) => [
          label,
          fact ? `${mass(fact.massG)}${fact.from === 'band' ? ' by the band' : ''}` : 'not weighed',
          lengthM ? knownLength(lengthM) : '',
          faults.map(({ kind, atM }) => `${kind} at ${length(atM)}`).join(', '),
        ]),
        widths: [1.4, 1.4, 1, 2],
      },
      { kind: 'heading', words: 'What was done' },
      {
        kind: 'table',
        head: ['When', 'What', 'Notes'],
        rows: entries.map((operation) => [
          dayOf(operation.at),
          doneWords(operation, mass),
          operation.live ? operation.note : 'undone',
        ]),
        widths: [1, 2.6, 2.4],
      },
      { kind: 'heading', words: 'Where every gram went' },
      {
        kind: 'table',
        head: ['', ''],
        rows: [
          ['came in', mass(balance.cameInG)],
          ['is there', mass(balance.thereG)],
          ...CONSUMPTIONS.filter((consumption) => balance.consumedG[consumption] > 0).map((consumption) => [
            consumption,
            mass(balance.consumedG[consumption]),
          ]),
          ...DIFFERENCES.filter((difference) => Math.abs(balance.differsG[difference]) > 0.05).map((difference) => [
            difference,
            `${balance.differsG[difference] < 0 ? '+' : '−'}${mass(Math.abs(balance.differsG[difference]))}`,
          ]),
        ],
        widths: [2, 3],
      },
    ]),
  };
}

/** A table without rows is left out, and its heading with it. */
function withoutEmpty(blocks: readonly PaperBlock[]): PaperBlock[] {
  const isEmpty = (block: PaperBlock | undefined) => block?.kind === 'table' && block.rows.length === 0;
  return blocks.filter((block, i) => !isEmpty(block) && !(block.kind === 'heading' && isEmpty(blocks[i + 1])));
}

/** What its pieces were dyed in, bath by bath. */
function dyeBlocks(db: Db, yarnId: number): PaperBlock[] {
  const baths = colouredBathsOf(db, yarnId);
  if (baths.length === 0) return [];
  return [
    { kind: 'heading', words: 'What it was dyed in' },
    {
      kind: 'table',
      head: ['Colour', 'When', 'Recipe, in % of the dry fibre', 'Notes'],
      rows: baths.map(({ name, dyeLot, at, recipe, note }) => [
        [name, dyeLot && `lot ${dyeLot}`].filter(Boolean).join(', '),
        dayOf(at!),
        [recipeInWords(recipe), heatInWords(recipe)].filter(Boolean).join(', '),
        note,
      ]),
      widths: [1.3, 0.9, 2.6, 1.6],
    },
  ];
}

/** In plain words, with what it was done to after it. */
const DONE_WORDS: Record<OperationKind, string> = {
  receive: 'came in:',
  open: 'opened',
  wind: 'wound',
  reel: 'reeled',
  split: 'cut',
  join: 'joined',
  weigh: 'weighed',
  sample: 'measured',
  inspect: 'looked over',
  dye: 'dyed',
  wash: 'washed',
  dry: 'dry again:',
  ply: 'plied',
  use: 'used',
  'write off': 'written off:',
  undo: 'undone',
};

function doneWords({ kind, pieces, consumption }: LogLine, mass: (g: number) => string): string {
  const on = (side: 'in' | 'out' | 'on') =>
    pieces
      .filter((piece) => piece.side === side)
      .slice(0, 6)
      .map(({ label, mass: fact }) => `${lowerFirst(label)}${fact ? ` (${mass(fact.massG)})` : ''}`)
      .join(', ');
  const sides = [on('in'), on('out')].filter(Boolean).join(' into ') || on('on');
  return [
    `${DONE_WORDS[kind]} ${sides}`,
    consumption?.massG ? mass(consumption.massG) : '',
    consumption?.why ?? '',
    consumption?.project ? `for ${consumption.project.name}` : '',
  ]
    .filter(Boolean)
    .join(', ');
}
