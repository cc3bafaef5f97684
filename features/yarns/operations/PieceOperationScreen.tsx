'use client';

import { Link } from '../../../ui/controls/Link';
import { useState } from 'react';
import { lowerFirst } from '../../../core/common/format';
import { isLoop } from '../../../core/twist/strandWays';
import type { ScaleTool } from '../../../server/bench/bench';
import type { OperationFormPage } from '../../../server/yarn/operationFormPage';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { KnownMass } from '../../../ui/figures/Figures';
import { PageHead } from '../../../ui/frame/PageHead';
import { Notice } from '../../../ui/feedback/Notice';
import { PictureChoice } from '../../../ui/strand/PictureChoice';
import type { PieceOperation } from './pieceOperations';
import { OperationPicture } from './OperationPicture';
import { ConsumeOperation } from './ConsumeOperation';
import { JoinOperation } from './JoinOperation';
import { ReelOperation } from './ReelOperation';
import { DryOperation, TreatOperation } from './WetOperations';

const WORDS: Record<PieceOperation, { short: string; long: string }> = {
  use: { short: 'used', long: 'It was used, all of it or a part' },
  wash: { short: 'washed', long: 'It goes into the water' },
  dye: { short: 'dyed', long: 'It goes into the dye pot' },
  dry: { short: 'dry again', long: 'It is dry again' },
  reel: { short: 'made a skein', long: 'It is reeled into a skein' },
  join: { short: 'joined', long: 'It is joined with others' },
  open: { short: 'opened', long: 'Its band and its twist are taken out' },
  'write off': { short: 'gone', long: 'It was given away, sold, lost or spoiled' },
};

/** What becomes of a piece: chosen in pictures, then told. */
export function PieceOperationScreen({
  page,
  scales,
  first,
}: {
  page: OperationFormPage;
  scales: ScaleTool[];
  /** What is chosen already. */
  first: PieceOperation | null;
}) {
  const { yarn, piece } = page;
  const [chosen, choose] = useState<PieceOperation | ''>(first ?? (page.wet ? 'dry' : ''));
  const possible = operationsFor(page);
  const change = possible.find((each) => each === chosen);
  const head = (
    <PageHead
      title={`What becomes of ${lowerFirst(piece.label)}?`}
      under={
        <>
          <Link href={`/pieces/${piece.id}`}>{piece.label}</Link> of <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
          {piece.mass && (
            <>
              , <KnownMass fact={piece.mass} />
            </>
          )}
        </>
      }
    />
  );
  if (piece.consumedBy !== null)
    return (
      <>
        {head}
        <Notice tone="plain">
          It is no longer there: <Link href={`/logbook/${piece.consumedBy}`}>see what became of it</Link>.
        </Notice>
      </>
    );
  if (piece.openRunId !== null)
    return (
      <>
        {head}
        <Notice tone="plain">
          It is on the bench just now. <Link href={`/winding/run/${piece.openRunId}`}>Go on there</Link>.
        </Notice>
      </>
    );
  return (
    <>
      {head}
      <PictureChoice
        question="It is"
        value={change ?? ''}
        onChange={choose}
        pictures={possible.map((each) => ({
          value: each,
          ...WORDS[each],
          picture: <OperationPicture change={each} form={piece.form} colourHex={yarn.colourHex} />,
        }))}
      />
      <div className="mt-6 [&>form]:columns-[380px] [&>form]:gap-wide [&>form>*]:break-inside-avoid [&>form>*]:mb-2">
        {change ? <OperationForm change={change} page={page} scales={scales} /> : <Others page={page} />}
      </div>
    </>
  );
}

function operationsFor({ piece, others, wet }: OperationFormPage): PieceOperation[] {
  const loop = isLoop(piece.form);
  return [
    'use',
    ...(wet ? (['dry'] as const) : (['wash', 'dye'] as const)),
    ...(loop ? (['open'] as const) : (['reel'] as const)),
    ...(others.length > 0 ? (['join'] as const) : []),
    'write off',
  ];
}

function OperationForm({
  change,
  page,
  scales,
}: {
  change: PieceOperation;
  page: OperationFormPage;
  scales: ScaleTool[];
}) {
  switch (change) {
    case 'use':
    case 'write off':
      return <ConsumeOperation key={change} gone={change === 'write off'} page={page} scales={scales} />;
    case 'wash':
    case 'dye':
    case 'open':
      return <TreatOperation key={change} kind={change} page={page} />;
    case 'dry':
      return <DryOperation page={page} scales={scales} />;
    case 'reel':
      return <ReelOperation page={page} scales={scales} />;
    case 'join':
      return <JoinOperation page={page} scales={scales} />;
  }
}

/** What has a place of its own. */
function Others({ page: { piece } }: { page: OperationFormPage }) {
  return (
    <>
      <p className="text-ink-soft">Choose above, or:</p>
      <p className="flex flex-wrap gap-3 mt-3">
        <ActionLink href={`/winding/plan/${piece.id}`} quiet>
          {isLoop(piece.form) ? 'Wind it' : 'Wind it again'}
        </ActionLink>
        {piece.form !== 'mini skein' && (
          <ActionLink href={`/minis/new?pieces=${piece.id}`} quiet>
            Cut minis from it
          </ActionLink>
        )}
        {!isLoop(piece.form) && (
          <ActionLink href={`/twist/ply?pieces=${piece.id}`} quiet>
            Ply it
          </ActionLink>
        )}
        <ActionLink href={`/pieces/${piece.id}?how=weigh#measure`} quiet>
          Weigh it
        </ActionLink>
      </p>
    </>
  );
}
