import { TodayScreen } from '../features/today/TodayScreen';
import { database } from '../server/common/database';
import { today } from '../server/days/today';

export default function Page() {
  return <TodayScreen today={today(database(), new Date())} />;
}
