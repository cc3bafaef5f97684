import { asSentence } from '../../core/common/format';

/** What is wrong with a form, by the path of the field; the empty path stands for the whole. */
export type FieldErrors = Record<string, string>;

/** What is still wrong once the field of this name is corrected. */
export function withoutErrorsOf(errors: FieldErrors, name: string): FieldErrors {
  return Object.fromEntries(
    Object.entries(errors).filter(([path]) => path !== '' && path !== name && !path.startsWith(`${name}.`)),
  );
}

/** With what no field on the page stands for said of the whole, too. */
export function allSeen(errors: FieldErrors): FieldErrors {
  const unseen = Object.keys(errors).filter((path) => path !== '' && !document.getElementById(path));
  if (unseen.length === 0) return errors;
  const words = ['', ...unseen].flatMap((path) => errors[path] ?? []);
  return { ...errors, '': inSentences(words) };
}

/** Each said once. */
export function inSentences(words: string[]): string {
  return [...new Set(words)].map(asSentence).join(' ');
}

/** What to ask of the fields that were changed here and by another screen, which has kept `theirs`. */
export function changedTwice<Values extends object>(theirs: Partial<Values>, shown: Values): FieldErrors {
  return Object.fromEntries(
    Object.entries(theirs).map(([name, value]) => {
      const input = document.getElementById(name);
      // What is chosen, or drawn otherwise than it is kept, has no name here.
      const isText = input !== null && 'value' in input && input.value === shown[name as keyof Values];
      const what = !isText ? 'this' : value === '' ? 'this to nothing' : `this to “${String(value)}”`;
      return [input ? name : '', `another screen has changed ${what} meanwhile; save again to keep what stands here`];
    }),
  );
}

/** To the first wrong field in the order of the page. */
export function focusFirst(paths: string[]): void {
  const fields = paths.flatMap((path) => document.getElementById(path) ?? []);
  fields.sort((a, b) => (a.compareDocumentPosition(b) & Node.DOCUMENT_POSITION_FOLLOWING ? -1 : 1));
  fields[0]?.focus();
}
