/** A snapshot, as far as its keeping goes. */
export interface KeptBackup {
  takenAt: string;
  why: string;
}

const DAILIES = 7;
const WEEKLIES = 5;
const MONTHLIES = 12;
/** Those taken before something, or because they were asked for. */
const OTHERS = 10;

/**
 * Which snapshots to let go: of the daily ones the last seven stay, and the last of each of five weeks and of twelve
 * months; of the others the last ten.
 *
 * @param backups the newest first
 * @example
 * backupsToDrop([{ takenAt: '2026-11-27T08:00:00.000Z', why: 'daily' }], new Date('2026-11-27T09:00:00.000Z')) // => []
 */
export function backupsToDrop<Each extends KeptBackup>(backups: readonly Each[], now: Date): Each[] {
  const dailies = backups.filter(({ why }) => why === 'daily');
  const kept = new Set<Each>([
    ...dailies.slice(0, DAILIES),
    ...lastOfEach(dailies, WEEKLIES, (takenAt) => weekOf(takenAt)),
    ...lastOfEach(dailies, MONTHLIES, (takenAt) => takenAt.slice(0, 7)),
    ...backups.filter(({ why }) => why !== 'daily').slice(0, OTHERS),
    // A clock that was wrong makes none of them worthless.
    ...backups.filter(({ takenAt }) => Date.parse(takenAt) > now.getTime()),
  ]);
  return backups.filter((backup) => !kept.has(backup));
}

function lastOfEach<Each extends KeptBackup>(
  backups: readonly Each[],
  most: number,
  spanOf: (takenAt: string) => string,
): Each[] {
  const spans = new Map<string, Each>();
  for (const backup of backups) if (!spans.has(spanOf(backup.takenAt))) spans.set(spanOf(backup.takenAt), backup);
  return [...spans.values()].slice(0, most);
}

/** The Monday that a week began with. */
function weekOf(takenAt: string): string {
  const at = new Date(takenAt);
  at.setUTCDate(at.getUTCDate() - ((at.getUTCDay() + 6) % 7));
  // eslint-disable-next-line no-restricted-syntax -- weeks by Greenwich keep as many backups as any other
  return at.toISOString().slice(0, 10);
}
