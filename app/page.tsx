import { TodayScreen } from '../features/today/TodayScreen';
import { database } from '../server/database';
import { today } from '../server/today';

export default function Page() {
  return <TodayScreen today={today(database(), new Date())} />;
}
