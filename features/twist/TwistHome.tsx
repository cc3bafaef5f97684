'use client';

import { Link } from '../../ui/controls/Link';
import type { TwistLine } from '../../server/twist/twist';
import { ActionLink } from '../../ui/controls/ActionLink';
import { NothingYet } from '../../ui/feedback/NothingYet';
import { PageHead } from '../../ui/frame/PageHead';
import { glyphSide, PieceGlyph } from '../../ui/thread/PieceGlyph';
import { TwistLineWords } from './TwistLineWords';

/** What has become of the twist of what there is, and where to learn why. */
export function TwistHome({ lines, older }: { lines: TwistLine[]; older: boolean }) {
  return (
    <>
      <PageHead title="Twist">
        <ActionLink href="/twist/practice">Practise</ActionLink>
        <ActionLink href="/twist/wheel" quiet>
          At the wheel
        </ActionLink>
        <ActionLink href="/twist/ply" quiet>
          Ply
        </ActionLink>
      </PageHead>
      <p className="max-w-[74ch] mt-1 text-lead text-ink-soft">
        What turns as it gives or takes its yarn changes nothing. What stands still puts one turn into the strand for
        each time round, S or Z, and most where the wraps are smallest.
      </p>
      {lines.length === 0 ? (
        <NothingYet title="Nothing is wound yet" drawn={['hank', 'ball']} question="Ask which way the twist goes">
          <p>
            A hank has its twist as it was made; <Link href="/winding">wind one</Link>, and what that does to it is
            shown here.
          </p>
        </NothingYet>
      ) : (
        <ul className="grid grid-cols-[repeat(auto-fill,minmax(min(100%,400px),1fr))] gap-y-1 gap-x-6 mt-4 mr-0 mb-0 ml-0 p-0 list-none">
          {lines.map((line) => (
            <li key={line.id}>
              <Link
                href={`/twist/${line.id}`}
                className="grid grid-cols-[84px_minmax(0,1fr)] gap-4 items-center p-1 rounded-md no-underline hover:bg-card"
              >
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
                  <strong>{line.label}</strong> <span className="text-ink-soft">{line.yarnName}</span>
                  <br />
                  <TwistLineWords line={line} />
                </span>
              </Link>
            </li>
          ))}
        </ul>
      )}
      {older && (
        <p className="text-ink-soft">
          These are of the yarns that came in last. Any other is found <Link href="/yarns">on the shelf</Link>.
        </p>
      )}
    </>
  );
}
