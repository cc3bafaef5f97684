import type { BeginKnittingForm, ChangeKnittingForm } from '../../../server/projects/knittingForms';
import type { KnittingPage } from '../../../server/projects/knitting';
import type { Border } from '../../../core/projects/rowForecast';
import type { RowPattern } from '../../../core/projects/rowPattern';
import { stillThere } from '../../../ui/controls/stillThere';
import { newKey } from '../../../ui/feedback/newKey';

const EMPTY: Omit<ChangeKnittingForm, 'requestKey'> = {
  name: '',
  projectId: null,
  rows: 'even',
  stitches: '',
  change: '',
  every: '2',
  chart: '',
  lastRow: '',
  border: 'none',
  borderAmount: '',
  borderRows: '',
  borderTimes: '3.5',
  gauge: '',
};

/** One that is to be begun. */
export function emptyKnitting(projectId: number | null, name: string): BeginKnittingForm {
  const weighing = { rowsDone: '0', mass: '', tare: '', humidity: '', scaleResolutionG: 1 };
  return { ...EMPTY, ...weighing, requestKey: newKey(), projectId, name };
}

/** The ball that was chosen; the first, where a draft, or what stood here before, names one that is gone since. */
export function ballThere(balls: readonly { id: number }[], pieceId: number, first: number): number {
  return stillThere([pieceId], balls)[0] ?? first;
}

/** One as it would be typed. */
export function knittingFirst({ name, project, pattern, lastRow, border }: KnittingPage): ChangeKnittingForm {
  return {
    ...EMPTY,
    requestKey: newKey(),
    name,
    projectId: project?.id ?? null,
    lastRow: lastRow === null ? '' : String(lastRow),
    ...patternFirst(pattern),
    ...borderFirst(border),
  };
}

function patternFirst(pattern: RowPattern): Partial<ChangeKnittingForm> {
  switch (pattern.kind) {
    case 'even':
      return { rows: 'even', stitches: pattern.stitches === null ? '' : String(pattern.stitches) };
    case 'stepped':
      return {
        rows: pattern.change < 0 ? 'shrink' : 'grow',
        stitches: String(pattern.stitches),
        change: String(Math.abs(pattern.change)),
        every: String(pattern.every),
      };
    case 'chart':
      return { rows: 'chart', chart: pattern.text };
    case 'unknown':
      return { rows: 'unknown' };
  }
}

function borderFirst(border: Border | null): Partial<ChangeKnittingForm> {
  switch (border?.kind) {
    case undefined:
      return {};
    case 'amount':
      return {
        border: 'amount',
        borderAmount: 'grams' in border.amount ? `${border.amount.grams} g` : `${border.amount.metres} m`,
      };
    case 'rows':
      return { border: 'rows', borderRows: String(border.rows) };
    case 'width':
      return { border: 'width', borderTimes: String(border.times), gauge: String(border.stitchesPer10Cm) };
  }
}
