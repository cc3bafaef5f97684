'use client';

import { Button } from 'antd';
import { Link } from '../../ui/controls/Link';
import { chanceInWords, type Figure, inWords, lengthFigure, massFigure } from '../../core/common/format';
import { HALF_WIDTH_90 } from '../../core/common/estimate';
import type { UnitSystem } from '../../core/common/units';
import type { NeedView, ProjectPage } from '../../server/projects/projects';
import { ActionLink } from '../../ui/controls/ActionLink';
import { BallsToBuy } from '../../ui/figures/BallsToBuy';
import { dayInWords, shortDate } from '../../ui/figures/dates';
import { KnittingLines } from '../../ui/figures/KnittingLines';
import { PageHead } from '../../ui/frame/PageHead';
import { useSystem } from '../../ui/frame/Providers';
import { Notice, VERDICT_TONES, Problem } from '../../ui/feedback/Notice';
import { Swatch } from '../../ui/figures/Swatch';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useTask } from '../../ui/feedback/useTask';
import { markProject, planWinding } from './actions';

/** One project: does each colour reach, with what, and what to get if it does not. */
export function ProjectScreen({ project }: { project: ProjectPage }) {
  const system = useSystem();
  const past = project.finishedAt ?? project.deletedAt;
  return (
    <>
      <PageHead
        title={project.name}
        under={[
          project.castOn && `cast on ${dayInWords(project.castOn)}`,
          project.dueOn && `due ${dayInWords(project.dueOn)}`,
          `${project.marginPercent} % on top for safety`,
          project.deletedAt && `deleted ${shortDate(project.deletedAt)}`,
          !project.deletedAt && project.finishedAt && `finished ${shortDate(project.finishedAt)}`,
        ]
          .filter(Boolean)
          .join(' · ')}
      >
        <Actions project={project} />
      </PageHead>
      {past && (
        <Notice tone="plain">
          It is finished and takes nothing from the shelf. These are the figures as if it began today.
        </Notice>
      )}
      <div className="grid grid-cols-[repeat(auto-fit,minmax(min(460px,100%),1fr))] gap-y-6 gap-x-wide items-start mt-4">
        <ul className="contents">
          {project.needs.map((need) => (
            <li key={need.id}>
              <NeedCard need={need} marginPercent={project.marginPercent} />
            </li>
          ))}
        </ul>
        {(project.knittings.length > 0 || !past) && (
          <section className="max-w-[70ch]" aria-labelledby="needles">
            <div className="flex flex-wrap items-baseline justify-between gap-x-4 mb-1">
              <h2 id="needles">On the needles</h2>
              {!past && <Link href={`/projects/knitting/new?project=${project.id}`}>Weigh as you knit</Link>}
            </div>
            {project.knittings.length > 0 ? (
              <KnittingLines knittings={project.knittings} />
            ) : (
              <p className="text-ink-soft">
                Weigh the ball after a row now and again: you see how many rows it still makes, and when to begin the
                border.
              </p>
            )}
          </section>
        )}
        {project.used.length > 0 && (
          <section className="max-w-[70ch] whitespace-pre-wrap" aria-labelledby="used">
            <h2 id="used">Used so far</h2>
            <p>
              {project.used.map(({ yarnId, yarnName, massG }, i) => (
                <span key={yarnId}>
                  {i > 0 && ', '}
                  {inWords(massFigure(massG, system))} of <Link href={`/yarns/${yarnId}`}>{yarnName}</Link>
                </span>
              ))}
              .
            </p>
          </section>
        )}
        {project.notes && (
          <section className="max-w-[70ch] whitespace-pre-wrap" aria-labelledby="notes">
            <h2 id="notes">Notes</h2>
            <p>{project.notes}</p>
          </section>
        )}
      </div>
    </>
  );
}

function Actions({ project }: { project: ProjectPage }) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const { id, name, finishedAt, deletedAt } = project;
  const mark = (what: 'finished' | 'deleted', on: boolean) =>
    run(
      () => markProject(id, what, on),
      () => {
        if (!on) return;
        offer({ words: `${name} is ${what}.`, undo: () => markProject(id, what, false) });
        return '/projects';
      },
    );
  if (deletedAt || finishedAt)
    return (
      <Button size="large" loading={busy} onClick={() => mark(deletedAt ? 'deleted' : 'finished', false)}>
        Bring it back
      </Button>
    );
  return (
    <>
      <Button type="text" className="h-[46px]" loading={busy} onClick={() => mark('deleted', true)}>
        Delete
      </Button>
      <Button
        className="h-[46px]"
        loading={busy}
        onClick={() =>
          run(
            (keyOf) => planWinding(id, keyOf({ plan: id })),
            () => '/days',
          )
        }
      >
        Plan its winding
      </Button>
      <Button className="h-[46px]" loading={busy} onClick={() => mark('finished', true)}>
        Mark as finished
      </Button>
      <ActionLink href={`/projects/${id}/edit`}>Edit</ActionLink>
      <Problem words={problem} />
    </>
  );
}

function NeedCard({ need, marginPercent }: { need: NeedView; marginPercent: number }) {
  const system = useSystem();
  const { standing, yarns, amount, buy, mixedLots } = need;
  const { enough, target, available } = standing;
  const inMetres = 'metres' in amount;
  const inUnits = (value: number) => inWords(figureOf(value, inMetres, system));
  const whole = inMetres ? amount.metres : amount.grams;
  const working = [
    inUnits(whole),
    marginPercent > 0 && `${marginPercent} % on top`,
    need.donePercent > 0 &&
      `${Math.round(need.donePercent)} % made already${need.doneBy === 'weighed' ? ', by what was weighed off' : ''}`,
  ].filter(Boolean);
  return (
    <article className="flex flex-col gap-3">
      <div className="flex flex-wrap items-baseline justify-between gap-y-1 gap-x-4">
        <h2>{need.colour || 'What it takes'}</h2>
        <p className="[&>span]:first:text-title [&>span]:first:font-bold">
          <span>{inUnits(target)}</span>
          {working.length > 1 && <span className="text-ink-soft"> = {working.join(', ')}</span>}
        </p>
      </div>
      <NeedBar need={need} />
      <Notice tone={VERDICT_TONES[enough.verdict]}>
        <strong className="text-lead">{verdictInWords(need, inUnits)}</strong>
        {yarns.length > 0 && (
          <div>
            Chance it is enough: {chanceInWords(enough.probability)}. There are {inUnits(available.mean)} ±{' '}
            {inUnits(available.sd * HALF_WIDTH_90)} for it.
          </div>
        )}
        {buy && buy.toReach > 0 && <BallsToBuy toReach={buy.toReach} spare={buy.spare} lot={buy.yarn.dyeLot} />}
        {enough.verdict !== 'enough' && yarns.length > 0 && !buy && (
          <div>No band of these says what one of them is, so how many to buy is not known.</div>
        )}
        {enough.verdict !== 'enough' && inMetres && (
          <div>
            <Link href={`/yarns?q=${encodeURIComponent(`at least ${Math.ceil(-Math.min(-1, enough.marginM))} m`)}`}>
              What else on the shelf would reach
            </Link>
            ?
          </div>
        )}
      </Notice>
      {mixedLots.length > 0 && (
        <Notice tone="tight">
          <strong>Two dye lots in one colour</strong> (
          {mixedLots.map((lot) => (lot ? `lot ${lot}` : 'a lot that is not known')).join(', ')}). Lots that look alike
          in the ball may show in the fabric. Usual remedy: from before the first runs out, alternate two rows of each;
          or keep the odd lot for an edge. Compare them in daylight first.
        </Notice>
      )}
      <ul className="[&_li]:flex [&_li]:gap-3 grid gap-3">
        {yarns.map((yarn) => (
          <li key={yarn.id}>
            <Swatch hex={yarn.colourHex} size={34} />
            <span>
              <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>{' '}
              <span className="text-ink-soft">{yarn.dyeLot ? `lot ${yarn.dyeLot}` : 'lot not known'}</span>
              <br />
              {yarn.whole === null ? (
                'Not counted: none of it is left, or its mass or length is not known.'
              ) : (
                <>
                  {takesInWords(yarn, inUnits)}
                  {yarn.spokenFor > 0 && (
                    <>
                      ; {inUnits(yarn.spokenFor)} go to {yarn.spokenForBy.join(', ')} first
                    </>
                  )}
                </>
              )}
            </span>
          </li>
        ))}
      </ul>
    </article>
  );
}

function takesInWords({ takes, whole }: NeedView['yarns'][number], inUnits: (value: number) => string): string {
  if (takes <= 0) return `not needed: there are ${inUnits(whole!)}`;
  if (takes >= whole! * 0.9999) return `takes all ${inUnits(whole!)}`;
  return `takes ${inUnits(takes)} of ${inUnits(whole!)}`;
}

function figureOf(value: number, inMetres: boolean, system: UnitSystem): Figure {
  return inMetres ? lengthFigure(value, system) : massFigure(value, system);
}

function verdictInWords({ standing: { enough }, yarns }: NeedView, inUnits: (value: number) => string): string {
  if (yarns.length === 0) return 'No yarn is set aside for it yet.';
  const margin = inUnits(Math.abs(enough.marginM));
  switch (enough.verdict) {
    case 'enough':
      return `Enough: about ${margin} will be left over.`;
    case 'tight':
      return enough.marginM >= 0 ? `Tight: about ${margin} to spare, less than the figures can promise.` : 'Tight.';
    case 'short':
      return `Short: about ${margin} are missing.`;
  }
}

const BAR_WIDTH = 600;

/** What it takes against what there is for it, drawn to one scale: each yarn in its colour. */
function NeedBar({ need: { standing, yarns } }: { need: NeedView }) {
  const known = yarns.filter(({ whole }) => whole !== null);
  const total = known.reduce((sum, { whole, spokenFor }) => sum + whole! - spokenFor, 0);
  const end = Math.max(standing.target, total) * 1.04 || 1;
  const x = (value: number) => (value / end) * BAR_WIDTH;
  const starts = known.map((_, i) =>
    known.slice(0, i).reduce((sum, { whole, spokenFor }) => sum + whole! - spokenFor, 0),
  );
  return (
    <svg viewBox={`0 0 ${BAR_WIDTH} 46`} className="w-full h-[46px]" role="presentation" preserveAspectRatio="none">
      <rect
        x={0}
        y={10}
        width={x(standing.target)}
        height={26}
        fill="none"
        stroke="var(--ink-soft)"
        strokeWidth={1.5}
        strokeDasharray="5 4"
      />
      {known.map((yarn, i) => (
        <rect
          key={yarn.id}
          x={x(starts[i]!)}
          y={10}
          width={Math.max(0, x(yarn.whole! - yarn.spokenFor))}
          height={26}
          fill={yarn.colourHex}
          stroke="var(--ink)"
          strokeOpacity={0.6}
        />
      ))}
      <path d={`M${x(standing.target)} 2V44`} stroke="var(--ink)" strokeWidth={3.5} />
    </svg>
  );
}
