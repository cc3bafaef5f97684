'use client';

import { Button, Input, type InputRef, Segmented } from 'antd';
import dynamic from 'next/dynamic';
import { contained } from '../../../ui/feedback/contained';
import { Link } from '../../../ui/controls/Link';
import { useRef } from 'react';
import { FIBRE_NAMES } from '../../../core/yarn/fibre';
import { asSentence, gristFigure, inWords, lengthFigure, massFigure, plural } from '../../../core/common/format';
import { PIECE_FORMS } from '../../../core/yarn/piece';
import { ABOUT_WITHIN } from '../../../core/projects/shelfNeed';
import { WEIGHT_CLASSES } from '../../../core/yarn/weightClass';
import type { ShelfPage } from '../../../server/yarn/shelf';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { PageHead } from '../../../ui/frame/PageHead';
import { useGlobalKey } from '../../../ui/frame/useGlobalKey';
import { useSystem } from '../../../ui/frame/Providers';
import { NothingYet } from '../../../ui/feedback/NothingYet';
import { Notice } from '../../../ui/feedback/Notice';
import { ShelfGrid } from './ShelfGrid';
import { type Asked, NOTHING_ASKED, type Shelf, useShelf } from './useShelf';
import { Choice } from '../../../ui/controls/Choice';
import { useLocalStorage } from '../../../ui/kept/useLocalStorage';
import { Loading } from '../../../ui/feedback/Loading';

const ShelfTable = contained(
  dynamic(() => import('./ShelfTable').then((module) => module.ShelfTable), {
    ssr: false,
    loading: () => <Loading rows={10} />,
  }),
);

/** What have I got: every yarn as it lies on the shelf, its pieces to scale and in its colour. */
export function ShelfScreen({
  page,
  asked,
  places,
  yarns,
}: {
  page: ShelfPage;
  asked: Partial<Asked>;
  places: string[];
  yarns: number;
}) {
  const shelf = useShelf(page, { ...NOTHING_ASKED, ...asked });
  const search = useRef<InputRef>(null);
  const [as, setAs] = useLocalStorage('shelf as', 'pictures');

  useGlobalKey('/', true, () => search.current?.focus());

  return (
    <>
      <PageHead title="My yarn">
        <Link href="/yarns/gone">Archived</Link>
        <Link href="/yarns/import">Import a list</Link>
        <ActionLink href="/yarns/new">Add a yarn</ActionLink>
      </PageHead>
      {yarns === 0 ? (
        <EmptyShelf />
      ) : (
        <>
          <div className="grid grid-cols-[minmax(300px,1fr)_auto] gap-y-3 gap-x-4 items-center max-desk:grid-cols-[minmax(0,1fr)]">
            <Input
              ref={search}
              placeholder="Name, or 300 m, wool"
              aria-label="Search the shelf"
              aria-describedby="understood"
              value={shelf.asked.q}
              onChange={(event) => shelf.ask({ q: event.target.value })}
              onKeyDown={(event) => {
                if (event.key !== 'ArrowDown') return;
                event.preventDefault();
                document.querySelector<HTMLElement>('[data-shelf-place]')?.focus();
              }}
              allowClear
              size="large"
              suffix={
                shelf.asked.q === '' && (
                  <kbd className="max-desk:hidden" aria-hidden="true">
                    /
                  </kbd>
                )
              }
            />
            <Filters shelf={shelf} places={places} />
          </div>
          <div className="flex flex-wrap items-center justify-between gap-x-4 mt-3 mb-4">
            <Found shelf={shelf} />
            <Segmented
              aria-label="Show as"
              size="small"
              options={[
                { value: 'pictures', label: 'Shelf' },
                { value: 'list', label: 'List' },
              ]}
              value={as}
              onChange={setAs}
            />
          </div>
          {shelf.problem && (
            <Notice tone="bad" role="alert">
              {asSentence(shelf.problem)} What is shown may not be what you asked for.
            </Notice>
          )}
          {as === 'list' ? <ShelfTable shelf={shelf} /> : <ShelfGrid shelf={shelf} />}
        </>
      )}
    </>
  );
}

const ORDERS = {
  '': 'newest first',
  name: 'by name',
  'name backwards': 'by name, from Z',
  colour: 'by colour',
  'most of it': 'most of it first',
  'least of it': 'least of it first',
  place: 'by place',
  'place backwards': 'by place, from Z',
};

function Filters({ shelf: { asked, ask }, places }: { shelf: Shelf; places: string[] }) {
  const choice = (name: keyof Asked, label: string, options: readonly (readonly [string, string])[]) => (
    <label className="relative max-tablet:flex-none">
      <span className="visually-hidden">{label}</span>
      <Choice value={asked[name]} options={options} onChange={(value) => ask({ [name]: value })} aria-label={label} />
    </label>
  );
  const on = Object.entries(asked).some(([name, value]) => value !== '' && name !== 'order');
  return (
    <div
      className="flex flex-wrap gap-2 max-tablet:flex-nowrap max-tablet:my-0 max-tablet:-mx-4 max-tablet:py-1 max-tablet:px-4 max-tablet:overflow-x-auto"
      role="group"
      aria-label="Show only"
    >
      {choice('fibre', 'Fibre', [['', 'any fibre'], ...FIBRE_NAMES.map((name) => [name, name] as const)])}
      {choice('class', 'Weight class', [
        ['', 'any class'],
        ...WEIGHT_CLASSES.map(({ number, name }) => [String(number), `${number} ${name}`] as const),
      ])}
      {choice('form', 'Form', [['', 'any form'], ...PIECE_FORMS.map((form) => [form, `as ${form}`] as const)])}
      {places.length > 0 &&
        choice('place', 'Place', [['', 'any place'], ...places.map((place) => [place, place] as const)])}
      {asked.lot !== '' && (
        <Button onClick={() => ask({ lot: '' })} aria-label={`Not only lot ${asked.lot}`}>
          lot {asked.lot} ×
        </Button>
      )}
      {choice('order', 'Order', Object.entries(ORDERS))}
      {on && (
        <Button type="text" onClick={() => ask({ ...NOTHING_ASKED, order: asked.order })}>
          Show all
        </Button>
      )}
    </div>
  );
}

/** How many were found, and how the words were understood. */
function Found({ shelf: { total, understood, asked } }: { shelf: Shelf }) {
  const system = useSystem();
  const { atLeastM, atMostM, atLeastG, atMostG, aboutMPerG, fibre, lot, form, tool, singles, begun, colours } =
    understood;
  const parts = [
    atMostM !== null && `at most ${inWords(lengthFigure(atMostM, system))} of it`,
    atLeastM !== null && `at least ${inWords(lengthFigure(atLeastM, system))} of it`,
    atMostG !== null && `at most ${inWords(massFigure(atMostG, system))} of it`,
    atLeastG !== null && `at least ${inWords(massFigure(atLeastG, system))} of it`,
    ...colours.map(({ name }) => name),
    form !== null && `with a ${form}`,
    begun && 'begun',
    singles && 'singles',
    lot !== null && `lot ${lot}`,
    tool !== null && `for a ${tool.sizeMm} mm ${tool.tool}`,
    aboutMPerG !== null && `${inWords(gristFigure(aboutMPerG, system))} within ${Math.round(ABOUT_WITHIN * 100)} %`,
    fibre !== null && `with ${fibre} in it`,
  ].filter(Boolean);
  return (
    <p id="understood" role="status" className="text-ink-soft">
      {total === 0 ? `No yarn on the shelf is like that${asked.q ? `: “${asked.q}”` : ''}.` : plural(total, 'yarn')}
      {parts.length > 0 && ` · ${parts.join(', ')}`}
    </p>
  );
}

function EmptyShelf() {
  return (
    <NothingYet title="The shelf is empty" drawn={['hank', 'cake']}>
      <p>Take a hank, its paper band and a scale. Type what the band says, as far as it says anything, and begin.</p>
      <p>
        Only a question? <Link href="/quick">Ask without keeping anything</Link>. Have you kept a list so far?{' '}
        <Link href="/yarns/import">Import it</Link>. Coming from another machine? An archive can be read in from the{' '}
        <Link href="/logbook">logbook</Link>.
      </p>
    </NothingYet>
  );
}
