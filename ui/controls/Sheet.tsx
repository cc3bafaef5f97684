'use client';

import { Drawer } from 'antd';
import type { ReactNode } from 'react';

/** A sheet at the side; Escape, or a press anywhere else, closes it and does nothing more. */
export function Sheet({
  title,
  open,
  onLeave,
  children,
}: {
  title: string;
  open: boolean;
  onLeave: () => void;
  children: ReactNode;
}) {
  return (
    <Drawer title={title} open={open} onClose={onLeave} size={420} destroyOnHidden>
      <div className="grid gap-4 content-start justify-items-start">{children}</div>
    </Drawer>
  );
}
