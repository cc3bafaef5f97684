'use client';

import { Link } from '../../ui/controls/Link';
import { useRouter } from 'next/navigation';
import { lowerFirst } from '../../core/common/format';
import type { TroubleReport } from '../../core/trouble/trouble';
import type { TroubledPiece } from '../../server/yarn/pieceTrouble';
import { Problem } from '../../ui/feedback/Notice';
import { useTask } from '../../ui/feedback/useTask';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { PageHead } from '../../ui/frame/PageHead';
import { TroubleHelper } from '../../ui/trouble/TroubleHelper';
import { sequelLink } from '../../ui/trouble/words';
import { keepTrouble, undoTrouble } from './actions';

/** Help for whoever stands before a mess, away from any run; what helped a piece is kept in its history. */
export function TroubleScreen({ at, piece }: { at: string | undefined; piece: TroubledPiece | undefined }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const { run, problem } = useTask();
  const go = (what?: string) => {
    const asked = new URLSearchParams({ ...(what && { what }), ...(piece && { piece: String(piece.id) }) });
    router.push(`/trouble${asked.size > 0 ? `?${asked}` : ''}`);
  };
  const keep = (id: number) => (report: TroubleReport) =>
    run(
      // Pressed again later, it is still the same mess.
      (keyOf) => keepTrouble(id, { ...report, requestKey: keyOf({ ...report, minutes: 0 }) }),
      ({ id: operationId }) => {
        offer({ words: 'It is in the log, with what helped.', undo: () => undoTrouble(operationId) });
        return sequelLink(report.then, id)?.href ?? `/pieces/${id}`;
      },
    );
  return (
    <>
      <PageHead
        title="Something went wrong"
        under={
          <>
            {piece && (
              <>
                With <Link href={`/pieces/${piece.id}`}>{lowerFirst(piece.label)}</Link> of {piece.yarnName}.{' '}
              </>
            )}
            Stop pulling, and pick what you see.
          </>
        }
      />
      <Problem words={problem} />
      <TroubleHelper at={at} go={go} onHelped={piece && keep(piece.id)} />
    </>
  );
}
