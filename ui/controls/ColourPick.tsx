'use client';

import { Button } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../feedback/contained';
import { useState } from 'react';
import { Swatch } from '../figures/Swatch';
import type { FieldLinks } from './Field';

const ColorPicker = contained(dynamic(() => import('antd/es/color-picker'), { ssr: false }));

/** The colour of a yarn, chosen by eye or typed. What it is chosen in is loaded when it is asked for. */
export function ColourPick({
  hex,
  known = [],
  onChange,
  ...links
}: Partial<FieldLinks> & {
  hex: string;
  /** Colours that are likely meant. */
  known?: readonly string[];
  onChange: (hex: string) => void;
  'aria-label'?: string;
}) {
  const [asked, setAsked] = useState(false);
  const [open, setOpen] = useState(true);
  const swatch = (
    <Button {...links} block icon={hex ? <Swatch hex={hex} size={24} /> : undefined} onClick={() => setAsked(true)} />
  );
  if (!asked) return swatch;
  return (
    <ColorPicker
      value={hex}
      onChangeComplete={(colour) => onChange(colour.toHexString())}
      open={open}
      onOpenChange={setOpen}
      presets={known.length > 0 ? [{ label: 'Its colours', colors: [...known] }] : undefined}
      disabledAlpha
      disabledFormat
    >
      {swatch}
    </ColorPicker>
  );
}
