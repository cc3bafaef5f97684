'use client';

import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useState } from 'react';
import type { Estimate } from '../../../core/common/estimate';
import { type Reading, reading, readingIfTyped } from '../../../core/common/inputError';
import { inMetres } from '../../../core/common/units';
import { answerNeed, parseNeed, parsePart, parseYarnLine, type TypedYarn } from '../../../core/projects/askedNeed';
import { type MassFact, massOf } from '../../../core/yarn/piece';
import { gristOfYarn, remainingLength } from '../../../core/yarn/yarnLength';
import { MassField, TextField } from '../../../ui/controls/Field';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { Link } from '../../../ui/controls/Link';
import { type PickedYarn, YarnPicker } from '../../../ui/controls/YarnPicker';
import { keepDraft } from '../../../ui/form/drafts';
import { useTyped } from '../../../ui/form/useTyped';
import { Notice } from '../../../ui/feedback/Notice';
import { Swatch } from '../../../ui/figures/Swatch';
import { useSystem } from '../../../ui/frame/Providers';
import { ASKED_ABOUT } from '../band/bandValues';
import { EnoughVerdict } from './EnoughVerdict';

interface Available {
  massG: Estimate;
  lengthM: Estimate | null;
}

/** A kitchen scale, as nobody is asked for the scale in a line. */
const SCALE_STEP_G = 1;

/** What begins with a number and has a slash is a yarn's figures, and no words to look for. */
const isFigures = (words: string) =>
  /^\s*(?:[\d½¼¾⅓⅔.]|about\b|half\b|an?\s|two\b|three\b).*\d/i.test(words) && /[/=]/.test(words);

/** "Will it reach?" in one line: a yarn of the shelf or its figures, what is on the scale, what is needed. Nothing is saved. */
export function EnoughLine() {
  const system = useSystem();
  const metres = inMetres(system);
  const router = useRouter();
  const [picked, pick] = useState<PickedYarn | null>(null);
  const [typed, type] = useState('');
  const [mass, setMass] = useTyped('', 'mass');
  const [asked, ask] = useTyped('', 'need');
  const line: Partial<Reading<TypedYarn>> =
    !picked && isFigures(typed) ? reading(() => parseYarnLine(typed, SCALE_STEP_G, system, '')) : {};
  const wholeG = picked ? (picked.left?.massG ?? null) : (line.value?.putUpG ?? null);
  const part = readingIfTyped(mass, () => parsePart(mass, wholeG, SCALE_STEP_G, system, ''));
  const available = part.error
    ? null
    : picked
      ? ofShelf(picked, part.value)
      : line.value && ofLine(line.value, part.value);
  const need = readingIfTyped(asked, () => parseNeed(asked, system, ''));
  const enough = available && need.value && answerNeed(need.value.amount, available);
  const keep = () => {
    if (!line.value) return;
    const { putUpG, putUpM, mass: typedMass } = line.value;
    const fact = part.value ?? typedMass;
    const yarn = {
      putUpMass: `${putUpG} g`,
      putUpLength: `${putUpM} m`,
      // What nobody put on a scale is not said to have been weighed; nor is a share.
      ...(fact.from === 'scale' && fact.resolutionG <= SCALE_STEP_G && { masses: [`${fact.massG} g`] }),
    };
    keepDraft(ASKED_ABOUT, yarn, system);
    router.push('/yarns/new?asked');
  };
  return (
    <section aria-labelledby="reach" className="p-4 rounded-lg bg-card">
      <h2 id="reach" className="mb-1">
        Will it reach?
      </h2>
      <div className="grid grid-cols-[2fr_1fr_1fr] gap-x-4 max-tablet:grid-cols-[1fr_1fr]">
        {picked ? (
          <p className="flex items-center gap-2 self-center max-tablet:col-span-full">
            <Swatch hex={picked.colourHex} />
            <Link href={`/yarns/${picked.id}`}>{picked.name}</Link>
            <span className="text-ink-soft">{picked.total}</span>
            <Button
              type="text"
              shape="circle"
              icon={<CloseOutlined />}
              aria-label={`Not ${picked.name}`}
              onClick={() => pick(null)}
            />
          </p>
        ) : (
          <div className="max-tablet:col-span-full">
            <YarnPicker
              label="Yarn"
              hint={
                metres ? 'from the shelf, or like 62 g of 100 g/220 m' : 'from the shelf, or like 2 oz of 3.5 oz/240 yd'
              }
              error={line.error}
              placeholder={metres ? '62 g of 100 g/220 m' : '2 oz of 3.5 oz/240 yd'}
              isFigures={isFigures}
              without={[]}
              onPick={pick}
              onTyping={type}
            />
          </div>
        )}
        <MassField
          name="reach.mass"
          label="On the scale"
          value={mass}
          onChange={setMass}
          error={part.error}
          hint={picked ? 'empty: all there is' : 'or “about a third”'}
        />
        <TextField
          name="reach.need"
          label="Needed"
          value={asked}
          onChange={ask}
          error={need.error}
          hint={metres ? '190 m, 60 g, 4 x 50 g/125 m' : '210 yd, 2 oz, 4 x 50 g/140 yd'}
        />
      </div>
      {enough ? (
        <EnoughVerdict enough={enough} need={need.value!}>
          <p className="mt-2">
            Nothing of this is saved.{' '}
            {picked ? (
              <Link href={`/projects/new?yarn=${picked.id}&needs=${encodeURIComponent(asked)}`}>Make it a project</Link>
            ) : (
              <InlineButton onClick={keep}>Keep this yarn</InlineButton>
            )}
          </p>
        </EnoughVerdict>
      ) : (
        need.value &&
        (picked || available) && (
          <Notice tone="plain" role="status">
            {available
              ? 'How long a gram of it is, nobody knows: ask in grams, or measure some of it.'
              : 'Nothing tells how much there is of it: put it on the scale.'}
          </Notice>
        )
      )}
    </section>
  );
}

function ofLine({ putUpG, putUpM, mass }: TypedYarn, fact: MassFact = mass): Available {
  return { massG: massOf(fact), lengthM: remainingLength(gristOfYarn({ putUpG, putUpM })!, [fact]).lengthM };
}

/** As much of a yarn of the shelf as is on the scale; all of it, where nothing is; null where nobody knows how much that is. */
function ofShelf({ left }: PickedYarn, fact: MassFact | undefined): Available | null {
  if (!fact) {
    // A line of the shelf has no doubt of its own for the mass; the length has that of both.
    return left && { massG: { mean: left.massG, sd: 0 }, lengthM: left.lengthM };
  }
  const massG = massOf(fact);
  if (!left) return { massG, lengthM: null };
  const mean = (left.lengthM.mean * massG.mean) / left.massG;
  const relativeSd = Math.hypot(left.lengthM.sd / left.lengthM.mean, massG.sd / massG.mean);
  return { massG, lengthM: { mean, sd: mean * relativeSd } };
}
