import { Eye, type EyeReport } from '../core/counting/eye';

/** What the page shows the eye: the piece of each frame about the place, first the one that was tapped. */
export type ToEye = { patch: ImageBitmap; atS: number; tapped?: boolean } | 'trust';
/** What it says after each frame; before a sticker was tapped it cannot tell from the rest, nothing but that. */
export type FromEye = EyeReport | 'indistinct';

let eye: Eye | undefined;
let canvas: OffscreenCanvasRenderingContext2D | null = null;

self.onmessage = ({ data }: MessageEvent<ToEye>) => {
  if (data === 'trust') eye?.trust();
  else {
    const patch = { side: data.patch.width, rgba: pointsOf(data.patch) };
    try {
      if (data.tapped) eye = new Eye(patch);
      else eye?.see(patch, data.atS);
    } catch {
      eye = undefined;
      return self.postMessage('indistinct' satisfies FromEye);
    }
  }
  if (eye) self.postMessage(eye.report() satisfies FromEye);
};

function pointsOf(patch: ImageBitmap): Uint8ClampedArray {
  canvas ??= new OffscreenCanvas(patch.width, patch.height).getContext('2d', { willReadFrequently: true })!;
  canvas.drawImage(patch, 0, 0);
  patch.close();
  return canvas.getImageData(0, 0, canvas.canvas.width, canvas.canvas.height).data;
}
