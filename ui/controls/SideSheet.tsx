'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { type ReactNode, useState } from 'react';

const Sheet = dynamic(() => import('./Sheet').then((module) => module.Sheet), { ssr: false });

/** A button that opens a sheet at the side, which is loaded when it is first opened. */
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
      {open !== undefined && (
        <Sheet title={label} open={open} onLeave={close}>
          {typeof children === 'function' ? children(close) : children}
        </Sheet>
      )}
    </>
  );
}
