'use client';

import { SearchOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { isAtBench, useGlobalKey } from './useGlobalKey';

const FindDialog = dynamic(() => import('./FindDialog').then((module) => module.FindDialog), { ssr: false });

/** Looks for anything, anywhere: one key, some words, and on. The dialog is loaded once the page is there. */
export function FindAll() {
  const path = usePathname();
  const [open, setOpen] = useState(false);
  useGlobalKey('f', !isAtBench(path), () => setOpen(true));
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
    </>
  );
}
