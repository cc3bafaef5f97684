import { z } from 'zod';
import { InputError } from '../../core/common/inputError';
import { ConflictError, type Refused } from './result';
import { noteTrouble } from './database';
import { patiently, storageTrouble } from './storageTrouble';

/** The arguments that actions take: each is read by its schema before anything else. */

/** The number of a row. */
export const id = z.int().positive();
export const idOrNew = id.nullable();
export const flag = z.boolean();
export const ids = z.array(id).max(5000);

/** A form as it was typed: an object here, read field by field by its own schema where the work is done. */
export function formOf<Form extends object>(): z.ZodType<Form, Form> {
  return z.custom<Form>(
    (given) => typeof given === 'object' && given !== null && !Array.isArray(given),
    'this is not a form',
  );
}

/**
 * A server action. All of them go through here: what a browser sent is read by the schemas, a complaint becomes words
 * beside its field, and a disk that cannot be written to becomes words too, never a success.
 *
 * @param schemas one for each argument
 */
export function action<Schemas extends readonly z.ZodType[], Answer>(
  schemas: readonly [...Schemas],
  work: (...args: Read<Schemas>) => Answer | Promise<Answer>,
): (...args: { [At in keyof Schemas]: z.input<Schemas[At]> }) => Promise<Answer | Refused> {
  const [first, ...rest] = schemas;
  const all = first ? z.tuple([first, ...rest]) : z.tuple([]);
  return async (...args) => {
    const read = all.safeParse(args);
    if (!read.success) return { ok: false, errors: { '': read.error.issues[0]!.message } };
    try {
      return await patiently(() => work(...(read.data as unknown as Read<Schemas>)));
    } catch (error) {
      return refusedBy(error);
    }
  };
}

/** The arguments as their schemas have read them. */
type Read<Schemas extends readonly z.ZodType[]> = { [At in keyof Schemas]: z.output<Schemas[At]> };

/** Why something was not done, in words; what nobody has foreseen is thrown on. */
function refusedBy(error: unknown): Refused {
  if (error instanceof InputError) return { ok: false, errors: { [error.path]: error.message } };
  if (error instanceof ConflictError) return { ok: false, errors: { '': error.message } };
  const trouble = storageTrouble(error);
  if (!trouble) throw error;
  noteTrouble(error);
  return { ok: false, errors: { '': trouble.message } };
}
