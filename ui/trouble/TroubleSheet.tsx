'use client';

import { Drawer } from 'antd';
import { useState } from 'react';
import type { TroubleReport } from '../../core/trouble/trouble';
import { TroubleHelper } from './TroubleHelper';

/** The helper beside a run, wide enough for its drawings. */
export function TroubleSheet({
  open,
  onLeave,
  onHelped,
}: {
  open: boolean;
  onLeave: () => void;
  onHelped?: (report: TroubleReport) => void;
}) {
  const [at, go] = useState<string>();
  return (
    <Drawer
      title="Something went wrong"
      open={open}
      onClose={onLeave}
      size={640}
      afterOpenChange={(shown) => !shown && go(undefined)}
    >
      <TroubleHelper
        at={at}
        go={go}
        onHelped={
          onHelped &&
          ((report) => {
            onHelped(report);
            onLeave();
          })
        }
      />
    </Drawer>
  );
}
