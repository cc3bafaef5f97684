'use client';

import { Checkbox } from 'antd';
import { Link } from '../../../ui/controls/Link';
import { memo, useCallback, useEffect, useRef } from 'react';
import { faultsInWords, hasFlaw } from '../../../core/yarn/faults';
import type { MiniParentView, MiniYarn } from '../../../server/minis/miniParents';
import { FineMass } from '../../../ui/figures/Figures';
import { GonePieces } from '../../../ui/feedback/GonePieces';
import { Problem } from '../../../ui/feedback/Notice';
import { PieceGlyph } from '../../../ui/thread/PieceGlyph';
import { YarnPicker } from '../../../ui/controls/YarnPicker';
import styles from './ParentsPicker.module.css';

/** Which skeins, cakes and balls the minis are cut from. */
export function ParentsPicker({
  yarns,
  taken,
  gone,
  error,
  onTaken,
  onYarn,
}: {
  yarns: readonly MiniYarn[];
  taken: readonly number[];
  /** How many of those that were taken are not there any more. */
  gone: number;
  error: string | undefined;
  onTaken: (pieceIds: number[]) => void;
  onYarn: (yarnId: number) => void;
}) {
  const latest = useRef({ taken, onTaken });
  useEffect(() => {
    latest.current = { taken, onTaken };
  });
  const toggle = useCallback((pieceId: number, on: boolean) => {
    const { taken, onTaken } = latest.current;
    onTaken(on ? [...taken, pieceId] : taken.filter((each) => each !== pieceId));
  }, []);
  return (
    <div className="grid gap-3">
      {yarns.map((yarn) => (
        <div key={yarn.id} className={`${styles.yarn} [&_h3]:mb-1`}>
          <h3>
            <Link href={`/yarns/${yarn.id}`}>{yarn.name}</Link>
          </h3>
          {yarn.parents.length === 0 && <p className="text-ink-soft">There is nothing left of it to cut.</p>}
          <ul className="flex flex-wrap gap-y-2 gap-x-4">
            {yarn.parents.map((view) => (
              <li key={view.pieceId}>
                <PieceBox
                  view={view}
                  colourHex={yarn.colourHex}
                  checked={taken.includes(view.pieceId)}
                  onToggle={toggle}
                />
              </li>
            ))}
          </ul>
        </div>
      ))}
      <GonePieces count={gone} called="skein" />
      <Problem id="pieceIds" words={error} />
      <YarnPicker
        label={yarns.length === 0 ? 'Which yarn?' : 'One more yarn'}
        without={yarns.map(({ id }) => id)}
        autoFocus={yarns.length === 0}
        onPick={({ id }) => onYarn(id)}
      />
    </div>
  );
}

/** Of two hundred skeins, only those that change are drawn anew. */
const PieceBox = memo(function PieceBox({
  view,
  colourHex,
  checked,
  onToggle,
}: {
  view: MiniParentView;
  colourHex: string;
  checked: boolean;
  onToggle: (pieceId: number, on: boolean) => void;
}) {
  const disabled = view.busy || view.parent === null;
  return (
    <Checkbox
      checked={checked && !disabled}
      disabled={disabled}
      onChange={({ target }) => onToggle(view.pieceId, target.checked)}
    >
      <span className="flex gap-2 items-center leading-[1.2]">
        <svg width={36} height={36} aria-hidden="true">
          <PieceGlyph form={view.form} colourHex={colourHex} x={18} y={18} side={34} knots={hasFlaw(view.faults)} />
        </svg>
        <span>
          <strong>{view.label}</strong>
          <br />
          <Standing view={view} />
        </span>
      </span>
    </Checkbox>
  );
});

function Standing({ view: { parent, busy, pieceId, faults } }: { view: MiniParentView }) {
  if (busy) return <>on the bench just now</>;
  if (!parent)
    return (
      <>
        <Link href={`/pieces/${pieceId}`}>weigh it first</Link>
      </>
    );
  const words = faultsInWords(faults);
  return (
    <>
      <FineMass g={parent.massG} />
      {words && `, ${words}`}
    </>
  );
}
