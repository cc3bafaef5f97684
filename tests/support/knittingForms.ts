import type { BeginKnittingForm, ChangeKnittingForm } from '../../server/projects/knittingForms';
import { aKey } from './serverTesting';

/** A knitting as its form sends it; whatever is not said is as the form begins. */
export function knittingValues(values: Partial<ChangeKnittingForm> = {}): ChangeKnittingForm {
  return {
    requestKey: aKey(),
    name: 'Harbour shawl',
    projectId: null,
    rows: 'even',
    stitches: '',
    change: '2',
    every: '2',
    chart: '',
    lastRow: '',
    border: 'none',
    borderAmount: '12 g',
    borderRows: '8',
    borderTimes: '4',
    gauge: '22',
    ...values,
  };
}

/** So many rows are done, and that is on the scale. */
export function rowsWeighed(
  rowsDone: string,
  mass: string,
  scaleResolutionG = 1,
): Omit<BeginKnittingForm, keyof ChangeKnittingForm> {
  return { rowsDone, mass, tare: '', humidity: '', scaleResolutionG };
}
