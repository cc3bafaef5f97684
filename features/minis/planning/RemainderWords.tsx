'use client';

import { plural } from '../../../core/common/format';
import { cutsAlong, isUntouched } from '../../../core/minis/cutMap';
import type { MinisAnswer } from '../../../solver/minisWanted';
import { Length, FineMass } from '../../../ui/figures/Figures';

/** A length from here on is of use for something; less is a scrap. */
const USEFUL_M = 5;

/** What is left of the skeins that are opened: useful lengths that stay whole, and scraps. */
export function RemainderWords({
  answer: { input, parents },
  counts,
}: {
  answer: MinisAnswer;
  counts: readonly (readonly (readonly number[])[])[];
}) {
  const left = parents.flatMap(({ piece, segmentsG }, p) => {
    const own = counts[p]!;
    if (isUntouched(own)) return [];
    return cutsAlong(
      segmentsG.map((massG) => ({ massG })),
      own,
      input,
    )
      .filter((cut) => cut.kind === 'left')
      .map((cut) => ({
        massG: cut.toG - cut.fromG,
        lengthM: (cut.toG - cut.fromG) * piece.grist.mean,
        knots: cut.knotsG.length,
      }));
  });
  const untouched = parents.filter((_, p) => isUntouched(counts[p]!)).length;
  const useful = left.filter(({ lengthM }) => lengthM >= USEFUL_M).sort((a, b) => b.lengthM - a.lengthM);
  const scraps = left.filter(({ lengthM }) => lengthM < USEFUL_M);
  if (left.length === 0 && untouched === 0) return <p className="font-semibold">Nothing is left over.</p>;
  return (
    <p className="font-semibold">
      Left over: {untouched > 0 && `${plural(untouched, 'skein')} untouched${left.length > 0 ? '; ' : '.'}`}
      {useful.slice(0, 4).map(({ massG, lengthM, knots }, i) => (
        <span key={i}>
          {i > 0 && ', '}
          <Length m={lengthM} /> (<FineMass g={massG} />
          {knots > 0 && `, over ${knots === 1 ? 'a knot' : `${knots} knots`}`})
        </span>
      ))}
      {useful.length > 4 && ` and ${useful.length - 4} more`}
      {useful.length > 0 && ' whole'}
      {scraps.length > 0 && (
        <>
          {useful.length > 0 && '; '}
          {scraps.length === 1 ? 'one scrap' : `${scraps.length} scraps`}, <FineMass g={sum(scraps)} />
          {scraps.length > 1 && ' together'}
        </>
      )}
      {left.length > 0 && '.'}
    </p>
  );
}

function sum(left: readonly { massG: number }[]): number {
  return left.reduce((total, { massG }) => total + massG, 0);
}
