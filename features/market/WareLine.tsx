'use client';

import { Button } from 'antd';
import { useState } from 'react';
import { fibresInWords } from '../../core/yarn/fibre';
import { pricesInWords } from '../../core/market/price';
import type { Ware } from '../../server/market/wares';
import { InlineButton } from '../../ui/controls/InlineButton';
import { Link } from '../../ui/controls/Link';
import { FineMass, Length } from '../../ui/figures/Figures';
import { PieceGlyph } from '../../ui/thread/PieceGlyph';
import { PriceForm } from './PriceForm';
import { missingInWords, type Selling, unbroken, wareInWords } from './useSelling';

/** So many of a kit's minis are drawn. */
const MOST_DRAWN = 7;

/** One thing on the table: what it is, how much, its price, and the one press that sells it. */
export function WareLine({ ware, selling, isLarge }: { ware: Ware; selling: Selling; isLarge?: boolean }) {
  const [isPricing, setPricing] = useState(false);
  const { sellable, title, label, price, massG, lengthM, isGuess, lot, fibres, missing, isWet } = ware;
  const per100G = price === null ? undefined : pricesInWords(price, massG)[1];
  const href = 'pieceId' in sellable ? `/pieces/${sellable.pieceId}` : `/minis/${sellable.planId}`;
  return (
    <article className="grid grid-cols-[auto_minmax(0,1fr)_auto] gap-x-4 gap-y-1 items-center p-3 rounded-lg bg-card max-phone:grid-cols-[minmax(0,1fr)_auto]">
      <Drawn ware={ware} />
      <div className="min-w-0 max-phone:row-start-2 max-phone:col-span-2">
        <Link href={href} className="font-heading font-bold text-lead">
          {title}
        </Link>
        <p>
          {label}
          {massG !== null && (
            <>
              , <FineMass g={massG} />
            </>
          )}
          {lengthM !== null && (
            <>
              , {isGuess && 'about '}
              <Length m={lengthM} />
            </>
          )}
        </p>
        {isWet && <p className="text-amber font-semibold">It is not dry yet.</p>}
        {missing > 0 && <p className="text-amber font-semibold">{missingInWords(ware)}</p>}
        {isPricing ? (
          <PriceForm ware={ware} onDone={() => setPricing(false)} />
        ) : (
          <p className="text-small flex flex-wrap gap-x-4">
            <span className="text-ink-soft basis-full">
              {[fibresInWords(fibres), lot && `lot ${lot}`, per100G].filter(Boolean).join(' · ')}
            </span>
            <InlineButton onClick={() => setPricing(true)}>
              {price === null ? 'Set a price' : 'Change price'}
            </InlineButton>
            {price !== null && (
              <InlineButton disabled={selling.busy} onClick={() => selling.withdraw(ware)}>
                Take it off the table
              </InlineButton>
            )}
          </p>
        )}
      </div>
      <div className="grid gap-1 justify-items-end">
        {price && <strong className={isLarge ? 'text-huge leading-none' : 'text-title'}>{unbroken(price)}</strong>}
        <Button
          size={isLarge ? 'large' : 'middle'}
          type={isLarge ? 'primary' : 'default'}
          disabled={selling.busy}
          onClick={() => selling.sell(ware)}
        >
          Sold<span className="visually-hidden">: {wareInWords(ware)}</span>
        </Button>
      </div>
    </article>
  );
}

function Drawn({ ware: { pieces } }: { ware: Ware }) {
  const drawn = pieces.slice(0, MOST_DRAWN);
  const step = pieces.length > 1 ? 15 : 0;
  const width = 56 + step * (drawn.length - 1);
  return (
    <svg width={width} height={60} aria-hidden="true" className="flex-none">
      {drawn.map(({ id, form, colourHex }, i) => (
        <PieceGlyph key={id} form={form} colourHex={colourHex} x={28 + i * step} y={30} side={50} />
      ))}
    </svg>
  );
}
