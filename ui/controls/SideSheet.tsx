'use client';

import { Button, Drawer } from 'antd';
import { type ReactNode, useState } from 'react';

/** A button that opens a sheet at the side; Escape, or a press anywhere else, closes it and does nothing more. */
export function SideSheet({
  label,
  quiet,
  children,
}: {
  label: string;
  quiet?: boolean;
  /** What stands in it; it may be given the way to close the sheet. */
  children: ReactNode | ((close: () => void) => ReactNode);
}) {
  const [open, setOpen] = useState(false);
  const close = () => setOpen(false);
  return (
    <>
      <Button type={quiet ? 'text' : 'default'} className="h-[46px]" aria-expanded={open} onClick={() => setOpen(true)}>
        {label}
      </Button>
      <Drawer title={label} open={open} onClose={close} size={420} destroyOnHidden>
        <div className="grid gap-4 content-start justify-items-start">
          {typeof children === 'function' ? children(close) : children}
        </div>
      </Drawer>
    </>
  );
}
