'use client';

import { Button } from 'antd';
import type { ReactNode } from 'react';

/** Something that can happen at a bench, with its key beside it. */
export function Way({
  onClick,
  disabled,
  letter,
  quiet,
  primary,
  children,
}: {
  onClick: () => void;
  disabled?: boolean;
  letter: string;
  quiet?: boolean;
  primary?: boolean;
  children: ReactNode;
}) {
  return (
    <Button
      size="large"
      type={quiet ? 'text' : primary ? 'primary' : 'default'}
      onClick={onClick}
      disabled={disabled}
      className="max-desk:[&_kbd]:hidden"
    >
      {children} <kbd>{letter}</kbd>
    </Button>
  );
}
