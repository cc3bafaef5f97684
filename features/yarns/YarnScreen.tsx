'use client';

import { pieceTotal } from '../../core/piece';
import type { YarnPage } from '../../server/yarnViews';
import { ActionLink } from '../../ui/ActionLink';
import { useSystem } from '../../ui/Providers';
import { Say } from '../../ui/Say';
import { Thread } from '../../ui/thread/Thread';
import { BandSheet } from './BandSheet';
import { Enough } from './Enough';
import { HowMuch } from './HowMuch';
import { twistInWords } from './words';
import styles from './YarnScreen.module.css';

/** One yarn: its thread, how much there is, whether that is enough, and its band. */
export function YarnScreen({ page: { yarn, pieces, steps, left } }: { page: YarnPage }) {
  const system = useSystem();
  const present = pieces.filter(({ consumedBy }) => consumedBy === null);
  const unweighed = present.filter(({ mass }) => mass === null).length;
  const next = present.find(({ openRunId }) => openRunId !== null) ?? present.find(({ form }) => form === 'hank');
  return (
    <>
      <div className={styles.head}>
        <div>
          <h1>{yarn.name}</h1>
          <p className={styles.under}>
            {[yarn.maker, yarn.dyeLot && `lot ${yarn.dyeLot}`, pieceTotal(present)].filter(Boolean).join(' · ')}
          </p>
        </div>
        <div className={styles.actions}>
          <ActionLink href={`/yarns/${yarn.id}/band`} quiet>
            Correct the band
          </ActionLink>
          {next &&
            (next.openRunId ? (
              <ActionLink href={`/winding/run/${next.openRunId}`}>Go on winding {next.label.toLowerCase()}</ActionLink>
            ) : (
              <ActionLink href={`/winding/plan/${next.id}`}>Plan to wind {next.label.toLowerCase()}</ActionLink>
            ))}
        </div>
      </div>
      <Thread colourHex={yarn.colourHex} pieces={pieces} steps={steps} twist={twistInWords(yarn, system)} />
      <div className={styles.columns}>
        <section aria-labelledby="how-much">
          <h2 id="how-much">How much there is</h2>
          {left ? (
            <HowMuch left={left} pieces={present.length - unweighed} />
          ) : (
            <Say tone="plain">{whyUnknown(yarn.grist !== null, present.length)}</Say>
          )}
          {left && unweighed > 0 && (
            <Say tone="tight">
              {unweighed === 1 ? 'One piece is' : `${unweighed} pieces are`} not weighed and not counted here.
            </Say>
          )}
        </section>
        <section aria-labelledby="enough">
          <h2 id="enough">Is it enough?</h2>
          {left ? <Enough yarnId={yarn.id} lengthM={left.lengthM} /> : <p>As soon as a length is known, ask here.</p>}
        </section>
        <BandSheet yarn={yarn} />
      </div>
    </>
  );
}

function whyUnknown(gristKnown: boolean, present: number): string {
  if (present === 0) return 'Nothing is left of this yarn.';
  if (!gristKnown)
    return 'Nothing on the band tells how long a gram of it is. Its length and mass would, or wraps per inch, its weight class, or a needle size.';
  return 'Nothing of it has been weighed, and the band does not say what one weighs. Open a piece and weigh it.';
}
