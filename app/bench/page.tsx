import type { Metadata } from 'next';
import { BenchScreen } from '../../features/bench/BenchScreen';
import { bench } from '../../server/bench/bench';
import { database } from '../../server/common/database';
import { schools } from '../../server/bench/schools';

export const metadata: Metadata = { title: 'Bench' };

export default function Page() {
  return <BenchScreen bench={bench(database())} schools={schools(database())} />;
}
