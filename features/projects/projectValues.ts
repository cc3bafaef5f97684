import type { ProjectView, YarnTag } from '../../server/projects/projects';
import type { ProjectFirst } from './ProjectFormScreen';

const USUAL_MARGIN_PERCENT = '10';
const USUAL_SPARE = '1';

/** A project that is to be begun, with a yarn it was thought of for. */
export function emptyProject(yarn?: YarnTag, amount = ''): ProjectFirst {
  const yarns = yarn ? [tagOf(yarn)] : [];
  return {
    name: '',
    notes: '',
    dueOn: '',
    castOn: '',
    margin: USUAL_MARGIN_PERCENT,
    spare: USUAL_SPARE,
    needs: [{ colour: '', amount, done: '', yarns }],
  };
}

/** A project as it would be typed; amounts in the unit they are kept in, so that saving changes nothing. */
export function projectFirst(project: ProjectView): ProjectFirst {
  return {
    name: project.name,
    notes: project.notes,
    dueOn: project.dueOn ?? '',
    castOn: project.castOn ?? '',
    margin: String(project.marginPercent),
    spare: String(project.spare),
    needs: project.needs.map(({ colour, amount, enteredPercent, yarns }) => ({
      colour,
      amount: 'metres' in amount ? `${amount.metres} m` : `${amount.grams} g`,
      done: enteredPercent === 0 ? '' : String(enteredPercent),
      yarns: yarns.map(tagOf),
    })),
  };
}

function tagOf({ id, name, maker, dyeLot, colourHex }: YarnTag): YarnTag {
  return { id, name, maker, dyeLot, colourHex };
}
