import type { KnittingLine } from '../../core/projects/rowForecast';
import { Link } from '../controls/Link';
import { knittingWords } from './rowWords';
import { Swatch } from './Swatch';

/** What is on the needles, each with how far it goes. */
export function KnittingLines({ knittings }: { knittings: readonly KnittingLine[] }) {
  return (
    <ul className="grid gap-1">
      {knittings.map((knitting) => (
        <li key={knitting.id}>
          <Link
            href={`/projects/knitting/${knitting.id}`}
            className="flex items-center gap-4 p-2 rounded-md no-underline hover:bg-sunk hover:text-ink"
          >
            <Swatch hex={knitting.colourHex} size={34} />
            <span>
              <strong>{knitting.name}</strong>
              <br />
              {knittingWords(knitting)}
            </span>
          </Link>
        </li>
      ))}
    </ul>
  );
}
