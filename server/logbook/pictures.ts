import { createHash } from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import sharp, { type Sharp } from 'sharp';
import { InputError } from '../../core/common/inputError';
import type { Db } from '../../db/common/connection';
import { operationPiecesOf } from '../../db/yarn/operations';
import { everMade } from '../../db/yarn/pieces';
import { insertPicture, pictureById, setRemoved } from '../../db/yarn/pictures';
import { yarnById } from '../../db/yarn/yarns';
import { LARGEST_PICTURE_BYTES } from '../common/limits';
import { readBody } from '../common/readBody';
import { ConflictError, type SaveResult, saving } from '../common/result';
import { Turns } from '../common/turns';

/** Enough to read the smallest print on a band by, and small enough to keep thousands. */
const LONGEST_SIDE_PX = 1800;

const MOST_PIXELS = 80_000_000;

/** Formats that telephones and scanners write, and that nothing can be hidden in. */
const TAKEN = ['jpeg', 'png', 'webp', 'gif', 'avif', 'tiff'];

// Dots are many: they are held for one picture at a time, and for none afterwards.
sharp.cache(false);
sharp.concurrency(1);
const pictures = new Turns(1);

/** Takes in one picture after another: the next is received when this one is small. */
export function pictureFrom<T>(request: Request, keep: (upload: Buffer) => Promise<T>): Promise<T> {
  return pictures.inTurn(async () => keep(await readBody(request, LARGEST_PICTURE_BYTES, 'picture')), request.signal);
}

/**
 * Makes a picture of a band ready to be kept: checked to be an image, upright, no larger than is needed, and without
 * what a camera writes beside it (place, time, owner).
 *
 * @throws InputError where it is not an image, or too large a one
 */
async function readPicture(upload: Buffer): Promise<{ data: Buffer; file: string; width: number; height: number }> {
  const { data, info } = await pictureWithin(upload, LONGEST_SIDE_PX, (image) =>
    image.webp({ quality: 80 }).toBuffer({ resolveWithObject: true }),
  );
  return { data, file: nameOf(data), width: info.width, height: info.height };
}

/**
 * A picture that came from outside, checked to be one, upright, and no larger than this.
 *
 * @throws InputError where it is not an image, or too large a one
 */
export async function pictureWithin<T>(
  upload: Buffer,
  longestPx: number,
  written: (image: Sharp) => Promise<T>,
): Promise<T> {
  if (upload.length === 0) throw new InputError('this file is empty', 'picture');
  try {
    const image = sharp(upload, { limitInputPixels: MOST_PIXELS, failOn: 'error', sequentialRead: true });
    const { format } = await image.metadata();
    if (!TAKEN.includes(format)) throw new Error(`not taken: ${format}`);
    return await written(
      image.rotate().resize({ width: longestPx, height: longestPx, fit: 'inside', withoutEnlargement: true }),
    );
  } catch (error) {
    if (/pixel limit/i.test(String(error))) throw new InputError('this picture has too many dots', 'picture');
    throw new InputError(
      'this is not a picture that can be read, or it is torn; a photograph as JPEG or PNG will do',
      'picture',
    );
  }
}

/**
 * Keeps a picture of a band with its yarn: the file first, then the line that tells of it.
 *
 * @throws InputError where it is no picture, ConflictError where the yarn is not there
 */
export function addPicture(db: Db, folder: string, yarnId: number, upload: Buffer, now: Date): Promise<{ id: number }> {
  return keepPicture(db, folder, upload, now, () => {
    if (!yarnById(db, yarnId)) throw new ConflictError('this yarn is not there');
    return { yarnId, operationId: null };
  });
}

/**
 * Keeps a picture of what was done.
 *
 * @throws InputError where it is no picture, ConflictError where the entry is not there
 */
export function addPictureOfOperation(
  db: Db,
  folder: string,
  operationId: number,
  upload: Buffer,
  now: Date,
): Promise<{ id: number }> {
  return keepPicture(db, folder, upload, now, () => {
    const part = operationPiecesOf(db, operationId)[0];
    if (!part) throw new ConflictError('this entry is not there');
    return { yarnId: everMade(db, part.pieceId).yarnId, operationId };
  });
}

async function keepPicture(
  db: Db,
  folder: string,
  upload: Buffer,
  now: Date,
  ofWhat: () => { yarnId: number; operationId: number | null },
): Promise<{ id: number }> {
  const { data, file, width, height } = await readPicture(upload);
  const of = ofWhat();
  keepFile(folder, file, data);
  return { id: insertPicture(db, { ...of, file, width, height, addedAt: now.toISOString() }) };
}

/** Takes a picture away, or brings it back: its file stays. */
export function removePicture(db: Db, id: number, removed: boolean, now: Date): SaveResult {
  return saving(() => {
    if (!pictureById(db, id)) throw new ConflictError('this picture is not there');
    setRemoved(db, id, removed ? now.toISOString() : null);
    return id;
  });
}

/** What a picture's file is called: after what is in it. */
export function nameOf(data: Buffer): string {
  return `${createHash('sha256').update(data).digest('hex').slice(0, 40)}.webp`;
}

/** Writes under another name first, so that a torn file never bears the right one. */
export function keepFile(folder: string, file: string, data: Buffer): void {
  const place = path.join(folder, file);
  if (existsSync(place)) return;
  mkdirSync(folder, { recursive: true });
  const draft = `${place}.${process.pid}.draft`;
  writeFileSync(draft, data);
  renameSync(draft, place);
}

/** What is in a picture's file; undefined where there is no such picture, or its file has been lost. */
export function readPictureFile(db: Db, folder: string, id: number): Buffer | undefined {
  const picture = Number.isSafeInteger(id) ? pictureById(db, id) : undefined;
  const place = picture && path.join(folder, picture.file);
  return place && existsSync(place) ? readFileSync(place) : undefined;
}
