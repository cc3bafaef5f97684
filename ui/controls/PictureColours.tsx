'use client';

import { Button } from 'antd';
import { type KeyboardEvent, type PointerEvent, useEffect, useRef, useState } from 'react';
import { Problem } from '../feedback/Notice';
import { Swatch } from '../figures/Swatch';
import { FilePick } from './FilePick';

/** A colour is the mean of so many pixels across: one strand has light and shade. */
const ACROSS = 9;
/** As large as it is looked at. */
const WIDEST = 520;

/** Takes colours from a picture of the yarn, one at each press, in the order in which they are pressed. Nothing of it is kept or sent. */
export function PictureColours({
  pictures,
  onPick,
}: {
  /** Pictures that are kept with the yarn already. */
  pictures: readonly { id: number }[];
  onPick: (hex: string) => void;
}) {
  const canvas = useRef<HTMLCanvasElement>(null);
  /** In pixels; 0: no picture is shown. */
  const [width, setWidth] = useState(0);
  const [problem, setProblem] = useState('');
  const [at, setAt] = useState<{ x: number; y: number }>({ x: 0.5, y: 0.5 });
  const [hex, setHex] = useState('');
  const address = useRef('');
  useEffect(() => () => URL.revokeObjectURL(address.current), []);

  const show = (source: string) => {
    const image = new Image();
    image.onload = () => {
      const size = Math.min(1, WIDEST / image.naturalWidth);
      const board = canvas.current!;
      board.width = Math.max(1, Math.round(image.naturalWidth * size));
      board.height = Math.max(1, Math.round(image.naturalHeight * size));
      board.getContext('2d', { willReadFrequently: true })!.drawImage(image, 0, 0, board.width, board.height);
      setProblem('');
      setWidth(board.width);
    };
    image.onerror = () => setProblem('This file is not a picture that can be shown here.');
    image.src = source;
  };
  const open = (file: File) => {
    URL.revokeObjectURL(address.current);
    address.current = URL.createObjectURL(file);
    show(address.current);
  };
  const look = (place: { x: number; y: number }): string => {
    const inside = { x: Math.min(1, Math.max(0, place.x)), y: Math.min(1, Math.max(0, place.y)) };
    const found = colourAt(canvas.current!, inside);
    setAt(inside);
    setHex(found);
    return found;
  };
  const press = ({ clientX, clientY, currentTarget }: PointerEvent<HTMLCanvasElement>) => {
    const box = currentTarget.getBoundingClientRect();
    onPick(look({ x: (clientX - box.left) / box.width, y: (clientY - box.top) / box.height }));
  };
  const key = (event: KeyboardEvent) => {
    const step = STEPS[event.key];
    if (step) look({ x: at.x + step[0] * 0.02, y: at.y + step[1] * 0.02 });
    else if (event.key === 'Enter' || event.key === ' ') onPick(look(at));
    else return;
    event.preventDefault();
  };

  return (
    <div className="grid gap-2">
      <div className="flex flex-wrap gap-2 items-center">
        {pictures.map(({ id }, i) => (
          <Button key={id} className="h-auto p-1" onClick={() => show(`/api/pictures/${id}`)}>
            {/* eslint-disable-next-line @next/next/no-img-element -- it is ready for the screen as it is kept */}
            <img src={`/api/pictures/${id}`} alt={`Picture ${i + 1} of the band`} width={64} height={48} />
          </Button>
        ))}
        <FilePick accept="image/*" onPick={open}>
          {width > 0 ? 'Another picture' : 'Open a picture of it'}
        </FilePick>
      </div>
      <Problem words={problem} />
      <div className="relative" style={{ maxWidth: width }} hidden={width === 0}>
        <canvas
          ref={canvas}
          className="block w-full rounded-md cursor-crosshair"
          tabIndex={0}
          role="application"
          aria-label="The picture: arrow keys move the place, Enter takes its colour"
          onPointerDown={press}
          onKeyDown={key}
        />
        <span
          className="absolute w-4 h-4 -translate-x-1/2 -translate-y-1/2 rounded-full border-2 border-white outline-2 outline-black pointer-events-none"
          style={{ left: `${100 * at.x}%`, top: `${100 * at.y}%` }}
          aria-hidden="true"
        />
      </div>
      {width > 0 && (
        <p className="flex items-center gap-2 text-ink-soft" aria-live="polite">
          {hex && <Swatch hex={hex} size={20} />}
          Press each colour once, in the order in which they follow one another along the yarn.
        </p>
      )}
    </div>
  );
}

const STEPS: Partial<Record<string, readonly [number, number]>> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
};

function colourAt(board: HTMLCanvasElement, { x, y }: { x: number; y: number }): string {
  const left = Math.max(0, Math.min(board.width - ACROSS, Math.round(x * board.width - ACROSS / 2)));
  const top = Math.max(0, Math.min(board.height - ACROSS, Math.round(y * board.height - ACROSS / 2)));
  const { data } = board.getContext('2d')!.getImageData(left, top, ACROSS, ACROSS);
  const channel = (which: number) => {
    let [sum, count] = [0, 0];
    for (let i = 0; i < data.length; i += 4)
      if (data[i + 3]! > 0) {
        sum += data[i + which]!;
        count++;
      }
    return Math.round(sum / Math.max(1, count));
  };
  return `#${[0, 1, 2].map((which) => channel(which).toString(16).padStart(2, '0')).join('')}`;
}
