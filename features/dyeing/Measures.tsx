import { shareInWords } from '../../core/dyeing/recipeWords';
import { finerWay } from '../../core/dyeing/measuring';
import { measured, type Recipe, recipeQuestions, waterOf } from '../../core/dyeing/recipe';
import { Notice } from '../../ui/feedback/Notice';
import { finerInWords, grams, KIND_WORDS, ml, questionInWords } from './words';

/** The step of the syringe that most dyers have. */
const SYRINGE_STEP_ML = 0.5;

/** What is measured out for a bath, large enough for the table, and what cannot be measured as it is. */
export function Measures({
  recipe,
  fibreG,
  potMl,
  scaleStepG,
}: {
  recipe: Recipe;
  fibreG: number;
  potMl: number | null;
  scaleStepG: number;
}) {
  const water = waterOf(recipe, fibreG);
  const tools = { scaleStepG, syringeStepMl: SYRINGE_STEP_ML };
  return (
    <div className="grid gap-3">
      <ul className="grid gap-1">
        {recipe.ingredients.map((each, i) => {
          const { grams: massG, stockMl } = measured(each, fibreG);
          const finer = finerWay(each, fibreG, tools);
          return (
            <li
              key={i}
              className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-4 items-baseline py-1 border-b-[1.5px] border-line"
            >
              <strong className="text-title font-heavy whitespace-nowrap text-right">
                {stockMl === null ? grams(massG) : ml(stockMl)}
              </strong>
              <span>
                {each.name || KIND_WORDS[each.kind]}
                <span className="text-ink-soft">
                  {', '}
                  {shareInWords(each.percent)}
                  {each.stockPercent !== null && `, ${grams(massG)} from a stock of ${shareInWords(each.stockPercent)}`}
                </span>
                {finer !== null && <span className="block text-amber font-semibold">{finerInWords(finer)}</span>}
              </span>
            </li>
          );
        })}
        {water && (
          <li className="grid grid-cols-[7.5rem_minmax(0,1fr)] gap-x-4 items-baseline py-1">
            <strong className="text-title font-heavy whitespace-nowrap text-right">
              {ml(Math.max(0, water.toAddMl))}
            </strong>
            <span>
              water
              <span className="text-ink-soft">
                {water.toAddMl < water.allMl && `, ${ml(water.allMl)} in all with the stocks`},{' '}
                {Number(recipe.waterMlPerG!.toPrecision(3))} ml to a gram
              </span>
            </span>
          </li>
        )}
      </ul>
      {recipeQuestions(recipe, fibreG, potMl).map((question) => (
        <Notice key={`${question.at} ${question.ask}`} tone="tight">
          {questionInWords(question, recipe.ingredients)}
        </Notice>
      ))}
    </div>
  );
}
