'use client';

import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { upperFirst } from '../../core/common/format';
import { Problem } from '../feedback/Notice';
import { useUndoOffer } from '../feedback/UndoOffer';
import type { Work } from '../feedback/outcome';
import { useTask } from '../feedback/useTask';
import { FilePick } from '../controls/FilePick';
import { sendPicture } from './sendPicture';

/** Pictures that are kept with a yarn or with what was done, and a place to add one. */
export function Pictures({
  of,
  to,
  pictures,
  takePictureAway,
}: {
  /** What they show: "the band". */
  of: string;
  /** Where one is sent. */
  to: string;
  pictures: readonly { id: number; width: number; height: number }[];
  /** Takes one away, or brings it back. */
  takePictureAway: (id: number, away: boolean) => ReturnType<Work<{ ok: true }>>;
}) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const takeAway = (id: number) =>
    run(
      () => takePictureAway(id, true),
      () => offer({ words: 'The picture is removed.', undo: () => takePictureAway(id, false) }),
    );

  return (
    <div className="[&_figure]:relative [&_figure]:m-0 flex flex-wrap gap-3 mt-3">
      {pictures.map(({ id, width, height }, i) => (
        <figure key={id}>
          <a href={`/api/pictures/${id}`} target="_blank" rel="noreferrer">
            {/* eslint-disable-next-line @next/next/no-img-element -- it is ready for the screen as it is kept */}
            <img
              className="block w-[120px] h-[90px] object-cover border-[1.5px] border-line rounded-md"
              src={`/api/pictures/${id}`}
              width={width}
              height={height}
              alt={`${upperFirst(of)}, picture ${i + 1}`}
              loading="lazy"
            />
          </a>
          <Button
            className="absolute top-1 right-1"
            shape="circle"
            size="small"
            icon={<CloseOutlined />}
            onClick={() => void takeAway(id)}
            aria-label={`Remove picture ${i + 1}`}
          />
        </figure>
      ))}
      <FilePick accept="image/*" onPick={(file) => void run(() => sendPicture(to, file))} disabled={busy}>
        {busy ? 'Saving it …' : pictures.length > 0 ? 'Another picture' : `Picture of ${of}`}
      </FilePick>
      <div aria-live="polite" className="w-full">
        <Problem words={problem} />
      </div>
    </div>
  );
}
