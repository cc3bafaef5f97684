'use client';

import { useState } from 'react';
import type { TroubleReport } from '../../core/trouble/trouble';

/** The helper of a run, for when something goes wrong; while it is open the bench's keys rest. */
export interface Helper {
  /** Undefined until it is first asked for. */
  open: boolean | undefined;
  show: (open: boolean) => void;
  /** Keeps what helped with the run. */
  onHelped?: (report: TroubleReport) => void;
}

export function useHelper(onHelped?: (report: TroubleReport) => void): Helper {
  const [open, show] = useState<boolean>();
  return { open, show, onHelped };
}
