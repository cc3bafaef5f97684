'use client';

import { Table } from 'antd';
import { useRouter } from 'next/navigation';
import { gristFigure, inWords, lowerFirst } from '../../../core/common/format';
import { signedTurns } from '../../../core/twist/twist';
import { angleOf, type Seen } from '../../../core/twist/strandCompare';
import type { StrandComparePage, StrandSide } from '../../../server/twist/strandCompare';
import { Choice } from '../../../ui/controls/Choice';
import { Link } from '../../../ui/controls/Link';
import { YarnPicker } from '../../../ui/controls/YarnPicker';
import { Twist } from '../../../ui/figures/Figures';
import { PageHead } from '../../../ui/frame/PageHead';
import { useSystem } from '../../../ui/frame/Providers';
import { TwistedYarn } from '../../../ui/strand/TwistedYarn';

/** Two singles, plies or swatches side by side: their figures, and what would be seen where they meet in one cloth. */
export function CompareScreen({ page: { one, other, seen } }: { page: StrandComparePage }) {
  const router = useRouter();
  const system = useSystem();
  const lay = (oneId: number, second: string) => router.replace(`/twist/compare?one=${oneId}${second}`);
  const pxPerMm = WIDEST / Math.max(one.strand.diameterMm ?? 1, other?.strand.diameterMm ?? 0);
  const heading = (side: StrandSide) => (one.yarnId === other?.yarnId ? side.label : side.yarnName);
  const grist = ({ strand: { gristMPerG } }: StrandSide) =>
    gristMPerG === null ? null : inWords(gristFigure(gristMPerG, system));
  return (
    <>
      <PageHead title="Side by side" under="Two strands, and what one would see of them in one cloth." />
      <div className="grid grid-cols-[1.3fr_1fr] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)]">
        <div className="grid gap-4">
          <div className="grid grid-cols-2 gap-4">
            <Side side={one} pxPerMm={pxPerMm} onPiece={(id) => lay(id, other ? `&other=${other.pieceId}` : '')} />
            {other ? (
              <Side side={other} pxPerMm={pxPerMm} onPiece={(id) => lay(one.pieceId, `&other=${id}`)} />
            ) : (
              <p className="p-4 rounded-lg border-[1.5px] border-dashed border-line text-ink-soft">
                What is to lie beside it? Find it by its yarn.
              </p>
            )}
          </div>
          <YarnPicker
            label={other ? 'Change the second strand' : 'Lay beside it'}
            without={[]}
            onPick={({ id }) => lay(one.pieceId, `&yarn=${id}`)}
          />
          {other && (
            <Table
              size="small"
              rowKey="name"
              pagination={false}
              dataSource={ROWS.map(([name, of]) => ({ name, of }))}
              columns={[
                { title: 'Figure', dataIndex: 'name', rowScope: 'row' },
                { title: heading(one), render: (_, { of }) => of(one, grist) ?? 'not known' },
                { title: heading(other), render: (_, { of }) => of(other, grist) ?? 'not known' },
              ]}
            />
          )}
        </div>
        {other && <InCloth one={one} other={other} seen={seen} />}
      </div>
    </>
  );
}

const degrees = (angle: number | null) => (angle === null ? null : `${angle.toFixed(0)}°`);

const ROWS: [string, (side: StrandSide, grist: (side: StrandSide) => string | null) => React.ReactNode][] = [
  [
    'twist',
    ({ twist }) =>
      twist && (
        <>
          <Twist perM={twist.turnsPerM} /> {twist.direction}
          {twist.counts > 1 && `, ${twist.counts} counts`}
        </>
      ),
  ],
  ['angle of the fibres or strands', ({ strand }) => degrees(angleOf(strand))],
  ['grist', (side, grist) => grist(side)],
  ['wraps to the inch', ({ wpi }) => wpi && wpi.toFixed(1)],
  [
    'evenness',
    ({ strand: { unevenness } }) =>
      unevenness === null ? null : `its counts lie ${Math.round(100 * unevenness)} % apart`,
  ],
];

const WIDEST = 90;
const HEIGHT = 150;

function Side({
  side,
  pxPerMm,
  onPiece,
}: {
  side: StrandSide;
  /** Both are drawn to one scale. */
  pxPerMm: number;
  onPiece: (id: number) => void;
}) {
  const { pieceId, label, yarnId, yarnName, colourHex, colourway, plies, twist, strand, pieces, ofYarn } = side;
  return (
    <section aria-label={`${yarnName}, ${label}`} className="grid gap-2 content-start p-4 rounded-lg bg-card">
      <Link href={`/yarns/${yarnId}`} className="font-heading font-bold text-lead">
        {yarnName}
      </Link>
      {colourway && <span className="text-ink-soft">{colourway.name}</span>}
      {pieces.length > 1 ? (
        <Choice
          aria-label={`Which piece of ${yarnName}`}
          value={String(pieceId)}
          options={pieces.map(({ id, label }) => [String(id), lowerFirst(label)] as const)}
          onChange={(id) => onPiece(Number(id))}
        />
      ) : (
        <span>{label}</span>
      )}
      {twist && strand.diameterMm !== null ? (
        <svg
          width={WIDEST + 4}
          height={HEIGHT}
          viewBox={`-2 0 ${WIDEST + 4} ${HEIGHT}`}
          role="img"
          aria-label={`its strands lean like ${twist.direction}`}
        >
          <TwistedYarn
            turnsPerM={signedTurns(twist)}
            diameterMm={strand.diameterMm}
            plies={plies ?? 1}
            colourHex={colourHex}
            width={strand.diameterMm * pxPerMm}
            height={HEIGHT}
          />
        </svg>
      ) : (
        <p className="text-ink-soft">
          Its twist is not known: <Link href={`/pieces/${pieceId}?how=twist#measure`}>count it</Link>.
        </p>
      )}
      {ofYarn.length > 0 && (
        <p className="text-small text-ink-soft">
          Not measured on this piece, but known of its yarn: {ofYarn.join(', ')}.{' '}
          <Link href={`/pieces/${pieceId}?how=twist#measure`}>Measure it</Link>.
        </p>
      )}
    </section>
  );
}

function InCloth({ one, other, seen }: { one: StrandSide; other: StrandSide; seen: readonly Seen[] }) {
  const isKnown = [one, other].every(({ strand }) => strand.twist !== null || strand.gristMPerG !== null);
  const isTwistKnown = one.twist !== null && other.twist !== null;
  return (
    <section aria-labelledby="in-cloth" className="grid gap-2 p-4 rounded-lg bg-card">
      <h2 id="in-cloth">In one cloth</h2>
      {!isKnown ? (
        <p>Of one of them too little is known to say.</p>
      ) : seen.length === 0 ? (
        <p>
          As far as {isTwistKnown ? 'their figures tell' : 'their thickness tells'}, nobody would see where one ends and
          the other begins.
        </p>
      ) : (
        <ul className="list-disc pl-6 grid gap-2">
          {seen.map((each) => (
            <li key={each.what}>{seenInWords(each, one, other)}</li>
          ))}
        </ul>
      )}
      {isKnown && !isTwistKnown && <p>The twist of one of them is not known, so it is not compared. Count it first.</p>}
      <p className="text-ink-soft">
        Rules of thumb for plain knitting; a pattern hides more, and a swatch with a stretch of each shows it for sure.
      </p>
    </section>
  );
}

function seenInWords(seen: Seen, one: StrandSide, other: StrandSide): string {
  if (seen.what === 'leans the other way')
    return 'They are twisted opposite ways: stitches slant differently, and light falls on them otherwise.';
  const side = seen.which === 'one' ? one : other;
  const name = one.yarnId === other.yarnId ? side.label : `${side.yarnName}, ${lowerFirst(side.label)}`;
  switch (seen.what) {
    case 'firmer':
      return `${name} lies ${seen.percent} % steeper: firmer, a little shinier and darker there, with crisper stitches.`;
    case 'thicker':
      return `${name} is ${seen.percent} % thicker: rows of it stand out as stripes, and the cloth is denser there.`;
    case 'less even':
      return `${name} is less even: thick and thin places show as a texture that the other has not.`;
  }
}
