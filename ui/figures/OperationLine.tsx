'use client';

import { lowerFirst } from '../../core/common/format';
import { Link } from '../controls/Link';
import type { MassBalance } from '../../core/logbook/massBalance';
import type { PieceForm, MassFact, OperationKind, Side } from '../../core/yarn/piece';
import { dateAndTime, timeOfDay } from './dates';
import styles from './OperationLine.module.css';
import { Swatch } from './Swatch';
import { KnownMass, Mass } from './Figures';
import { operationWords } from './operationWords';
import { type MeasuredSample, SampleWords } from './SampleWords';

export interface LoggedOperation {
  id: number;
  kind: OperationKind;
  at: string;
  note: string;
  live: boolean;
  yarn: { id: number; name: string; colourHex: string };
  pieces: { id: number; label: string; form: PieceForm; side: Side; mass: MassFact | null }[];
  balance: MassBalance | null;
  sample: MeasuredSample | null;
  /** What went, and where to. */
  consumption: { massG: number | null; why: string | null; project: { id: number; name: string } | null } | null;
}

/** One thing that happened, in a sentence. */
export function OperationLine({
  operation,
  underDay = false,
}: {
  operation: LoggedOperation;
  /** It stands under its day, with its note. */
  underDay?: boolean;
}) {
  return (
    <li
      className={`${styles.line} grid grid-cols-[14px_1fr_auto] gap-y-1 gap-x-3 items-baseline py-2 px-0 border-t border-line max-phone:grid-cols-[14px_1fr]`}
      data-undone={!operation.live}
    >
      <Swatch hex={operation.yarn.colourHex} size={14} />
      <span className="flex flex-wrap gap-y-0 gap-x-3">
        <Link href={`/logbook/${operation.id}`} className={`${styles.what} font-semibold`}>
          <What operation={operation} />
        </Link>
        <span className="text-ink-soft">{operation.yarn.name}</span>
        {operation.balance && operation.balance.verdict !== 'balances' && (
          <span className={styles.off}>
            {operation.balance.differenceG < 0 ? (
              <>
                <Mass g={-operation.balance.differenceG} /> missing
              </>
            ) : (
              <>
                <Mass g={operation.balance.differenceG} /> too much
              </>
            )}
          </span>
        )}
        {!operation.live && <span className={styles.off}>undone</span>}
        {underDay && operation.note && <span className="basis-full text-ink-soft italic">{operation.note}</span>}
      </span>
      <time dateTime={operation.at} className="text-ink-soft max-phone:col-[2]">
        {underDay ? timeOfDay(operation.at) : dateAndTime(operation.at)}
      </time>
    </li>
  );
}

function What({ operation: { kind, pieces, sample, consumption } }: { operation: LoggedOperation }) {
  const on = (side: Side) => pieces.filter((piece) => piece.side === side);
  const names = (some: typeof pieces) =>
    some.length > 3 ? `${some.length} pieces` : listed(some.map(({ label }) => lowerFirst(label)));
  switch (kind) {
    case 'receive':
      return <>Came in: {names(on('out'))}</>;
    case 'wind':
      return (
        <>
          {operationWords(kind, on('in')).title} {names(on('in'))} into {names(on('out'))}
        </>
      );
    case 'split':
      return (
        <>
          Cut {names(on('out').filter(({ form }) => form === 'mini skein'))} from {names(on('in'))}
        </>
      );
    case 'weigh':
      return (
        <>
          Weighed {names(on('on'))}
          {on('on').length === 1 && on('on')[0]?.mass && (
            <>
              : <KnownMass fact={on('on')[0]!.mass!} />
            </>
          )}
        </>
      );
    case 'sample':
      return (
        <>
          Measured {names(on('on'))}
          {sample && (
            <>
              : <SampleWords sample={sample} />
            </>
          )}
        </>
      );
    case 'inspect':
      return <>Looked over {names(on('on'))}</>;
    case 'dye':
      return <>Dyed {names(on('on'))}</>;
    case 'wash':
      return <>Washed {names(on('on'))}</>;
    case 'ply':
      return (
        <>
          Plied {names(on('in'))} into {names(on('out'))}
        </>
      );
    case 'open':
      return <>Opened {names(on('on'))}</>;
    case 'dry':
      return <>Dry again: {names(on('on'))}</>;
    case 'reel':
      return (
        <>
          Reeled {names(on('in'))} into {names(on('out'))}
        </>
      );
    case 'join':
      return (
        <>
          Joined {names(on('in'))} into {names(on('out'))}
        </>
      );
    case 'use':
    case 'write off':
      return (
        <>
          {kind === 'use' ? 'Used' : 'Written off:'}{' '}
          {on('on').length > 0 ? `a part of ${names(on('on'))}` : names(on('in'))}
          {typeof consumption?.massG === 'number' && (
            <>
              , <Mass g={consumption.massG} />
            </>
          )}
          {consumption?.project && <>, for {consumption.project.name}</>}
          {consumption?.why && <>, {consumption.why}</>}
        </>
      );
    case 'undo':
      return <>Undone</>;
  }
}

/** "hank 1, hank 2 and hank 3" */
function listed(names: readonly string[]): string {
  return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`;
}
