'use client';

import { SearchOutlined } from '@ant-design/icons';
import { Button, Tooltip } from 'antd';
import { usePathname } from 'next/navigation';
import { useState } from 'react';
import { Opening } from '../controls/Opening';
import { isAtBench, useGlobalKey } from './useGlobalKey';

const loadKeys = () => import('./KeysDialog').then((module) => module.KeysDialog);
const loadFind = () => import('./FindDialog').then((module) => module.FindDialog);

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
      <Opening load={loadFind} open={open} onLeave={() => setOpen(false)}>
        {(Dialog) => <Dialog open={open === true} onLeave={() => setOpen(false)} />}
      </Opening>
      <Opening load={loadKeys} open={keysShown} onLeave={() => showKeys(false)}>
        {(Dialog) => <Dialog open={keysShown === true} onLeave={() => showKeys(false)} />}
      </Opening>
    </>
  );
}
