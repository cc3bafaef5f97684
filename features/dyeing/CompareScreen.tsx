'use client';

import { Table } from 'antd';
import type { ReactNode } from 'react';
import { heatInWords, shareInWords } from '../../core/dyeing/recipeWords';
import { measured } from '../../core/dyeing/recipe';
import type { BathPage } from '../../server/dyeing/bathPages';
import { Link } from '../../ui/controls/Link';
import { Mass } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import { Dyed } from './Dyed';
import { grams, KIND_WORDS, ml } from './words';

/** Two baths side by side: what went into each, and what each gave. What differs stands out. */
export function CompareScreen({ one, other }: { one: BathPage; other: BathPage }) {
  const both = [one, other];
  const keys = [...new Set(both.flatMap(({ recipe }) => recipe.ingredients.map(keyOf)))];
  const rows: { what: string; cells: ReactNode[]; isAlike?: boolean }[] = [
    ...keys.map((key) =>
      lineOf(
        key,
        both.map((bath) => amountInWords(bath, key)),
      ),
    ),
    lineOf(
      'water',
      both.map(({ recipe }) => (recipe.waterMlPerG === null ? 'not noted' : `${recipe.waterMlPerG} ml to a gram`)),
    ),
    lineOf(
      'heat and time',
      both.map(({ recipe }) => heatInWords(recipe) || 'not noted'),
    ),
    ...(both.some(({ note }) => note) ? [{ what: 'in words', cells: both.map(({ note }) => note) }] : []),
    ...(both.some(({ pictures }) => pictures.length > 0)
      ? [{ what: 'pictures', cells: both.map((bath) => <BathPictures key={bath.id} bath={bath} />) }]
      : []),
  ];
  return (
    <>
      <p>
        <Link href="/dyeing">Dye book</Link>
      </p>
      <PageHead title="Two baths side by side" />
      <Table
        rowKey="what"
        pagination={false}
        tableLayout="fixed"
        dataSource={rows}
        columns={[
          { title: <span className="visually-hidden">What</span>, dataIndex: 'what', rowScope: 'row', width: '18%' },
          ...both.map((bath, i) => ({
            key: `${i} ${bath.id}`,
            title: <BathHead bath={bath} />,
            className: 'align-top',
            render: (_: unknown, { cells, isAlike }: (typeof rows)[number]) => (
              <span className={isAlike ? 'text-ink-soft' : isAlike === false ? 'font-semibold' : undefined}>
                {cells[i]}
              </span>
            ),
          })),
        ]}
      />
    </>
  );
}

/** A line of both: what differs stands out. */
const lineOf = (what: string, cells: string[]) => ({ what, cells, isAlike: cells[0] === cells[1] });

function amountInWords({ recipe, fibreG }: BathPage, key: string): string {
  const found = recipe.ingredients.filter((each) => keyOf(each) === key);
  if (found.length === 0) return 'none';
  const share = found.reduce((sum, each) => sum + each.percent, 0);
  const amounts = found.map((each) => {
    const { grams: massG, stockMl } = measured(each, fibreG);
    return stockMl === null ? grams(massG) : `${ml(stockMl)} of ${shareInWords(each.stockPercent!)}`;
  });
  return `${shareInWords(share)}: ${amounts.join(' and ')}`;
}

function BathHead({ bath: { id, name, colourHex, dyeLot, fibreG } }: { bath: BathPage }) {
  return (
    <span className="flex flex-wrap items-center gap-3">
      <Dyed hex={colourHex} size={88} />
      <span>
        <Link href={`/dyeing/${id}`} className="text-title">
          {name}
        </Link>
        <span className="block font-normal text-ink-soft">
          {dyeLot && `lot ${dyeLot}, `}
          <Mass g={fibreG} /> of fibre
        </span>
      </span>
    </span>
  );
}

function BathPictures({ bath: { name, pictures } }: { bath: BathPage }) {
  return (
    <span className="flex flex-wrap gap-3">
      {pictures.map((picture, i) => (
        // eslint-disable-next-line @next/next/no-img-element -- it is ready for the screen as it is kept
        <img
          key={picture.id}
          className="block w-full max-w-[320px] h-auto border-[1.5px] border-line rounded-md"
          src={`/api/pictures/${picture.id}`}
          width={picture.width}
          height={picture.height}
          alt={`${name}, picture ${i + 1}`}
        />
      ))}
    </span>
  );
}

const keyOf = ({ kind, name }: BathPage['recipe']['ingredients'][number]) =>
  name ? `${name}, ${KIND_WORDS[kind]}` : KIND_WORDS[kind];
