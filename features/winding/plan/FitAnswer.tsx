'use client';

import { inWords, lowerFirst, massFigure, upperFirst } from '../../../core/common/format';
import type { PlanTool } from '../../../core/winding/piecePlan';
import { countedOn, madeInWords, madeOn } from '../../../core/winding/run';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { useSystem } from '../../../ui/frame/Providers';
import { Notice } from '../../../ui/feedback/Notice';
import { chanceToSpill } from '../../../core/bench/winderLimit';
import { limitWords, spillWords } from '../../../ui/figures/toolWords';
import type { Planned, SplitDraft } from './usePlan';

/** Fuller than this, and the last layers are to be watched. */
const NEARLY_FULL_PERCENT = 92;

/** What comes of more than a tool holds. */
const PAST = {
  cake: 'Past that yarn slides off the base into the gears.',
  ball: 'Past that it is hard to hold, and to wind evenly.',
};

/** Will it fit; and if not, what then? */
export function FitAnswer({ planned, tools }: { planned: Planned; tools: readonly PlanTool[] }) {
  const system = useSystem();
  const { plan, tool, choices, choose, errors } = planned;
  const mass = (massG: number) => inWords(massFigure(massG, system));
  const name = lowerFirst(tool.name);
  const made = madeOn(tool.onto);
  if (isEmpty(choices.split))
    return (
      <Notice tone="plain" role="status">
        Say how much each {choices.split.by === 'pieces' ? 'piece' : made} takes, in metres or grams, and it is planned.
      </Notice>
    );
  if (Object.keys(errors).some((path) => path.startsWith('split')))
    return (
      <Notice tone="bad" role="status">
        <strong>That cannot be planned yet.</strong> {Object.values(errors).join('. ')}.
      </Notice>
    );
  const [large] = plan.tooLarge;
  if (large !== undefined) return <TooLarge planned={planned} tools={tools} part={large} />;
  const [first] = plan.cakes;
  if (choices.split.by !== 'equal')
    return (
      <Notice tone="good" role="status">
        <strong>{upperFirst(madeInWords(plan.cakes.length, tool.onto))}, each within what its tool holds.</strong> The
        fullest is {Math.round(Math.max(...plan.cakes.map(({ fillPercent }) => fillPercent)))} % full.
      </Notice>
    );
  const spills = (massG: number) => tool.holds && chanceToSpill(massG, tool.holds, plan.tools[0]!.density);
  if (plan.cakes.length === 1 && choices.anyway && first!.massG > first!.usableMassG * (1 + (tool.limitSlack ?? 0)))
    return (
      <Notice tone={(spills(first!.massG) ?? 0) > 0.5 ? 'bad' : 'tight'} role="status">
        <strong>
          In one, though it is {mass(first!.massG)} and the {name} holds about {mass(first!.usableMassG)}.
        </strong>{' '}
        {tool.holds && `${upperFirst(spillWords(spills(first!.massG)!))}. `}
        {tool.onto === 'winder' &&
          'Watch the last layers, stop before they slide, and keep fingers and cords away from the gears. '}
        <InlineButton onClick={() => choose({ anyway: false })}>Split it after all.</InlineButton>
      </Notice>
    );
  if (plan.cakes.length === 1 && first!.massG > first!.usableMassG)
    return (
      <Notice tone="tight" role="status">
        <strong>
          It is {mass(first!.massG)}, a little more than the {mass(first!.usableMassG)} that{' '}
          {tool.onto === 'winder' ? `the ${name} holds as far as we guess` : 'is easily held'}.
        </strong>{' '}
        {tool.onto === 'winder'
          ? 'You may wind it in one: watch the last layers, and stop before they slide. Or make two cakes.'
          : 'Wind it as long as it lies well in the hand, or make two.'}
      </Notice>
    );
  if (plan.cakes.length === 1)
    return (
      <Notice tone={first!.fillPercent > NEARLY_FULL_PERCENT ? 'tight' : 'good'} role="status">
        <strong>It fits the {name}</strong>, which will be {Math.round(first!.fillPercent)} % full
        {first!.fillPercent > NEARLY_FULL_PERCENT ? `: watch the last layers, or make two ${made}s.` : '.'}
      </Notice>
    );
  const turns = Math.round(first!.crankTurns.mean);
  const cut = plan.faults.length > 0 && choices.cutAtKnots ? '' : `: cut after every ${turns} ${countedOn(tool.onto)}`;
  if (plan.fewest === 1)
    return (
      <Notice tone="good" role="status">
        <strong>It would fit in one.</strong> As {plan.cakes.length} {made}s of {mass(first!.massG)}
        {cut}.
      </Notice>
    );
  const brimful = first!.fillPercent > NEARLY_FULL_PERCENT;
  const other = tools.find((each) => each.onto === 'winder' && each.key !== tool.key && planned.fewestOn(each) === 1);
  return (
    <Notice tone="tight" role="status">
      <strong>It does not fit the {name} in one</strong>: that holds {mass(first!.usableMassG)}
      {tool.holds && first!.limitedBy === 'mass' && limitWords(tool.holds.massG, system)}. {PAST[made]} Make{' '}
      {plan.cakes.length} {made}s of {mass(first!.massG)}
      {cut}.{brimful && ' They will be brimful: watch the last layers, or make one more.'}
      {other && (
        <>
          {' '}
          <InlineButton
            onClick={() => choose({ toolKey: other.key, toolOfPart: {}, split: { ...choices.split, extraCakes: 0 } })}
          >
            The {lowerFirst(other.name)} takes it in one.
          </InlineButton>
        </>
      )}{' '}
      <InlineButton
        onClick={() => choose({ anyway: true, toolOfPart: {}, split: { ...choices.split, extraCakes: 0 } })}
      >
        Wind it in one anyway.
      </InlineButton>
      {tool.holds && ` ${upperFirst(spillWords(spills(planned.wholeG)!))}.`}
    </Notice>
  );
}

/** Nothing was typed yet that a split could be read from. */
function isEmpty({ by, size, pieces }: SplitDraft): boolean {
  if (by === 'size') return size.trim() === '';
  return by === 'pieces' && pieces.every(({ amount }) => amount.trim() === '');
}

function TooLarge({ planned, tools, part }: { planned: Planned; tools: readonly PlanTool[]; part: number }) {
  const system = useSystem();
  const { plan, choices, choose } = planned;
  const cake = plan.cakes[part]!;
  const tool = plan.tools[part]!;
  const made = madeOn(tool.onto);
  const larger = tools.find(
    ({ key, maxMassG }) => key !== tool.key && maxMassG >= cake.massG && key.startsWith('winder'),
  );
  return (
    <Notice tone="bad" role="status">
      <strong>
        {cake.name || upperFirst(`${made} ${part + 1}`)} is {inWords(massFigure(cake.massG, system))}, and the{' '}
        {lowerFirst(tool.name)} holds {inWords(massFigure(cake.usableMassG, system))}.
      </strong>{' '}
      {PAST[made]} Make it smaller, or two of it.{' '}
      <InlineButton onClick={() => choose({ anyway: true })}>Wind it anyway.</InlineButton>
      {larger && (
        <>
          {' '}
          <InlineButton onClick={() => choose({ toolOfPart: { ...choices.toolOfPart, [part]: larger.key } })}>
            Wind this one on the {lowerFirst(larger.name)}.
          </InlineButton>
        </>
      )}
    </Notice>
  );
}
