'use client';

import Link from 'next/link';
import type { TwistLine } from '../../server/twist/twist';
import { ActionLink } from '../../ui/controls/ActionLink';
import { PageHead } from '../../ui/frame/PageHead';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { TwistLineWords } from './TwistLineWords';
import styles from './TwistHome.module.css';

/** What has become of the twist of what there is, and where to learn why. */
export function TwistHome({ lines, older }: { lines: TwistLine[]; older: boolean }) {
  return (
    <>
      <PageHead title="Twist">
        <ActionLink href="/twist/practice">Practise</ActionLink>
        <ActionLink href="/twist/ply" quiet>
          Ply
        </ActionLink>
      </PageHead>
      <p className={styles.rule}>
        What turns as it gives or takes its yarn changes nothing. What stands still puts one turn into the strand for
        each time round, S or Z, and most where the wraps are smallest.
      </p>
      {lines.length === 0 ? (
        <p className={styles.soft}>
          Nothing is wound yet. A hank has its twist as it was made; <Link href="/winding">wind one</Link>, and what
          that does to it is kept account of here.
        </p>
      ) : (
        <ul className={styles.lines}>
          {lines.map((line) => (
            <li key={line.id}>
              <Link href={`/twist/${line.id}`} className={styles.line}>
                <svg width={84} height={76} aria-hidden="true">
                  <PieceGlyph
                    form={line.form}
                    colourHex={line.colourHex}
                    x={42}
                    y={38}
                    side={Math.min(80, glyphSide(line.massG))}
                  />
                </svg>
                <span>
                  <strong>{line.label}</strong> <span className={styles.soft}>{line.yarnName}</span>
                  <br />
                  <TwistLineWords line={line} />
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {older && (
        <p className={styles.soft}>
          These are of the yarns that came in last. Any other is found <Link href="/yarns">on the shelf</Link>.
        </p>
      )}
    </>
  );
}
