import { redirect } from 'next/navigation';
import { TodayScreen } from '../features/today/TodayScreen';
import { EnoughLine } from '../features/yarns/enough/EnoughLine';
import { database } from '../server/common/database';
import { today } from '../server/days/today';

/** What there is to do; where no yarn is kept yet, what can be asked without one. */
export default function Page() {
  const day = today(database(), new Date());
  if (day.yarns === 0) redirect('/quick');
  return <TodayScreen today={day} reach={<EnoughLine />} />;
}
