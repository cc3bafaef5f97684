'use client';

import { Button } from 'antd';
import { type ReactNode, useEffect, useId, useRef, useState } from 'react';
import styles from './DropSheet.module.css';

/** As long as a finger may rest before it lifts. */
const SWALLOWED_WITHIN_MS = 800;

function swallow(event: MouseEvent): void {
  event.preventDefault();
  event.stopPropagation();
}

/** A button that opens a small sheet beside itself; Escape, or a press anywhere else, closes it. */
export function DropSheet({
  label,
  above,
  quiet,
  children,
}: {
  label: string;
  /** Opens upwards, where there is no room beneath. */
  above?: boolean;
  quiet?: boolean;
  /** What stands in it; it may be given the way to close the sheet. */
  children: ReactNode | ((close: () => void) => ReactNode);
}) {
  const [open, setOpen] = useState(false);
  const frame = useRef<HTMLDivElement>(null);
  const id = useId();

  useEffect(() => {
    if (!open) return;
    const outside = (event: PointerEvent) => {
      // A list that a field in it has opened lies elsewhere in the document.
      const target = event.target as Element;
      if (frame.current?.contains(target) || target.closest('.ant-select-dropdown')) return;
      setOpen(false);
      // The press only closes it: whatever lies beneath the finger is not pressed as well.
      document.addEventListener('click', swallow, { capture: true, once: true });
      setTimeout(() => document.removeEventListener('click', swallow, { capture: true }), SWALLOWED_WITHIN_MS);
    };
    const escape = (event: KeyboardEvent) => {
      if (event.key !== 'Escape') return;
      setOpen(false);
      frame.current?.querySelector('button')?.focus();
    };
    document.addEventListener('pointerdown', outside);
    document.addEventListener('keydown', escape);
    return () => {
      document.removeEventListener('pointerdown', outside);
      document.removeEventListener('keydown', escape);
    };
  }, [open]);

  return (
    <div className="relative" ref={frame}>
      <Button
        type={quiet ? 'text' : 'default'}
        className="h-[46px]"
        aria-expanded={open}
        aria-controls={id}
        onClick={() => setOpen(!open)}
      >
        {label}
      </Button>
      {open && (
        <div id={id} className={styles.sheet} data-above={above}>
          {typeof children === 'function' ? children(() => setOpen(false)) : children}
        </div>
      )}
    </div>
  );
}
