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
