'use client';

import { Button } from 'antd';
import { type ReactNode, useState } from 'react';
import { Opening } from './Opening';

const loadSheet = () => import('./Sheet').then((module) => module.Sheet);

/** A button that opens a sheet at the side, which is loaded when it is first opened. */
export function SideSheet({
  label,
  quiet,
  ahead,
  children,
}: {
  label: string;
  quiet?: boolean;
  ahead?: boolean;
  /** What stands in it; it may be given the way to close the sheet. */
  children: ReactNode | ((close: () => void) => ReactNode);
}) {
  const [open, setOpen] = useState<boolean>();
  const close = () => setOpen(false);
  return (
    <>
      <Button
        type={quiet ? 'text' : 'default'}
        className="h-[46px]"
        aria-expanded={open ?? false}
        onClick={() => setOpen(true)}
      >
        {label}
      </Button>
      <Opening load={loadSheet} ahead={ahead} open={open} onLeave={close}>
        {(Sheet) => (
          <Sheet title={label} open={open === true} onLeave={close}>
            {typeof children === 'function' ? children(close) : children}
          </Sheet>
        )}
      </Opening>
    </>
  );
}
