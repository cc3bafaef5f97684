'use client';

import { useState } from 'react';
import { useSystem } from '../frame/Providers';
import { withUnits } from '../../core/common/bareUnits';

/**
 * What is typed and kept nowhere; an amount stays what it is when the units are switched.
 *
 * @param name of the fields, where their own names do not tell what a bare number in them is
 */
export function useTyped<Values>(initial: Values, name = ''): [Values, (next: Values) => void] {
  const system = useSystem();
  const [kept, keep] = useState({ values: initial, typedIn: system });
  const values = kept.typedIn === system ? kept.values : withUnits(kept.values, kept.typedIn, name);
  return [values, (next) => keep({ values: next, typedIn: system })];
}
