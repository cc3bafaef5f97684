/**
 * A figure that cannot be right, and where it stands.
 *
 * `core` throws it; the edge turns it into a message beside the field, or into a 400.
 * `path` names the field with dots: `winder.maxMassG`, `samples.0.massG`.
 *
 * @example
 * new InputError('must be above zero', 'massG').path // => 'massG'
 */
export class InputError extends Error {
  constructor(
    message: string,
    readonly path: string,
  ) {
    super(message);
    this.name = 'InputError';
  }
}

/** What came of reading something: its value, or the complaint about it. */
export type Reading<T> = { value: T; error?: undefined } | { value?: undefined; error: string };

/**
 * Reads something that may be refused, and tells why where it is. Any other error goes on its way.
 *
 * @example
 * reading(() => { throw new InputError('must be above zero', 'massG'); }) // => { error: 'must be above zero' }
 */
export function reading<T>(reader: () => T): Reading<T> {
  try {
    return { value: reader() };
  } catch (error) {
    if (error instanceof InputError) return { error: error.message };
    throw error;
  }
}

/**
 * The same of a field that may be empty still: neither a value nor an error then.
 *
 * @example
 * readingIfTyped('  ', () => { throw new InputError('must be above zero', 'massG'); }) // => {}
 */
export function readingIfTyped<T>(text: string, reader: () => T): Partial<Reading<T>> {
  return text.trim() === '' ? {} : reading(reader);
}

/**
 * The same, where it does not matter why: null then.
 *
 * @example
 * readOrNull(() => 5) // => 5
 */
export function readOrNull<T>(reader: () => T): T | null {
  return reading(reader).value ?? null;
}
