import type { Metadata } from 'next';
import { BenchScreen } from '../../features/bench/BenchScreen';
import { bench } from '../../server/bench/bench';
import { database } from '../../server/common/database';
import { schools } from '../../server/bench/schools';
import { winderLimits } from '../../server/winding/limits';

export const metadata: Metadata = { title: 'Bench' };

export default function Page() {
  const db = database();
  const tools = bench(db);
  return <BenchScreen bench={tools} limits={winderLimits(db, tools)} schools={schools(db)} />;
}
