'use client';

import { ArrowDownOutlined, ArrowUpOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { InlineButton } from '../../ui/controls/InlineButton';
import { Link } from '../../ui/controls/Link';
import { NothingYet } from '../../ui/feedback/NothingYet';
import { Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { setOrder } from './actions';
import { chanceInWords } from '../../core/common/format';
import type { Verdict } from '../../core/yarn/yardage';
import type { Needles } from '../../server/projects/knitting';
import type { ProjectLine, ProjectsPage } from '../../server/projects/projects';
import { ActionLink } from '../../ui/controls/ActionLink';
import { dayInWords, shortDate } from '../../ui/figures/dates';
import { KnittingLines } from '../../ui/figures/KnittingLines';
import { SignIcon } from '../../ui/figures/icons';
import { PageHead } from '../../ui/frame/PageHead';

const SIGNS = { enough: 'yes', tight: 'care', short: 'no' } as const;
const WORDS: Record<Verdict, string> = { enough: 'enough', tight: 'tight', short: 'short' };

/** What the yarn is for, and whether it reaches: in the order in which the projects are served. */
export function ProjectsScreen({
  page: { underWay, isByHand, past },
  needles,
}: {
  page: ProjectsPage;
  needles: Needles;
}) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const order = underWay.map(({ id }) => id);
  const change = (next: readonly number[], words: string) =>
    run(
      () => setOrder([...next]),
      () => offer({ words, undo: () => setOrder(isByHand ? order : []) }),
    );
  /** Changes places with the one before or after it. */
  const move = (at: number, by: 1 | -1) => {
    const next = [...order];
    [next[at], next[at + by]] = [next[at + by]!, next[at]!];
    void change(next, `${underWay[at]!.name} gets its yarn ${by < 0 ? 'sooner' : 'later'}.`);
  };
  return (
    <>
      <PageHead title="Projects">
        <ActionLink href="/projects/new">Start a project</ActionLink>
      </PageHead>
      {underWay.length === 0 && (
        <NothingYet title="No project is under way" drawn={['cake', 'ball']} question="Ask whether one yarn is enough">
          <p>
            A project says how many metres or grams of each colour it takes. Give it yarns from the shelf, and it tells
            whether they are enough, what to buy if they are not, and keeps other projects from counting on the same
            metres.
          </p>
        </NothingYet>
      )}
      {underWay.length > 1 && (
        <p className="text-ink-soft">
          Yarn is reserved in this order, and what one takes is not counted again.{' '}
          {isByHand ? (
            <InlineButton disabled={busy} onClick={() => change([], 'They are in the order of their due dates.')}>
              Go by their due dates
            </InlineButton>
          ) : (
            'The project that is due first comes first; the arrows change that.'
          )}
        </p>
      )}
      <ol className="grid gap-3 mt-3">
        {underWay.map((project, i) => (
          <li key={project.id} className="grid grid-cols-[minmax(0,1fr)_auto] gap-2 items-center">
            <Line project={project} />
            {underWay.length > 1 && (
              <span className="grid gap-1" data-screen-only>
                <Button
                  type="text"
                  icon={<ArrowUpOutlined />}
                  disabled={busy || i === 0}
                  onClick={() => move(i, -1)}
                  aria-label={`${project.name} sooner`}
                />
                <Button
                  type="text"
                  icon={<ArrowDownOutlined />}
                  disabled={busy || i === underWay.length - 1}
                  onClick={() => move(i, 1)}
                  aria-label={`${project.name} later`}
                />
              </span>
            )}
          </li>
        ))}
      </ol>
      <Problem words={problem} />
      {needles.underWay.length > 0 && (
        <section className="[&_h2]:mb-1 mt-10" aria-labelledby="needles">
          <h2 id="needles">On the needles</h2>
          <KnittingLines knittings={needles.underWay} />
        </section>
      )}
      {past.length + needles.past.length > 0 && (
        <section className="[&_h2]:mb-1 mt-10" aria-labelledby="past">
          <h2 id="past">Past</h2>
          <ul>
            {[
              ...past.map((each) => ({ ...each, href: `/projects/${each.id}` })),
              ...needles.past.map((each) => ({ ...each, href: `/projects/knitting/${each.id}` })),
            ].map(({ href, name, finishedAt, deletedAt }) => (
              <li key={href}>
                <Link href={href}>{name}</Link>{' '}
                <span className="text-ink-soft">
                  {deletedAt ? `deleted ${shortDate(deletedAt)}` : `finished ${shortDate(finishedAt!)}`}
                </span>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}

function Line({ project: { id, name, dueOn, verdict, probability, colours } }: { project: ProjectLine }) {
  return (
    <Link
      href={`/projects/${id}`}
      className="flex flex-wrap items-center gap-y-2 gap-x-6 py-3 px-6 rounded-lg bg-card shadow-[inset_0_0_0_1.5px_var(--line)] no-underline hover:shadow-[inset_0_0_0_2px_var(--acorn)] hover:text-ink"
    >
      <span className="flex flex-wrap" aria-hidden="true">
        {colours.map(({ hexes, verdict: own }, i) => (
          <Balls key={i} hexes={hexes} verdict={own} />
        ))}
      </span>
      <span className="flex flex-[1_1_260px] flex-col">
        <strong className="font-heading font-heavy text-title leading-[1.25]">{name}</strong>
        <span className="text-ink-soft">
          {[
            dueOn && `due ${dayInWords(dueOn)}`,
            colours.length > 1 && `${colours.length} colours`,
            colours
              .map(({ colour }) => colour)
              .filter(Boolean)
              .join(', '),
          ]
            .filter(Boolean)
            .join(' · ')}
        </span>
      </span>
      {verdict && (
        <span
          className="flex items-center gap-3 min-w-[150px] py-2 px-4 rounded-md leading-[1.3] [&_strong]:text-lead data-[verdict=enough]:bg-lichen-wash data-[verdict=enough]:[&_svg]:text-lichen data-[verdict=tight]:bg-amber-wash data-[verdict=tight]:[&_svg]:text-amber data-[verdict=short]:bg-madder-wash data-[verdict=short]:[&_svg]:text-madder"
          data-verdict={verdict}
        >
          <SignIcon sign={SIGNS[verdict]} size={24} />
          <span>
            <strong>{WORDS[verdict]}</strong>
            <br />
            {chanceInWords(probability!)}
          </span>
        </span>
      )}
    </Link>
  );
}

/** A ball for each colour, in the colours of its yarns; an open ring where it has none, or where it does not reach. */
function Balls({ hexes, verdict }: { hexes: string[]; verdict: Verdict }) {
  return (
    <svg width={54} height={54} viewBox="-27 -27 54 54">
      {hexes.length === 0 && (
        <circle r={20} fill="none" stroke="var(--ink-soft)" strokeWidth={2.5} strokeDasharray="5 5" />
      )}
      {hexes.slice(0, 3).map((hex, i) => (
        <circle
          key={i}
          r={hexes.length === 1 ? 21 : 15}
          cx={hexes.length === 1 ? 0 : i * 11 - 9}
          cy={hexes.length === 1 ? 0 : i * 5 - 4}
          fill={hex}
          stroke="var(--ink)"
          strokeOpacity={0.55}
          strokeWidth={1.6}
        />
      ))}
      {verdict === 'short' && <path d="M10 12l12 12M22 12L10 24" stroke="var(--madder)" strokeWidth={4} />}
    </svg>
  );
}
