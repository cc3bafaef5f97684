'use client';

import { inWords, lengthFigure, massFigure } from '../../core/format';
import type { PlannedCake } from '../../core/windingPlan';
import { strandColour } from '../../ui/colour';
import { useSystem } from '../../ui/Providers';
import styles from './CutMap.module.css';

const MOST_DRAWN = 10;

/** The whole length as one strand, with where to go gently, where to slow down, and where to cut. */
export function CutMap({ cakes, colourHex }: { cakes: readonly PlannedCake[]; colourHex: string }) {
  const system = useSystem();
  const totalM = cakes.reduce((sum, { lengthM }) => sum + lengthM, 0);
  return (
    <figure className={styles.map}>
      <figcaption className={styles.caption}>
        The whole strand, {inWords(lengthFigure(totalM, system))}
        {cakes.length > 1 && `, to be cut ${timesInWords(cakes.length - 1)}`}
      </figcaption>
      <ol className={styles.strand}>
        {cakes.slice(0, MOST_DRAWN).map((cake, i) => (
          <li key={i} style={{ flexGrow: cake.lengthM }}>
            <div
              className={styles.part}
              style={{
                backgroundColor: colourHex,
                backgroundImage: `repeating-linear-gradient(112deg, transparent 0 5px, ${strandColour(colourHex)} 5px 7px)`,
              }}
            />
            <div className={styles.words}>
              {cakes.length > 1 && <strong>{i + 1}</strong>}
              <span>
                {inWords(massFigure(cake.massG, system))} · {inWords(lengthFigure(cake.lengthM, system))}
              </span>
              <span className={styles.end}>
                {i < cakes.length - 1 ? 'cut at ' : 'ends near '}
                {Math.round(cake.crankTurns.mean)} turns
              </span>
            </div>
          </li>
        ))}
      </ol>
      {cakes.length > MOST_DRAWN && <p className={styles.caption}>and so on, {cakes.length} cakes in all</p>}
    </figure>
  );
}

function timesInWords(times: number): string {
  if (times === 1) return 'once';
  return times === 2 ? 'twice' : `${times} times`;
}
