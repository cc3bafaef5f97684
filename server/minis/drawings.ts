import { cutsAlong } from '../../core/minis/cutMap';
import { fineMassFigure, inWords, massFigure } from '../../core/common/format';
import { InputError } from '../../core/common/inputError';
import type { UnitSystem } from '../../core/common/units';
import type { Db } from '../../db/common/connection';
import { everMade } from '../../db/yarn/pieces';
import { cutMapSvg, type DrawnParent } from '../../formats/cutMapSvg';
import { miniPlanPage } from './miniPlanPages';

/**
 * The cut map of a plan of minis as a drawing.
 *
 * @throws InputError where there is no such plan
 */
export function cutMapDrawing(db: Db, planId: number, system: UnitSystem): string {
  const page = miniPlanPage(db, planId);
  if (!page) throw new InputError('there is no such plan', 'id');
  const { plan, yarns, name } = page;
  const grams = (g: number) => inWords(fineMassFigure(g, system));
  const demands = plan.sizes.map(({ id, massG, count }) => ({ id, massG, count: count ?? 0 }));
  const parents = plan.parents.map((parent): DrawnParent => {
    const yarn = yarns.find(({ id }) => id === parent.yarnId)!;
    const cuts = cutsAlong(
      parent.segmentsG.map((massG) => ({ massG })),
      parent.counts,
      { demands, cutLossG: plan.cutLossG },
    );
    return {
      name: everMade(db, parent.pieceId).label,
      about: `${yarn.name}, ${inWords(massFigure(parent.massG, system))}, from the ${parent.fromEnd} end`,
      colourHex: yarn.colourHex,
      massG: parent.massG,
      stretches: cuts.flatMap((cut, i): DrawnParent['stretches'][number][] => {
        const before = cuts[i - 1];
        const knot =
          before && segmentOf(before) !== segmentOf(cut)
            ? [
                {
                  kind: 'knot' as const,
                  massG: 0,
                  words: plan.asked.oneColour ? 'a knot or a change of colour' : 'a knot',
                },
              ]
            : [];
        if (cut.kind === 'left')
          return [...knot, { kind: 'left', massG: cut.toG - cut.fromG, words: `left: ${grams(cut.toG - cut.fromG)}` }];
        const { massG, name: size } = plan.sizes[cut.demand]!;
        return [
          ...knot,
          { kind: 'mini', massG, words: [size, grams(massG)].filter(Boolean).join(', ') },
          {
            kind: 'loss',
            massG: cut.toG - cut.fromG - massG,
            words: `ends and ties: ${grams(cut.toG - cut.fromG - massG)}`,
          },
        ];
      }),
    };
  });
  return cutMapSvg(name, parents);
}

const segmentOf = ({ segment }: { segment: number }) => segment;
