'use client';

import { SearchOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { isAtBench, useGlobalKey } from './useGlobalKey';

const KeysDialog = dynamic(() => import('./KeysDialog').then((module) => module.KeysDialog), { ssr: false });
const FindDialog = dynamic(() => import('./FindDialog').then((module) => module.FindDialog), { ssr: false });

/** Looks for anything, anywhere: one key, some words, and on; another key lists the keys. Both are loaded once the page is there. */
export function FindAll() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  const [keysShown, showKeys] = useState(false);
  useGlobalKey('f', !isAtBench(path), () => setOpen(true));
  useGlobalKey('?', true, () => showKeys(true));
  return (
    <>
      <Button
        icon={<SearchOutlined />}
        onClick={() => setOpen(true)}
        aria-label="Search everything"
        aria-keyshortcuts="f"
        title="Key: f"
      />
      <FindDialog open={open} onLeave={() => setOpen(false)} />
      <KeysDialog open={keysShown} onLeave={() => showKeys(false)} />
    </>
  );
}
