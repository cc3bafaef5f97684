import { heatInWords, shareInWords } from '../../core/dyeing/recipeWords';
import { measured } from '../../core/dyeing/recipe';
import type { BathPage } from '../../server/dyeing/bathPages';
import { Link } from '../../ui/controls/Link';
import { Mass } from '../../ui/figures/Figures';
import { PageHead } from '../../ui/frame/PageHead';
import { Dyed } from './Dyed';
import { grams, KIND_WORDS, ml } from './words';

/** Two baths side by side: what went into each, and what each gave. What differs stands out. */
export function CompareScreen({ one, other }: { one: BathPage; other: BathPage }) {
  const both = [one, other];
  const keys = [...new Set(both.flatMap(({ recipe }) => recipe.ingredients.map(keyOf)))];
  const of = (bath: BathPage, key: string) => bath.recipe.ingredients.filter((each) => keyOf(each) === key);
  const rows: { what: string; cells: [string, string] }[] = [
    ...keys.map((key) => ({
      what: key,
      cells: both.map((bath) => {
        const found = of(bath, key);
        if (found.length === 0) return 'none';
        const share = found.reduce((sum, each) => sum + each.percent, 0);
        const amounts = found.map((each) => {
          const { grams: massG, stockMl } = measured(each, bath.fibreG);
          return stockMl === null ? grams(massG) : `${ml(stockMl)} of ${shareInWords(each.stockPercent!)}`;
        });
        return `${shareInWords(share)}: ${amounts.join(' and ')}`;
      }) as [string, string],
    })),
    {
      what: 'water',
      cells: both.map(({ recipe }) =>
        recipe.waterMlPerG === null ? 'not noted' : `${recipe.waterMlPerG} ml to a gram`,
      ) as [string, string],
    },
    { what: 'heat and time', cells: both.map(({ recipe }) => heatInWords(recipe) || 'not noted') as [string, string] },
  ];
  return (
    <>
      <p>
        <Link href="/dyeing">Dye book</Link>
      </p>
      <PageHead title="Two baths side by side" />
      <table className="w-full border-collapse [&_td]:p-3 [&_th]:p-3 [&_td]:align-top [&_th]:align-top [&_th]:text-left [&_tr]:border-b-[1.5px] [&_tr]:border-line table-fixed">
        <thead>
          <tr>
            <th scope="col" className="w-[18%]">
              <span className="visually-hidden">What</span>
            </th>
            {both.map((bath) => (
              <th key={bath.id} scope="col">
                <span className="flex flex-wrap items-center gap-3">
                  <Dyed hex={bath.colourHex} size={88} />
                  <span>
                    <Link href={`/dyeing/${bath.id}`} className="text-title">
                      {bath.name}
                    </Link>
                    <span className="block font-normal text-ink-soft">
                      {bath.dyeLot && `lot ${bath.dyeLot}, `}
                      <Mass g={bath.fibreG} /> of fibre
                    </span>
                  </span>
                </span>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ what, cells }) => (
            <tr key={what}>
              <th scope="row">{what}</th>
              {cells.map((cell, i) => (
                <td key={i} className={cells[0] === cells[1] ? 'text-ink-soft' : 'font-semibold'}>
                  {cell}
                </td>
              ))}
            </tr>
          ))}
          {both.some(({ note }) => note) && (
            <tr>
              <th scope="row">in words</th>
              {both.map(({ id, note }) => (
                <td key={id}>{note}</td>
              ))}
            </tr>
          )}
          {both.some(({ pictures }) => pictures.length > 0) && (
            <tr>
              <th scope="row">pictures</th>
              {both.map(({ id, name, pictures }) => (
                <td key={id}>
                  <span className="flex flex-wrap gap-3">
                    {pictures.map((picture, i) => (
                      // eslint-disable-next-line @next/next/no-img-element -- it is ready for the screen as it is kept
                      <img
                        key={picture.id}
                        className="block w-full max-w-[320px] h-auto border-[1.5px] border-line rounded-md"
                        src={`/api/pictures/${picture.id}`}
                        width={picture.width}
                        height={picture.height}
                        alt={`${name}, picture ${i + 1}`}
                      />
                    ))}
                  </span>
                </td>
              ))}
            </tr>
          )}
        </tbody>
      </table>
    </>
  );
}

const keyOf = ({ kind, name }: BathPage['recipe']['ingredients'][number]) =>
  name ? `${name}, ${KIND_WORDS[kind]}` : KIND_WORDS[kind];
