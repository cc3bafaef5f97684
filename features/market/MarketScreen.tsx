'use client';

import { Button } from 'antd';
import { useEffect } from 'react';
import { lowerFirst } from '../../core/common/format';
import { keyOf } from '../../core/market/sellable';
import type { MarketPage, Sale } from '../../server/market/marketPage';
import type { Ware } from '../../server/market/wares';
import { Link } from '../../ui/controls/Link';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { dateAndTime } from '../../ui/figures/dates';
import { PageHead } from '../../ui/frame/PageHead';
import { LabelsPanel } from '../../ui/labels/LabelsPanel';
import { Fold } from '../../ui/controls/Fold';
import { MakerPanel } from './MakerPanel';
import { PutUp } from './PutUp';
import { Scan } from './Scan';
import { type Selling, unbroken, useSelling } from './useSelling';
import { WareLine } from './WareLine';

/** What is for sale and for how much, what was sold, and what could be put up. */
export function MarketScreen({ page }: { page: MarketPage }) {
  const selling = useSelling();
  const { forSale, worth, today, sales, scanned } = page;
  return (
    <>
      <PageHead title="Market table" under={standing(page)}>
        {forSale.length > 0 && (
          <>
            <a href="/api/csv/stock" download>
              Stock list (CSV)
            </a>
            <a href="/api/market/stock" target="_blank" rel="noreferrer">
              Stock list (PDF)
            </a>
          </>
        )}
      </PageHead>
      <div className="grid grid-cols-[minmax(0,7fr)_minmax(0,5fr)] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <div className="grid gap-4">
          <Scan wares={forSale} selling={selling} />
          <Problem words={selling.problem} />
          {scanned === 'gone' ? (
            <Notice tone="tight">The kit that was scanned is not there any more: it was sold or unpacked.</Notice>
          ) : (
            scanned && <Scanned ware={scanned} selling={selling} />
          )}
          <section className="grid gap-2" aria-labelledby="on-table">
            <h2 id="on-table">On the table{worth.length > 0 && `: ${worth.join(' and ')}`}</h2>
            {forSale.length === 0 && (
              <p className="text-ink-soft">
                Nothing is for sale yet. Take minis, kits or skeins, give them a price, and they lie here until they are
                sold.
              </p>
            )}
            <ul className="grid gap-2">
              {forSale.map((ware) => (
                <li key={ware.key}>
                  <WareLine ware={ware} selling={selling} />
                </li>
              ))}
            </ul>
          </section>
        </div>
        <div className="grid gap-4">
          <PutUp page={page} />
          <section className="grid gap-2" aria-labelledby="sold">
            <h2 id="sold">Sold</h2>
            {sales.length === 0 ? (
              <p className="text-ink-soft">Nothing was sold yet.</p>
            ) : (
              <>
                {today.sold > 0 && (
                  <p>
                    <strong>
                      {today.sold} today{today.takings.length > 0 && ` for ${today.takings.join(' and ')}`}
                    </strong>
                  </p>
                )}
                <ul className="grid gap-1">
                  {sales.map((sale) => (
                    <SaleLine key={sale.id} sale={sale} selling={selling} />
                  ))}
                </ul>
              </>
            )}
          </section>
          <MakerPanel maker={page.maker} />
          {forSale.length > 0 && (
            <Fold title="Labels for what is on the table" lazy>
              <LabelsPanel key={wordsOnLabels(page)} sets={labelSets(forSale)} isPriced />
            </Fold>
          )}
        </div>
      </div>
    </>
  );
}

function standing({ forSale, today }: MarketPage): string {
  const there = forSale.length === 0 ? 'Nothing is for sale' : `${forSale.length} for sale`;
  return `${there}${today.sold > 0 ? `, ${today.sold} sold today` : ''}.`;
}

/** What, when it changes, makes the picture of a label another one. */
function wordsOnLabels({ forSale, maker: { name, logo } }: MarketPage): string {
  return [name, logo?.length, ...forSale.map(({ price }) => price)].join();
}

function labelSets(forSale: readonly Ware[]) {
  const of = (isKit: boolean) =>
    forSale.filter(({ sellable }) => 'kit' in sellable === isKit).map(({ sellable }) => keyOf(sellable));
  return [
    { name: 'kits', of: 'kits' as const, keys: of(true) },
    { name: 'single pieces', of: 'pieces' as const, keys: of(false) },
  ].filter(({ keys }) => keys.length > 0);
}

/** The kit whose label was scanned by a phone: it is what one came for. */
function Scanned({ ware, selling }: { ware: Ware; selling: Selling }) {
  useEffect(() => {
    // Its promise is no way to undo the effect.
    void document.getElementById('scanned')?.scrollIntoView({ block: 'nearest' });
  }, []);
  return (
    <section id="scanned" aria-label="The kit that was scanned" className="rounded-lg outline-[3px] outline-acorn">
      <WareLine ware={ware} selling={selling} isLarge />
    </section>
  );
}

function SaleLine({ sale: { id, at, price, title, label, operationId }, selling }: { sale: Sale; selling: Selling }) {
  return (
    <li className="grid grid-cols-[minmax(0,1fr)_auto] gap-x-3 items-center">
      <span>
        <Link href={`/logbook/${operationId}`}>
          {title}, {lowerFirst(label)}
        </Link>
        <span className="block text-small text-ink-soft">
          {price && <strong className="text-ink">{unbroken(price)}, </strong>}
          {dateAndTime(at)}
        </span>
      </span>
      <Button size="small" disabled={selling.busy} onClick={() => selling.takeBack(id)}>
        Not sold<span className="visually-hidden"> after all: {title}</span>
      </Button>
    </li>
  );
}
