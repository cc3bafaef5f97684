import type { PieceForm } from '../../../core/yarn/piece';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { YarnLine } from '../../../ui/figures/YarnLine';
import type { PieceOperation } from './pieceOperations';

/** A piece and what becomes of it, small enough to choose by. */
export function OperationPicture({
  change,
  form,
  colourHex,
}: {
  change: PieceOperation;
  form: PieceForm;
  colourHex: string;
}) {
  return (
    <svg width={96} height={68} viewBox="0 0 96 68" aria-hidden="true">
      <Scene change={change} form={form} colourHex={colourHex} />
    </svg>
  );
}

const LINE = { fill: 'none', stroke: 'var(--ink)', strokeWidth: 2.4, strokeLinecap: 'round' } as const;

function Scene({ change, form, colourHex }: { change: PieceOperation; form: PieceForm; colourHex: string }) {
  const piece = (x: number, y: number, side: number, gone = false) => (
    <PieceGlyph form={form} colourHex={colourHex} x={x} y={y} side={side} gone={gone} />
  );
  switch (change) {
    case 'use':
      // A strip of fabric on its way off two needles.
      return (
        <>
          {piece(24, 44, 40)}
          <YarnLine d="M40 46C50 52 52 30 60 26" colourHex={colourHex} width={3} />
          {[0, 1, 2].map((row) => (
            <YarnLine key={row} d={`M58 ${24 + row * 11}q4 10 8 0q4 10 8 0q4 10 8 0`} colourHex={colourHex} width={4} />
          ))}
          <path d="M52 20L92 12M52 14L92 24" {...LINE} />
        </>
      );
    case 'wash':
      return (
        <>
          {piece(48, 32, 46)}
          <path d="M14 30v22a8 8 0 0 0 8 8h52a8 8 0 0 0 8 -8V30" {...LINE} />
          <path d="M16 40q8 -6 16 0t16 0t16 0t16 0" {...LINE} strokeOpacity={0.7} />
        </>
      );
    case 'dye':
      return (
        <>
          {piece(48, 30, 42)}
          <path d="M18 28v26a7 7 0 0 0 7 7h46a7 7 0 0 0 7 -7V28M10 30h8M78 30h8" {...LINE} />
          <path d="M34 10q5 -4 0 -8M48 10q5 -4 0 -8M62 10q5 -4 0 -8" {...LINE} strokeOpacity={0.6} />
        </>
      );
    case 'dry':
      return (
        <>
          <path d="M6 12H90" {...LINE} />
          <path d="M40 10v10M56 10v10" {...LINE} />
          {piece(48, 38, 46)}
          <path d="M14 40q6 4 0 10M82 40q6 4 0 10" {...LINE} strokeOpacity={0.6} />
        </>
      );
    case 'reel':
      return (
        <>
          <path d="M70 6V62M48 16L92 52M48 52L92 16" {...LINE} strokeOpacity={0.65} />
          <YarnLine d="M52 18L88 18L88 50L52 50Z" colourHex={colourHex} width={5} />
          {piece(22, 42, 38)}
          <YarnLine d="M36 40C44 40 44 26 52 24" colourHex={colourHex} width={3} />
        </>
      );
    case 'join':
      return (
        <>
          {piece(22, 40, 38)}
          {piece(74, 40, 38)}
          <YarnLine d="M36 34C42 22 46 22 48 28S54 22 60 34" colourHex={colourHex} width={3.5} />
          <circle cx={48} cy={25} r={6} fill="none" stroke="var(--amber)" strokeWidth={2.6} />
        </>
      );
    case 'open':
      return (
        <>
          {piece(48, 38, 56)}
          <path d="M48 10V2M30 14l-5 -7M66 14l5 -7" {...LINE} strokeOpacity={0.7} />
        </>
      );
    case 'write off':
      return (
        <>
          {piece(40, 36, 50, true)}
          <path d="M62 36H90M80 26l10 10l-10 10" {...LINE} />
        </>
      );
  }
}
