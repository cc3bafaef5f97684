'use client';

import { useRouter } from 'next/navigation';
import type { Saved } from '../../server/result';
import { useUndoOffer } from '../../ui/UndoOffer';
import { type FormState, useForm } from '../../ui/useForm';
import { undoMeasurement } from './actions';

/** The form of one change: its draft is kept, and once it is in the log one is shown its entry, and can take it back. */
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
  const router = useRouter();
  const offer = useUndoOffer();
  const state = useForm<Values>({
    ...form,
    saved: (operationId) => {
      state.clear();
      offer({ words: done, undo: () => undoMeasurement(operationId) });
      router.push(`/logbook/${operationId}`);
    },
  });
  return state;
}
