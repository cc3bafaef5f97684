/** What keeps the database, or the folder that it lies in, from being written or read. */
export interface StorageTrouble {
  /** 503: not now, or not like this; 507: no room. */
  status: 503 | 507;
  message: string;
  kind: 'held' | 'full' | 'read-only' | 'damaged' | 'gone' | 'unreadable';
}

/** Something is known to be wrong with the database as a whole: nothing is read or written until that is settled. */
export class StorageClosed extends Error {
  constructor(
    fault: string,
    readonly kind: Exclude<StorageTrouble['kind'], 'full'>,
  ) {
    super(fault);
  }
}

const NOTHING_SAVED = 'Nothing was saved; all that you typed is still here.';

const FULL: StorageTrouble = {
  status: 507,
  kind: 'full',
  message: `The disk is full. ${NOTHING_SAVED} Make room on it and try again.`,
};
const READ_ONLY: StorageTrouble = {
  status: 503,
  kind: 'read-only',
  message: `The database can be read but not written: its file or its folder is read-only. ${NOTHING_SAVED}`,
};

/** By the codes of SQLite and of the system; a longer code is told by its beginning. */
const BY_CODE: readonly (readonly [RegExp, StorageTrouble])[] = [
  [
    /^SQLITE_(BUSY|LOCKED)/,
    {
      status: 503,
      kind: 'held',
      message: `Another program holds the database. ${NOTHING_SAVED} Try again in a moment.`,
    },
  ],
  [/^(SQLITE_FULL|ENOSPC|EDQUOT)/, FULL],
  [/^(SQLITE_READONLY|EROFS|EACCES|EPERM)/, READ_ONLY],
  [
    /^SQLITE_(CORRUPT|NOTADB)/,
    {
      status: 503,
      kind: 'damaged',
      message: `The database is damaged. ${NOTHING_SAVED} Reload the page to see the ways out.`,
    },
  ],
  [
    /^(SQLITE_(IOERR|CANTOPEN|PROTOCOL|NOLFS)|EIO)/,
    { status: 503, kind: 'unreadable', message: `The disk does not answer as it should. ${NOTHING_SAVED}` },
  ],
];

/**
 * What is wrong with the storage, in words; null where an error has another reason.
 *
 * @example
 * storageTrouble({ code: 'SQLITE_FULL' })?.status // => 507
 */
export function storageTrouble(error: unknown): StorageTrouble | null {
  if (error instanceof StorageClosed) {
    const known = BY_CODE.map(([, trouble]) => trouble).find(({ kind }) => kind === error.kind);
    return known ?? { status: 503, kind: error.kind, message: `${error.message} ${NOTHING_SAVED}` };
  }
  const code = typeof error === 'object' && error !== null && 'code' in error ? String(error.code) : '';
  return BY_CODE.find(([pattern]) => pattern.test(code))?.[1] ?? null;
}

const PATIENCE_MS = 4000;
const FIRST_PAUSE_MS = 20;
const LONGEST_PAUSE_MS = 250;

/**
 * Does a work again and again while another program holds the database, and lets everybody else go on meanwhile. What
 * was held up had not begun: it is done once.
 */
export async function patiently<T>(work: () => T | Promise<T>): Promise<T> {
  const end = Date.now() + PATIENCE_MS;
  for (let pauseMs = FIRST_PAUSE_MS; ; pauseMs = Math.min(2 * pauseMs, LONGEST_PAUSE_MS)) {
    try {
      return await work();
    } catch (error) {
      if (storageTrouble(error)?.kind !== 'held' || Date.now() > end) throw error;
    }
    await new Promise((resolve) => setTimeout(resolve, pauseMs));
  }
}
