'use client';

import { SearchOutlined } from '@ant-design/icons';
import { Button, Tooltip } from 'antd';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { isAtBench, useGlobalKey } from './useGlobalKey';

const KeysDialog = dynamic(() => import('./KeysDialog').then((module) => module.KeysDialog), { ssr: false });
const FindDialog = dynamic(() => import('./FindDialog').then((module) => module.FindDialog), { ssr: false });

/** Looks for anything, anywhere: one key, some words, and on; another key lists the keys. Each is loaded when it is first asked for. */
export function FindAll() {
  const path = usePathname();
  // Undefined until it is asked for.
  const [open, setOpen] = useState<boolean>();
  const [keysShown, showKeys] = useState<boolean>();
  useGlobalKey('f', !isAtBench(path), () => setOpen(true));
  useGlobalKey('?', !isAtBench(path), () => showKeys(true));
  return (
    <>
      <Tooltip title="Search everything: f">
        <Button
          icon={<SearchOutlined />}
          onClick={() => setOpen(true)}
          aria-label="Search everything"
          aria-keyshortcuts="f"
        />
      </Tooltip>
      {open !== undefined && <FindDialog open={open} onLeave={() => setOpen(false)} />}
      {keysShown !== undefined && <KeysDialog open={keysShown} onLeave={() => showKeys(false)} />}
    </>
  );
}
