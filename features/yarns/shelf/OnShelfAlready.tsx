'use client';

import { Link } from '../../../ui/controls/Link';
import type { ShelfCard, ShelfPage } from '../../../server/yarn/shelf';
import type { BandForm } from '../../../server/yarn/yarns';
import { Notice } from '../../../ui/feedback/Notice';
import { useLookup } from '../../../ui/feedback/useLookup';

/** The same yarn of the same lot may be on the shelf already: then more of it came in, rather than another yarn. */
export function OnShelfAlready({ values }: { values: BandForm }) {
  const { maker, line, colourName, dyeLot } = values;
  const isNamed = [maker, line, colourName].filter((words) => words.trim() !== '').length >= 2;
  const words = [maker, line, colourName, dyeLot].join(' ');
  const { found } = useLookup<ShelfPage>(isNamed ? `/api/shelf?q=${encodeURIComponent(words)}` : null);
  const same = found?.cards.find((card) => isSame(card, { maker, line, colourName, dyeLot }));
  if (!same) return null;
  return (
    <Notice tone="tight" role="status">
      {same.name}
      {same.dyeLot && `, lot ${same.dyeLot}`}, is on the shelf already ({same.total}).{' '}
      <Link href={`/yarns/${same.id}/more`}>Add more of it</Link>?
    </Notice>
  );
}

function isSame(card: ShelfCard, band: Pick<BandForm, 'maker' | 'line' | 'colourName' | 'dyeLot'>): boolean {
  const plain = (words: string) => words.trim().toLowerCase();
  const name = [band.line || band.maker, band.colourName].map((words) => words.trim()).filter(Boolean);
  return (
    plain(card.name) === plain(name.join(', ')) &&
    plain(card.maker) === plain(band.maker) &&
    plain(card.dyeLot) === plain(band.dyeLot)
  );
}
