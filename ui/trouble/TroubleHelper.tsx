'use client';

import { troubleById } from '../../core/trouble/troubles';
import type { TroubleReport } from '../../core/trouble/trouble';
import { TroubleAnswer } from './TroubleAnswer';
import { TroublePick } from './TroublePick';

/** What went wrong is picked from drawings; then comes what to try. */
export function TroubleHelper({
  at,
  go,
  onHelped,
}: {
  /** The trouble that was picked. */
  at: string | undefined;
  go: (id: string | undefined) => void;
  onHelped?: (report: TroubleReport) => void;
}) {
  const trouble = at === undefined ? undefined : troubleById(at);
  if (!trouble) return <TroublePick onPick={go} />;
  return <TroubleAnswer key={trouble.id} trouble={trouble} onBack={() => go(undefined)} onHelped={onHelped} />;
}
