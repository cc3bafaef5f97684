import { TodayScreen } from '../features/today/TodayScreen';
import { QuickScreen } from '../features/yarns/quick/QuickScreen';
import { database } from '../server/common/database';
import { today } from '../server/days/today';
import { quickPage } from '../server/yarn/quickPage';

/** What there is to do; on a shelf that is still empty, what can be asked without one. */
export default function Page() {
  const day = today(database(), new Date());
  return day.yarns > 0 ? <TodayScreen today={day} /> : <QuickScreen page={quickPage(database())} firstVisit />;
}
