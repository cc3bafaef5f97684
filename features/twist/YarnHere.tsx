import { signedTurns } from '../../core/twist/twist';
import { strandAngleDeg } from '../../core/twist/twistSeverity';
import type { TwistPage } from '../../server/twist/twist';
import { useSystem } from '../../ui/frame/Providers';
import { TwistedYarn } from '../../ui/strand/TwistedYarn';
import { twistWords } from './words';
import styles from './YarnHere.module.css';

const WIDTH = 62;
const HEIGHT = 168;

/** A stretch of the yarn as it was made and as it is at one place, magnified, with its strands at their real angle. */
export function YarnHere({
  page: { yarn, strandMm, build },
  changePerM,
  place,
  known,
}: {
  page: TwistPage;
  changePerM: number;
  /** Null: it is alike everywhere. */
  place: string | null;
  known: boolean;
}) {
  const system = useSystem();
  const own = yarn.ownTwist;
  const plies = build === 'single' ? 1 : (yarn.plies ?? 2);
  const asMade = own ? signedTurns(own) : null;
  const drawn = [
    { title: 'as made', turns: asMade },
    ...(place === null ? [] : [{ title: place, turns: asMade === null ? null : asMade + changePerM }]),
  ];
  if (asMade === null && place === null) return null;
  if (asMade === null || !known)
    return (
      <figure className={styles.yarns}>
        <figcaption className="[&_strong]:text-large [&_strong]:text-ink grid gap-1 max-w-[200px] text-ink-soft">
          {place}
          <strong>{twistWords(changePerM, system)}</strong>
          {asMade === null ? 'on top of a twist of its own that is not known' : 'on top of what nobody noted'}
        </figcaption>
      </figure>
    );
  return (
    <figure className={styles.yarns}>
      {drawn.map(({ title, turns }, i) => (
        <div key={i} className="grid justify-items-center gap-1 w-[104px]">
          <div className="min-h-[2.5em] flex items-end text-small leading-[1.2] text-center text-ink-soft">{title}</div>
          <svg
            width={WIDTH + 4}
            height={HEIGHT}
            viewBox={`-2 0 ${WIDTH + 4} ${HEIGHT}`}
            role="img"
            aria-label={`${title}: strands lean like ${turns! < 0 ? 'S' : 'Z'}, by ${Math.abs(Math.round(strandAngleDeg(turns!, strandMm)))} degrees`}
          >
            <TwistedYarn
              turnsPerM={turns!}
              diameterMm={strandMm}
              plies={plies}
              colourHex={yarn.colourHex}
              width={WIDTH}
              height={HEIGHT}
            />
          </svg>
          <strong>{twistWords(turns!, system)}</strong>
          <span className="text-ink-soft">{Math.abs(strandAngleDeg(turns!, strandMm)).toFixed(1)}°</span>
        </div>
      ))}
      <figcaption className="col-span-full text-small text-ink-soft text-center">
        {Math.round(WIDTH / 3.78 / strandMm)} times as large
      </figcaption>
    </figure>
  );
}
