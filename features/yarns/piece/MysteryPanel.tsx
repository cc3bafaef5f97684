'use client';

import { Button } from 'antd';
import { LIKE_YARN_WITHIN } from '../../../core/yarn/yarnLength';
import type { LikeYarn } from '../../../server/yarn/yarnLifecycle';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { ActionLink } from '../../../ui/controls/ActionLink';
import { Grist } from '../../../ui/figures/Figures';
import { Problem } from '../../../ui/feedback/Notice';
import { Swatch } from '../../../ui/figures/Swatch';
import { useTask } from '../../../ui/feedback/useTask';
import { YarnPicker } from '../../../ui/controls/YarnPicker';
import { borrowFrom } from '../actions';

/** The band is lost or silent: three ways to learn how long a gram of it is, the surest first. */
export function MysteryPanel({
  yarn,
  pieceId,
  like,
}: {
  yarn: YarnView;
  /** The piece to measure on; null where none is left. */
  pieceId: number | null;
  like: readonly LikeYarn[];
}) {
  const { busy, problem, run } = useTask();
  return (
    <section
      className="mt-4 mr-0 mb-1 ml-0 pt-4 pr-6 pb-3 pl-6 border-2 border-dashed border-ink-soft rounded-md [&_h2]:mb-3"
      aria-labelledby="mystery"
    >
      <h2 id="mystery">No band to go by? Three ways to know its length</h2>
      <div className="[&_h3]:mb-1 [&_p]:mb-3 grid grid-cols-[1fr_1fr_1.15fr] gap-y-4 gap-x-[clamp(16px,3vw,40px)] max-tablet:grid-cols-[minmax(0,1fr)]">
        <div>
          <h3>1. Measure some of it</h3>
          <p>
            Measure off ten metres or so without pulling, and weigh just that on the finest scale you have. Right to 1
            or 2 %.
          </p>
          {pieceId !== null && (
            <ActionLink href={`/pieces/${pieceId}?how=length#measure`} quiet>
              Measure some
            </ActionLink>
          )}
        </div>
        <div>
          <h3>2. Count its wraps</h3>
          <p>Wind it round a ruler, strand by strand, not pulled and not pushed. A rule of thumb: right to 30 %.</p>
          {pieceId !== null && (
            <ActionLink href={`/pieces/${pieceId}?how=wraps#measure`} quiet>
              Count wraps
            </ActionLink>
          )}
        </div>
        <div>
          <h3>3. Borrow a like yarn’s figures</h3>
          {yarn.like ? (
            <p>
              It borrows those of <strong>{yarn.like.name}</strong>, taken to be right to{' '}
              {Math.round(LIKE_YARN_WITHIN * 100)} %.{' '}
              <Button size="small" onClick={() => run(() => borrowFrom(yarn.id, null))} loading={busy}>
                Stop borrowing
              </Button>
            </p>
          ) : (
            <>
              {like.length > 0 && <p>These on your shelf look most like it; press one to borrow its figures:</p>}
              <ul className="grid gap-1 mb-2">
                {like.map((other) => (
                  <li key={other.id}>
                    <Button
                      block
                      className="h-auto min-h-[42px] whitespace-normal justify-start text-left"
                      disabled={busy}
                      icon={<Swatch hex={other.colourHex} size={22} />}
                      onClick={() => run(() => borrowFrom(yarn.id, other.id))}
                    >
                      {other.name}, <Grist mPerG={other.gristMPerG} />
                    </Button>
                  </li>
                ))}
              </ul>
              <YarnPicker
                label={like.length > 0 ? 'Another' : 'Find it on the shelf'}
                without={[yarn.id]}
                onPick={({ id }) => run(() => borrowFrom(yarn.id, id))}
              />
            </>
          )}
        </div>
      </div>
      <Problem words={problem} />
    </section>
  );
}
