'use client';

import type { Saved } from '../../../server/common/result';
import type { FormState } from '../../../ui/controls/useForm';
import { useMeasurement } from '../measure/MeasureForm';

/** The form of one change: once it is in the log one is shown its entry, and can take it back. */
export function useChange<Values extends object>({
  done,
  ...form
}: {
  draftKey: string;
  initial: () => Values;
  save: (values: Values) => Promise<Saved>;
  /** What is said once it is in the log. */
  done: string;
}): FormState<Values> {
  return useMeasurement({ ...form, kept: done, then: (operationId) => `/logbook/${operationId}` });
}
