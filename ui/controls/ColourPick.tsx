'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../feedback/contained';
import { useState } from 'react';
import { Swatch } from '../figures/Swatch';
import type { FieldLinks } from './Field';

const ColorPicker = contained(dynamic(() => import('antd/es/color-picker'), { ssr: false }));

/** The colour of a yarn, chosen by eye or typed. What it is chosen in is loaded when it is asked for. */
export function ColourPick({ hex, onChange, ...links }: FieldLinks & { hex: string; onChange: (hex: string) => void }) {
  const [asked, setAsked] = useState(false);
  const [open, setOpen] = useState(true);
  const swatch = <Button {...links} block icon={<Swatch hex={hex} size={24} />} onClick={() => setAsked(true)} />;
  if (!asked) return swatch;
  return (
    <ColorPicker
      value={hex}
      onChangeComplete={(colour) => onChange(colour.toHexString())}
      open={open}
      onOpenChange={setOpen}
      disabledAlpha
      disabledFormat
    >
      {swatch}
    </ColorPicker>
  );
}
