'use client';

import { Button } from 'antd';
import type { Contradiction, LikelyCause } from '../../../core/yarn/gristFacts';
import type { SampleView, YarnView } from '../../../server/yarn/yarnViews';
import { Grist, Length } from '../../../ui/figures/Figures';
import { Notice, Problem } from '../../../ui/feedback/Notice';
import { useTask } from '../../../ui/feedback/useTask';
import { trustFact, undoMeasurement } from '../actions';

const CAUSES: Record<LikelyCause, string> = {
  'yards for metres': 'yards were taken for metres, on the band or while measuring',
  'ounces for grams': 'ounces were taken for grams',
  'two strands as one': 'two strands were measured as one, or one as two',
  'decimal point': 'a decimal point slipped',
  stretched: 'the yarn was stretched while it was measured',
  'drawn in or damp': 'the yarn has drawn in since (washed, or wound off a tight cake), or was damp on the scale',
  'wrong band': 'this is not the band of this yarn',
  'different yarns': 'the samples are not of the same yarn',
};

/** Facts that cannot both be: what each says, what may lie behind it, and the choice which to go by. */
export function ContradictionPanel({
  yarn,
  contradiction,
  massG,
}: {
  yarn: YarnView;
  contradiction: Contradiction;
  /** What there is of it; null where that is not known. */
  massG: number | null;
}) {
  const { busy, problem, run } = useTask();
  const counting = yarn.samples.filter(({ counts, lengthM }) => counts && lengthM !== null);
  const odd = contradiction.samples.flatMap((at) => counting[at] ?? []);
  const settled = contradiction.against === 'band' && yarn.trust !== null;
  return (
    <section className="[&_p]:max-w-[74ch] my-4 mx-0" aria-labelledby="contradiction">
      <Notice tone={settled ? 'plain' : 'bad'}>
        <h2 id="contradiction">
          {contradiction.against === 'band'
            ? 'The band and what was measured contradict each other'
            : 'One of the samples contradicts the others'}
        </h2>
        <p>
          {contradiction.against === 'band' ? 'By the band it is ' : 'By the other samples it is '}
          <strong>
            <Grist mPerG={contradiction.expected.mean} />
            {massG !== null && (
              <>
                , so <Length m={massG * contradiction.expected.mean} />
              </>
            )}
          </strong>
          ; by {odd.map(nameOfSample).reduce<React.ReactNode[]>(joined, [])}{' '}
          <strong>
            <Grist mPerG={contradiction.found.mean} />
            {massG !== null && (
              <>
                , so <Length m={massG * contradiction.found.mean} />
              </>
            )}
          </strong>
          . They differ far more than measuring can explain ({contradiction.sigmas.toFixed(1)} times the usual error).
          {!settled && ' Until you say which is right, the length lies between the two and is as unsure as that.'}
          {settled && ` You go by ${yarn.trust === 'band' ? 'the band' : 'what was measured'}.`}
        </p>
        <p>What may lie behind it:</p>
        <ul className="mt-1 mr-0 mb-3 ml-[1.2em] list-disc">
          {contradiction.causes.map((cause) => (
            <li key={cause}>{CAUSES[cause]}</li>
          ))}
        </ul>
        <div className="flex flex-wrap gap-2">
          {contradiction.against === 'band' &&
            (settled ? (
              <Button onClick={() => run(() => trustFact(yarn.id, null))} loading={busy}>
                Leave it open again
              </Button>
            ) : (
              <>
                <Button onClick={() => run(() => trustFact(yarn.id, 'samples'))} loading={busy}>
                  Go by what was measured
                </Button>
                <Button onClick={() => run(() => trustFact(yarn.id, 'band'))} loading={busy}>
                  Go by the band
                </Button>
              </>
            ))}
          {odd.map((sample) => (
            <Button
              key={sample.operationId}
              onClick={() => run(() => undoMeasurement(sample.operationId))}
              loading={busy}
            >
              <span>Throw away {nameOfSample(sample)}</span>
            </Button>
          ))}
        </div>
        <Problem words={problem} />
      </Notice>
    </section>
  );
}

function nameOfSample(sample: SampleView) {
  return (
    <span key={sample.operationId}>
      {sample.how === 'reel' ? 'the reel of ' : 'the sample of '}
      <Length m={sample.lengthM!} />
    </span>
  );
}

function joined(all: React.ReactNode[], one: React.ReactNode): React.ReactNode[] {
  return all.length === 0 ? [one] : [...all, ' and ', one];
}
