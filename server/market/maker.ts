import { z } from 'zod';
import type { Db } from '../../db/common/connection';
import { setSetting, settingOf } from '../../db/common/settings';
import { text } from '../common/fields';
import { runForm, type SaveResult } from '../common/result';
import { pictureWithin } from '../logbook/pictures';

/** Who sells: what stands on labels instead of the name on a band. */
export interface Maker {
  /** Empty: as on the band. */
  name: string;
  /** A PNG as a data URL; null: none. */
  logo: string | null;
}

const PNG_URL = 'data:image/png;base64,';
const kept = z.strictObject({
  name: z.string(),
  logo: z.string().startsWith(PNG_URL).nullable(),
}) satisfies z.ZodType<Maker>;

const NOBODY: Maker = { name: '', logo: null };

export function maker(db: Db): Maker {
  const json = settingOf(db, 'maker');
  return json === undefined ? NOBODY : kept.parse(JSON.parse(json));
}

/** Whether this is what `maker` can read, as an archive brings it. */
export function isMaker(json: string): boolean {
  return kept.safeParse(JSON.parse(json)).success;
}

/** There is one. */
const MAKER = 1;

const form = z.strictObject({ name: text.max(80, 'at most 80 characters'), isLogoKept: z.boolean() });
export type MakerForm = z.input<typeof form>;

export function saveMaker(db: Db, input: unknown): SaveResult {
  return runForm(form, input, ({ name, isLogoKept }) => {
    const { logo } = maker(db);
    setSetting(db, 'maker', JSON.stringify({ name, logo: isLogoKept ? logo : null } satisfies Maker));
    return MAKER;
  });
}

/** As large as it is printed finely on the largest label. */
const LOGO_PIXELS = 480;

/**
 * Keeps a picture as the maker's logo: small, on white, without what a camera writes beside it.
 *
 * @throws InputError where it is no picture
 */
export async function saveLogo(db: Db, upload: Buffer): Promise<{ id: number }> {
  const png = await pictureWithin(upload, LOGO_PIXELS, (image) =>
    image.flatten({ background: '#ffffff' }).png({ palette: true, colours: 64 }).toBuffer(),
  );
  setSetting(db, 'maker', JSON.stringify({ ...maker(db), logo: PNG_URL + png.toString('base64') } satisfies Maker));
  return { id: MAKER };
}
