'use client';

import { Collapse } from 'antd';
import { type ReactNode, useState } from 'react';

/** What most need not see, folded away under its title. */
export function Fold({
  title,
  openAtFirst = false,
  keptOpen = false,
  lazy = false,
  className,
  children,
}: {
  title: ReactNode;
  openAtFirst?: boolean;
  /** Something in it must be seen now. */
  keptOpen?: boolean;
  /** Made only once it is opened: it takes a while. */
  lazy?: boolean;
  className?: string;
  children: ReactNode;
}) {
  const [open, setOpen] = useState(openAtFirst);
  return (
    <Collapse
      ghost
      className={className}
      activeKey={open || keptOpen ? ['it'] : []}
      onChange={(keys) => setOpen(keys.length > 0)}
      items={[{ key: 'it', label: title, children, forceRender: !lazy }]}
      styles={{ header: { padding: '4px 0' }, body: { padding: '4px 0 8px' } }}
    />
  );
}
