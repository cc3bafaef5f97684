import { z } from 'zod';
import { EXERCISE_KINDS, type PractisedAnswer } from '../../core/twist/twistPractice';
import type { Db } from '../../db/common/connection';
import { countAnswers, insertAnswer, lastAnswers } from '../../db/twist/practice';
import { runForm, type SaveResult } from '../common/result';

const form = z.strictObject({ kind: z.enum(EXERCISE_KINDS), right: z.boolean() });
export type PracticeAnswer = z.infer<typeof form>;

/** What somebody has practised: the last answers tell how sure each kind is. */
export interface PracticePage {
  answers: PractisedAnswer[];
  /** How many there were in all. */
  total: number;
}

/** Far more than tell how sure a kind is, and few enough to be read at once. */
const ANSWERS_LOOKED_AT = 400;

export function practicePage(db: Db): PracticePage {
  return {
    answers: lastAnswers(db, ANSWERS_LOOKED_AT).map(({ kind, isRight }) => ({ kind, right: isRight === 1 })),
    total: countAnswers(db),
  };
}

/** Keeps one answer. */
export function keepAnswer(db: Db, input: unknown, now: Date): SaveResult {
  return runForm(form, input, ({ kind, right }) =>
    insertAnswer(db, { at: now.toISOString(), kind, isRight: right ? 1 : 0 }),
  );
}
