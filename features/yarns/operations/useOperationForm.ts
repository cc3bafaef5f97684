'use client';

import type { SaveResult } from '../../../server/common/result';
import type { FormState } from '../../../ui/form/useForm';
import { useMeasurement } from '../measure/MeasureForm';

/** The form of one change: once it is in the log one is shown its entry, and can take it back. */
export function useOperationForm<Values extends object>({
  done,
  ...form
}: {
  draftKey: string;
  initial: () => Values;
  save: (values: Values) => Promise<SaveResult>;
  /** What is said once it is in the log. */
  done: string;
}): FormState<Values> {
  return useMeasurement({ ...form, kept: done, then: (operationId) => `/logbook/${operationId}` });
}
