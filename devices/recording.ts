import { closeSync, openSync, writeFileSync, writeSync } from 'node:fs';
import { SAMPLES_PER_S } from '../core/counting/hearing';
import { type Frame, FRAMES_PER_S, HEIGHT, WIDTH } from './standInPicture';

/** Writes sound as a file that a browser takes for its microphone: one channel of sixteen bits. */
export function writeWav(file: string, samples: Float32Array): void {
  const data = Int16Array.from(samples, (sample) => Math.round(32_000 * Math.max(-1, Math.min(1, sample))));
  const head = Buffer.alloc(44);
  head.write('RIFF', 0);
  head.writeUInt32LE(36 + data.byteLength, 4);
  head.write('WAVEfmt ', 8);
  head.writeUInt32LE(16, 16);
  head.writeUInt16LE(1, 20);
  head.writeUInt16LE(1, 22);
  head.writeUInt32LE(SAMPLES_PER_S, 24);
  head.writeUInt32LE(2 * SAMPLES_PER_S, 28);
  head.writeUInt16LE(2, 32);
  head.writeUInt16LE(16, 34);
  head.write('data', 36);
  head.writeUInt32LE(data.byteLength, 40);
  writeFileSync(file, Buffer.concat([head, Buffer.from(data.buffer)]));
}

/** Writes pictures as a file that a browser takes for its camera: YUV 4:2:0, one after another. */
export function writeY4m(file: string, frames: Iterable<Frame>): void {
  const out = openSync(file, 'w');
  writeSync(out, `YUV4MPEG2 W${WIDTH} H${HEIGHT} F${FRAMES_PER_S}:1 Ip A1:1 C420jpeg\n`);
  for (const frame of frames) {
    writeSync(out, 'FRAME\n');
    writeSync(out, yuvOf(frame));
  }
  closeSync(out);
}

function yuvOf(frame: Frame): Uint8Array {
  const points = WIDTH * HEIGHT;
  const yuv = new Uint8ClampedArray((points * 3) / 2);
  for (let i = 0; i < points; i++) {
    const [red, green, blue] = [frame[4 * i]!, frame[4 * i + 1]!, frame[4 * i + 2]!];
    yuv[i] = 0.299 * red + 0.587 * green + 0.114 * blue;
    const [x, y] = [i % WIDTH, Math.floor(i / WIDTH)];
    if (x % 2 || y % 2) continue;
    const chroma = points + (y / 2) * (WIDTH / 2) + x / 2;
    yuv[chroma] = 128 - 0.169 * red - 0.331 * green + 0.5 * blue;
    yuv[chroma + points / 4] = 128 + 0.5 * red - 0.419 * green - 0.081 * blue;
  }
  return new Uint8Array(yuv.buffer);
}
