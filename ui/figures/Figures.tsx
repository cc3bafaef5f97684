'use client';

import type { Estimate } from '../../core/common/estimate';
import {
  type Figure,
  fineMassFigure,
  gristFigure,
  inWords,
  lengthFigure,
  massFigure,
  knownLengthFigure,
  plusMinus,
  readingFigure,
  sizeFigure,
  spanFigure,
  twistFigure,
} from '../../core/common/format';
import type { MassFact } from '../../core/yarn/piece';
import { useSystem } from '../frame/Providers';

/** Figures in the units that the reader has chosen. */

export function Mass({ g }: { g: number }) {
  return <>{inWords(massFigure(g, useSystem()))}</>;
}

/** To a tenth of a gram, where what is weighed is small: a mini, its tolerance, its ties. */
export function FineMass({ g }: { g: number }) {
  return <>{inWords(fineMassFigure(g, useSystem()))}</>;
}

export function Length({ m }: { m: number }) {
  return <>{inWords(lengthFigure(m, useSystem()))}</>;
}

export function LengthWithin({ m }: { m: Estimate }) {
  const system = useSystem();
  return (
    <>
      {inWords(knownLengthFigure(m, system))} {plusMinus(m, system)}
    </>
  );
}

export function Grist({ mPerG }: { mPerG: number }) {
  return <>{inWords(gristFigure(mPerG, useSystem()))}</>;
}

export function Size({ mm }: { mm: number }) {
  return <>{inWords(sizeFigure(mm, useSystem()))}</>;
}

export function Span({ mm }: { mm: number }) {
  return <>{inWords(spanFigure(mm, useSystem()))}</>;
}

export function Twist({ perM }: { perM: number }) {
  return <>{inWords(twistFigure(perM, useSystem()))}</>;
}

/** A mass as it is known: as the scale showed it, or as the band says. */
export function KnownMass({ fact }: { fact: MassFact }) {
  const system = useSystem();
  if (fact.from === 'band')
    return fact.seen ? (
      <>about {inWords(massFigure(fact.massG, system))}, as the others weigh</>
    ) : (
      <>{inWords(massFigure(fact.massG, system))} by the band</>
    );
  return <>{inWords(readingFigure(fact.massG, fact.resolutionG, system))}</>;
}

/** A figure to be read across the table: a large number with a small unit. */
export function Large({ figure, label }: { figure: Figure; label?: string }) {
  return (
    <span className="leading-[1.2]">
      <span className="text-huge font-bold leading-[1.05] tracking-[-0.02em]" data-figure>
        {figure.number}
      </span>{' '}
      <span className="text-lead">{figure.unit}</span>
      {label && <span className="block text-ink-soft">{label}</span>}
    </span>
  );
}
