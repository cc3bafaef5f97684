'use client';

import { Button, Segmented } from 'antd';
import { type MouseEvent, useRef } from 'react';
import { Notice } from '../../../ui/feedback/Notice';
import { DoubtNotice, MediaOffer } from './MediaNotices';
import { type EyeLine, PATCH_SHARE } from './useEye';
import type { Sticker, StickerPlace } from './useListeners';

const ANY_OF = new Intl.ListFormat('en-GB', { type: 'disjunction' });
const PLACE_WORDS: Record<StickerPlace, string> = {
  crank: 'the crank',
  spindle: 'the spindle',
  swift: 'an arm of the swift',
};

/** The camera beside the count: where the sticker is seen, and when it is not. */
export function EyePanel({
  eye: { state, report, place, stalled, look, tap, trust, leave },
  sticker,
  enabled,
}: {
  eye: EyeLine;
  sticker: Sticker;
  enabled: boolean;
}) {
  const video = useRef<HTMLVideoElement>(null);
  const mark = (event: MouseEvent<HTMLElement>) => {
    const box = event.currentTarget.getBoundingClientRect();
    tap({ x: (event.clientX - box.left) / box.width, y: (event.clientY - box.top) / box.height });
  };
  return (
    <>
      {state !== 'on' && (
        <MediaOffer
          state={state}
          device="camera"
          can="The camera can count by a bright sticker."
          takes={`Stick one on ${ANY_OF.format(sticker.places.map((place) => PLACE_WORDS[place]))}, in a colour that is nowhere else.`}
          act="Look"
          enabled={enabled}
          onOpen={() => look(video.current!)}
        />
      )}
      <div className={state === 'on' ? 'flex gap-4 items-start min-w-0 max-phone:min-h-[190px]' : 'hidden'}>
        <button
          type="button"
          aria-label="The picture: tap on the sticker"
          className="relative flex-none p-0 border-0 bg-transparent cursor-crosshair"
          onClick={mark}
        >
          <video ref={video} muted playsInline className="block w-[150px] rounded-md" />
          {place && (
            <span
              className="absolute border-[3px] border-acorn rounded-full -translate-x-1/2 -translate-y-1/2 aspect-square"
              style={{ left: `${100 * place.x}%`, top: `${100 * place.y}%`, width: `${100 * PATCH_SHARE}%` }}
            />
          )}
        </button>
        <div className="grid gap-2 justify-items-start min-w-0">
          <EyeWords report={report} on={sticker.on} placed={place !== null} stalled={stalled} trust={trust} />
          {sticker.places.length > 1 && (
            <Segmented
              size="small"
              aria-label="The sticker is on"
              options={sticker.places}
              value={sticker.on}
              onChange={sticker.put}
            />
          )}
          <Button type="text" onClick={leave}>
            Stop looking
          </Button>
        </div>
      </div>
    </>
  );
}

function EyeWords({
  report,
  on,
  placed,
  stalled,
  trust,
}: {
  report: EyeLine['report'];
  on: StickerPlace;
  placed: boolean;
  stalled: boolean;
  trust: () => void;
}) {
  if (stalled) return <Alarm>No picture comes. Count by the keys until it does.</Alarm>;
  if (!placed) return <p>Hold the {on} where its sticker is in full view, and tap on the sticker in the picture.</p>;
  if (report === 'indistinct')
    return <Alarm>The sticker looks like what is around it. Take another colour, and tap on it again.</Alarm>;
  if (report?.dark) return <Alarm>The picture is dark. Make light, or count by the keys.</Alarm>;
  if (report && report.doubtful !== null)
    return <DoubtNotice doubtful={report.doubtful} why="The sticker was out of sight for a while." trust={trust} />;
  return (
    <p className="text-ink-soft">
      {report?.away ? 'The sticker has not come by: it stands still, or is out of sight.' : 'Sees the sticker come by.'}
    </p>
  );
}

function Alarm({ children }: { children: React.ReactNode }) {
  return (
    <Notice tone="tight" role="alert">
      <strong>{children}</strong>
    </Notice>
  );
}
