'use client';

import Link from 'next/link';
import type { Today } from '../../server/today';
import { ActionLink } from '../../ui/ActionLink';
import { EntryLine } from '../../ui/EntryLine';
import { LengthWithin } from '../../ui/Figures';
import { RunsUnderWay } from '../../ui/RunsUnderWay';
import { PieceGlyph, glyphSide } from '../../ui/thread/PieceGlyph';
import styles from './TodayScreen.module.css';

/** What is on the bench, what waits to be wound, and what happened last. */
export function TodayScreen({ today: { runs, hanks, recent, yarns } }: { today: Today }) {
  if (yarns === 0) return <FirstDay />;
  return (
    <div className={styles.today}>
      <section aria-labelledby="bench" className={styles.wide}>
        <h1 id="bench">{runs.length > 0 ? 'On the bench' : 'The bench is free'}</h1>
        {runs.length > 0 ? (
          <RunsUnderWay runs={runs} />
        ) : (
          <p className={styles.soft}>Nothing is on the winder. Choose a hank below, or put a new yarn on the shelf.</p>
        )}
      </section>
      <section aria-labelledby="hanks">
        <div className={styles.head}>
          <h2 id="hanks">Still in hanks</h2>
          <ActionLink href="/yarns/new" quiet>
            Add a yarn
          </ActionLink>
        </div>
        {hanks.length === 0 && <p className={styles.soft}>Every hank is wound.</p>}
        <ul className={styles.hanks}>
          {hanks.slice(0, 6).map(({ yarn, pieces, left }) => {
            const waiting = pieces.filter(({ form, openRunId }) => form === 'hank' && openRunId === null);
            return (
              <li key={yarn.id}>
                <Link href={`/yarns/${yarn.id}`} className={styles.hank}>
                  <svg width={104} height={84} aria-hidden="true">
                    <PieceGlyph
                      form="hank"
                      colourHex={yarn.colourHex}
                      x={52}
                      y={42}
                      side={Math.min(100, glyphSide(waiting[0]!.massG))}
                    />
                  </svg>
                  <span>
                    <strong>{yarn.name}</strong>
                    <br />
                    {waiting.length === 1 ? 'one hank' : `${waiting.length} hanks`}
                    {left && (
                      <>
                        , <LengthWithin m={left.lengthM} /> in all
                      </>
                    )}
                  </span>
                </Link>
              </li>
            );
          })}
        </ul>
      </section>
      <section aria-labelledby="last">
        <div className={styles.head}>
          <h2 id="last">What happened last</h2>
          <Link href="/logbook">the whole logbook</Link>
        </div>
        <ol>
          {recent.map((entry) => (
            <EntryLine key={entry.id} entry={entry} />
          ))}
        </ol>
      </section>
    </div>
  );
}

function FirstDay() {
  return (
    <div className={styles.first}>
      <svg width={250} height={150} aria-hidden="true">
        <PieceGlyph form="hank" colourHex="#8a9a86" x={72} y={76} side={128} />
        <PieceGlyph form="cake" colourHex="#b08d57" x={188} y={82} side={104} />
      </svg>
      <h1>From a band to a cake</h1>
      <p>
        Take a hank, its paper band and a kitchen scale. Type what the band says; whatever it leaves out is guessed and
        marked as a guess. Then see whether it fits your winder, and wind it with the count kept for you.
      </p>
      <p className={styles.actions}>
        <ActionLink href="/yarns/new">Add your first yarn</ActionLink>
        <ActionLink href="/bench" quiet>
          Look at the bench
        </ActionLink>
      </p>
    </div>
  );
}
