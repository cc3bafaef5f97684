import type { LogForm } from '../../../server/winding/runLog';

/** The last page of a winding before anything is typed. */
export const EMPTY_LOG: Omit<LogForm, 'requestKey'> = {
  masses: [],
  diameters: [],
  heights: [],
  tare: '',
  humidity: '',
  scaleResolutionG: 1,
  rest: '',
  waste: '',
  note: '',
  left: '',
  laid: [],
};
