import type { ExerciseKind } from '../../core/twist/twistPractice';
import { type Db, prepared } from '../common/connection';
import { sql } from '../common/sql';

export function insertAnswer(db: Db, answer: { at: string; kind: ExerciseKind; isRight: 0 | 1 }): number {
  const { lastInsertRowid } = prepared(
    db,
    sql`INSERT INTO practice_answer (at, kind, is_right) VALUES (@at, @kind, @isRight)`,
  ).run(answer);
  return Number(lastInsertRowid);
}

/** The last answers that were given, oldest first. */
export function lastAnswers(db: Db, most: number): { kind: ExerciseKind; isRight: 0 | 1; at: string }[] {
  return prepared<{ kind: ExerciseKind; isRight: 0 | 1; at: string }>(
    db,
    sql`SELECT kind, is_right AS isRight, at FROM practice_answer ORDER BY id DESC LIMIT ?`,
  )
    .all(most)
    .reverse();
}

export function countAnswers(db: Db): number {
  return prepared<{ n: number }>(db, sql`SELECT count(*) AS n FROM practice_answer`).get()!.n;
}
