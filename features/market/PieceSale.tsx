'use client';

import { Button } from 'antd';
import type { Ware } from '../../server/market/wares';
import { Link } from '../../ui/controls/Link';
import { Problem } from '../../ui/feedback/Notice';
import { unbroken, useSelling } from './useSelling';

/** On a piece's own page, where its label leads: what it is offered at, and the press that sells it. */
export function PieceSale({ ware }: { ware: Ware | null }) {
  const selling = useSelling();
  if (!ware?.isThere) return null;
  if (ware.price === null)
    return (
      <p className="mt-3" data-screen-only>
        <Link href={`/market?piece=${ware.key}`}>Put it on the market table</Link>
      </p>
    );
  return (
    <section
      aria-label="For sale"
      className="flex flex-wrap gap-3 items-center p-3 mt-4 rounded-lg bg-card"
      data-screen-only
    >
      <span>
        <Link href="/market">For sale</Link> at <strong className="text-title">{unbroken(ware.price)}</strong>
      </span>
      <Button size="large" disabled={selling.busy} onClick={() => selling.sell(ware)}>
        Sold
      </Button>
      <Problem words={selling.problem} />
    </section>
  );
}
