import { LARGEST_CSV_BYTES } from '../../formats/yarnCsv';

/** How much may be sent to each route, and as what; whatever is not named here takes what a form may hold. */
export interface BodyLimit {
  largestBytes: number;
  /** The content type that it must say it has, where only one will do. */
  type?: RegExp;
}

const MB = 1024 * 1024;
const JSON_TYPE = /^application\/json\b/i;

/** A larger file is no archive of ours: unpacked it would be larger still. */
export const LARGEST_ARCHIVE_BYTES = 400 * MB;
/** A telephone's own pictures are below it. */
export const LARGEST_PICTURE_BYTES = 20 * MB;
export const LARGEST_LIST_BYTES = LARGEST_CSV_BYTES;
export const LARGEST_JSON_BYTES = 4 * MB;
const LARGEST_FORM_BYTES = MB;

const LIMITS: readonly (readonly [RegExp, BodyLimit])[] = [
  [/^\/api\/archive$/, { largestBytes: LARGEST_ARCHIVE_BYTES }],
  [/^\/api\/((yarns|operations)\/[^/]+\/pictures|market\/logo)$/, { largestBytes: LARGEST_PICTURE_BYTES }],
  [/^\/api\/(yarns\/import|csv\/[^/]+)$/, { largestBytes: LARGEST_LIST_BYTES }],
  // Nothing is written by a calculation.
  [/^\/api\/calc\//, { largestBytes: LARGEST_JSON_BYTES }],
  [/^\/api\//, { largestBytes: LARGEST_JSON_BYTES, type: JSON_TYPE }],
];

/** @example
 * tooLargeWords(20 * 1024 * 1024) // => 'this is too large: at most 20 MB can be sent here'
 */
export function tooLargeWords(largestBytes: number): string {
  return `this is too large: at most ${largestBytes / MB} MB can be sent here`;
}

/**
 * What may be sent to a path.
 *
 * @example
 * limitOf('/api/yarns/3/pictures').largestBytes // => 20971520
 */
export function limitOf(path: string): BodyLimit {
  return LIMITS.find(([route]) => route.test(path))?.[1] ?? { largestBytes: LARGEST_FORM_BYTES };
}
