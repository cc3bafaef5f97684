'use client';

import { useState } from 'react';
import { inWords, sizeFigure } from '../../core/common/format';
import { reading } from '../../core/common/inputError';
import { parseSizeMm } from '../../core/common/span';
import type { PieceForm } from '../../core/yarn/piece';
import { TextField } from '../../ui/controls/Field';
import { useSystem } from '../../ui/frame/Providers';
import type { PackageSize } from './scenario';

/** How large it is: the narrower it is, the more often a metre of it goes round. */
export function SizeFields({
  name,
  form,
  given,
  noted,
  supposed,
  onChange,
}: {
  name: string;
  form: PieceForm;
  given: PackageSize | undefined;
  noted: PackageSize | null;
  supposed: PackageSize;
  onChange: (size: PackageSize | null) => void;
}) {
  const system = useSystem();
  const figure = (mm: number | null | undefined) => (mm ? inWords(sizeFigure(mm, system)) : '');
  const before = [figure(noted?.coreDiameterMm), figure(noted?.outerDiameterMm)];
  const [typed, setTyped] = useState(given ? [figure(given.coreDiameterMm), figure(given.outerDiameterMm)] : before);
  const read = (texts: readonly string[]) =>
    texts.map((text) => reading(() => (text.trim() === '' ? null : parseSizeMm(text, system, SIZES, ''))));
  const [core, outer] = read(typed);
  const type = (next: string[]) => {
    setTyped(next);
    const [coreMm, outerMm] = read(next).map(({ value }) => value);
    onChange(coreMm && outerMm && outerMm > coreMm ? { coreDiameterMm: coreMm, outerDiameterMm: outerMm } : null);
  };
  // What was given was taken back, or is noted now.
  if (!given && core!.value && outer!.value && outer!.value > core!.value && typed.join() !== before.join())
    setTyped(before);
  const narrow = core!.value && outer!.value && outer!.value <= core!.value;
  const [inner, whole] = form === 'cone' ? ['Across its nose', 'Across its base'] : ['Its hole', 'Its width'];
  return (
    <div className="grid grid-cols-[1fr_1fr] gap-2">
      <TextField
        name={`${name}-core`}
        label={inner}
        value={typed[0]!}
        onChange={(text) => type([text, typed[1]!])}
        placeholder={figure(supposed.coreDiameterMm)}
        error={core!.error}
      />
      <TextField
        name={`${name}-outer`}
        label={whole}
        value={typed[1]!}
        onChange={(text) => type([typed[0]!, text])}
        placeholder={figure(supposed.outerDiameterMm)}
        error={outer!.error ?? (narrow ? 'it is wider than that' : undefined)}
      />
    </div>
  );
}

const SIZES = { lowMm: 5, highMm: 1000 };
