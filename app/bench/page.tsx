import type { Metadata } from 'next';
import { BenchScreen } from '../../features/bench/BenchScreen';
import { bench } from '../../server/bench';
import { database } from '../../server/database';
import { schools } from '../../server/schools';

export const metadata: Metadata = { title: 'Bench' };

export default function Page() {
  return <BenchScreen bench={bench(database())} schools={schools(database())} />;
}
