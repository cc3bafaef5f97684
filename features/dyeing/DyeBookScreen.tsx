'use client';

import { heatInWords, recipeInWords } from '../../core/dyeing/recipeWords';
import { Button, Checkbox } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { BathLine, DyeBookPage } from '../../server/dyeing/bathPages';
import { ActionLink } from '../../ui/controls/ActionLink';
import { InlineButton } from '../../ui/controls/InlineButton';
import { Link } from '../../ui/controls/Link';
import { NothingYet } from '../../ui/feedback/NothingYet';
import { Problem } from '../../ui/feedback/Notice';
import { useTask } from '../../ui/feedback/useTask';
import { shortDate } from '../../ui/figures/dates';
import { Mass } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import { markBath } from './actions';
import { Dyed } from './Dyed';

/** Every bath that was made or is planned, with its colour: to be made again, or laid beside another. */
export function DyeBookScreen({ page: { baths, deleted } }: { page: DyeBookPage }) {
  const router = useRouter();
  const { busy, problem, run } = useTask();
  const [chosen, setChosen] = useState<number[]>([]);
  const choose = (id: number, on: boolean) =>
    // A third one takes the place of the first.
    setChosen((known) => (on ? [...known.slice(-1), id] : known.filter((each) => each !== id)));
  return (
    <>
      <PageHead title="Dye book" under="What went into each pot, and what came out of it.">
        {baths.length > 0 && (
          <ActionLink href={`/dyeing/series?from=${baths[0]!.id}`} quiet>
            A series of shades
          </ActionLink>
        )}
        <ActionLink href="/dyeing/new">A new bath</ActionLink>
      </PageHead>
      {baths.length === 0 && (
        <NothingYet title="No bath is in the book yet" drawn={['hank', 'mini skein']}>
          <p>
            Note what goes into the pot in percent of the dry fibre, in grams or in millilitres of your stocks. The book
            works out the others, scales the bath to any mass, and keeps the colour that came out, so that it can be
            made again.
          </p>
        </NothingYet>
      )}
      <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,380px),1fr))] gap-3">
        {baths.map((bath) => (
          <li
            key={bath.id}
            className="grid grid-cols-[auto_minmax(0,1fr)_auto] gap-x-4 items-center p-3 rounded-lg bg-card"
          >
            <Dyed hex={bath.colourHex} size={64} />
            <BathWords bath={bath} />
            <Checkbox
              checked={chosen.includes(bath.id)}
              onChange={({ target }) => choose(bath.id, target.checked)}
              aria-label={`Compare ${bath.name}`}
            />
          </li>
        ))}
      </ul>
      {baths.length > 1 && (
        <p className="sticky bottom-3 flex justify-end items-center gap-3 mt-4 max-tablet:static">
          <Button
            size="large"
            disabled={chosen.length < 2}
            onClick={() => router.push(`/dyeing/compare?one=${chosen[0]}&other=${chosen[1]}`)}
          >
            {chosen.length < 2 ? 'Tick two to compare them' : 'Compare the two'}
          </Button>
        </p>
      )}
      <Problem words={problem} />
      {deleted.length > 0 && (
        <section className="[&_h2]:mb-1 mt-10" aria-labelledby="deleted">
          <h2 id="deleted">Deleted</h2>
          <ul>
            {deleted.map(({ id, name }) => (
              <li key={id}>
                {name}{' '}
                <InlineButton disabled={busy} onClick={() => run(() => markBath(id, false))}>
                  Bring it back
                </InlineButton>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

/** A bath in a few lines. */
function BathWords({ bath }: { bath: BathLine }) {
  return (
    <div className="min-w-0">
      <Link href={`/dyeing/${bath.id}`} className="font-heading font-bold text-lead">
        {bath.name}
      </Link>
      {bath.dyeLot && <span className="text-ink-soft">, lot {bath.dyeLot}</span>}
      <p>{recipeInWords(bath.recipe)}</p>
      <p className="text-ink-soft">
        <Mass g={bath.fibreG} /> of fibre
        {heatInWords(bath.recipe) && `, ${heatInWords(bath.recipe)}`}
        {bath.at === null ? (
          <span className="text-amber font-semibold">, to be dyed</span>
        ) : (
          <>, dyed {shortDate(bath.at)}</>
        )}
      </p>
    </div>
  );
}
