import { cookies } from 'next/headers';
import { systemNamed, type UnitSystem } from '../../core/common/units';

/** What a browser prefers; kept in its cookies, so that two people at one database may differ. */
export interface Preferences {
  system: UnitSystem;
  theme: 'light' | 'dark' | null;
}

/** The units that what was typed is read in. */
export async function unitSystem(): Promise<UnitSystem> {
  return (await preferences()).system;
}

export async function preferences(): Promise<Preferences> {
  const jar = await cookies();
  const theme = jar.get('theme')?.value;
  return {
    system: systemNamed(jar.get('units')?.value),
    theme: theme === 'light' || theme === 'dark' ? theme : null,
  };
}
