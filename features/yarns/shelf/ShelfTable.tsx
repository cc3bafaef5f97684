'use client';

import { Table, type TableProps } from 'antd';
import { Link } from '../../../ui/controls/Link';
import { useEffect, useState } from 'react';
import type { ShelfCard } from '../../../server/yarn/shelf';
import { LengthWithin, Mass } from '../../../ui/figures/Figures';
import { Swatch } from '../../../ui/figures/Swatch';
import { PAGE, type Shelf } from './useShelf';

type Row = { at: number; card: ShelfCard | undefined };
type Sorted = 'ascend' | 'descend';

/** What the head of a column asks for. */
const ORDERS: Record<string, Partial<Record<Sorted, string>>> = {
  name: { ascend: 'name', descend: 'name backwards' },
  length: { ascend: 'least of it', descend: 'most of it' },
  place: { ascend: 'place', descend: 'place backwards' },
};

/** The same yarns as a list, in the order that the head of a column was pressed for. */
export function ShelfTable({ shelf: { asked, ask, total, cardAt, look } }: { shelf: Shelf }) {
  const [page, setPage] = useState(1);
  const [seen, setSeen] = useState(asked);
  // What is asked anew is read from its beginning.
  if (seen !== asked) {
    setSeen(asked);
    setPage(1);
  }
  const from = (page - 1) * PAGE;
  const rows = Array.from({ length: Math.max(0, Math.min(PAGE, total - from)) }, (_, i) => ({
    at: from + i,
    card: cardAt(from + i),
  }));
  useEffect(() => {
    if (total > from) look(from, Math.min(total, from + PAGE) - 1);
  }, [from, total, look]);

  const sorting = (key: string) => ({
    key,
    sorter: true,
    sortOrder: (Object.entries(ORDERS[key]!).find(([, order]) => order === asked.order)?.[0] ?? null) as Sorted | null,
  });
  const columns: TableProps<Row>['columns'] = [
    {
      title: 'Yarn',
      ...sorting('name'),
      className: 'max-phone:w-[45%]',
      render: (_, { card }) =>
        card && (
          <Link href={`/yarns/${card.id}`} className="inline-flex gap-2 items-center max-phone:wrap-anywhere">
            <Swatch hex={card.colourHex} size={14} />
            {card.name}
          </Link>
        ),
    },
    {
      title: 'Length',
      ...sorting('length'),
      align: 'right',
      render: (_, { card }) =>
        card?.left && (
          <>
            <span className="whitespace-nowrap">
              <LengthWithin m={card.left.lengthM} />
            </span>
            {card.left.contradicted ? ' (contradicted)' : card.left.guess && ' (a guess)'}
          </>
        ),
    },
    {
      title: 'Weight',
      key: 'weight',
      align: 'right',
      render: (_, { card }) => card?.left && <Mass g={card.left.massG} />,
    },
    { title: 'Pieces', key: 'pieces', responsive: ['md'], render: (_, { card }) => card?.total },
    { title: 'Kept in', ...sorting('place'), render: (_, { card }) => card?.place, responsive: ['md'] },
    { title: 'Maker', key: 'maker', responsive: ['lg'], render: (_, { card }) => card?.maker },
    { title: 'Dye lot', key: 'lot', responsive: ['lg'], render: (_, { card }) => card?.dyeLot },
  ];
  return (
    <Table<Row>
      aria-label="My yarn"
      size="small"
      rowKey="at"
      columns={columns}
      dataSource={rows}
      showSorterTooltip={false}
      pagination={{ current: page, pageSize: PAGE, total, showSizeChanger: false, hideOnSinglePage: true }}
      onChange={({ current }, _, sorter, { action }) => {
        if (action === 'paginate') setPage(current ?? 1);
        else if (!Array.isArray(sorter)) ask({ order: ORDERS[String(sorter.columnKey)]?.[sorter.order!] ?? '' });
      }}
    />
  );
}
