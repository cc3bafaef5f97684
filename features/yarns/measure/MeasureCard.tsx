'use client';

import { Segmented } from 'antd';
import { useState } from 'react';
import type { ScaleTool } from '../../../server/bench/bench';
import type { PieceView, YarnView } from '../../../server/yarn/yarnViews';
import styles from './MeasureCard.module.css';
import { MeasureLength } from './MeasureLength';
import { MeasureReel } from './MeasureReel';
import { type Measure, MEASURES } from './measures';
import { MeasureTwist } from './MeasureTwist';
import { MeasureWraps } from './MeasureWraps';
import { WeighPiece } from '../operations/WeighPiece';

/** In full, and where there is little room. */
const NAMES: Record<Measure, { long: string; short: string }> = {
  weigh: { long: 'Weigh it', short: 'Weigh' },
  length: { long: 'Measure some', short: 'Metres' },
  reel: { long: 'Count a reel', short: 'Reel' },
  wraps: { long: 'Count wraps', short: 'Wraps' },
  twist: { long: 'Count twist', short: 'Twist' },
};

/** What can be found out about a piece at the table. */
export function MeasureCard({
  yarn,
  piece,
  scales,
  first,
}: {
  yarn: YarnView;
  piece: PieceView;
  scales: ScaleTool[];
  first: Measure;
}) {
  const [how, choose] = useState(first);
  return (
    <div
      className="py-4 px-6 border-[1.5px] border-line rounded-md bg-card scroll-m-[16px]"
      id="measure"
      data-screen-only
    >
      <Segmented
        options={MEASURES.map((value) => ({
          value,
          label: (
            <>
              <span className={styles.long}>{NAMES[value].long}</span>
              <span className={`${styles.short} hidden`}>{NAMES[value].short}</span>
            </>
          ),
        }))}
        value={how}
        onChange={choose}
        block
        aria-label="What you do with it"
      />
      {how === 'weigh' && <WeighPiece yarn={yarn} pieceId={piece.id} lastMass={piece.mass} scales={scales} />}
      {how === 'length' && <MeasureLength yarn={yarn} pieceId={piece.id} scales={scales} />}
      {how === 'reel' && <MeasureReel yarn={yarn} piece={piece} scales={scales} />}
      {how === 'wraps' && <MeasureWraps yarn={yarn} pieceId={piece.id} />}
      {how === 'twist' && <MeasureTwist yarn={yarn} pieceId={piece.id} />}
    </div>
  );
}
