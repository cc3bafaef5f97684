import type { Metadata } from 'next';
import { AnswersScreen } from '../../../features/logbook/AnswersScreen';
import { benchAnswers } from '../../../server/logbook/benchAnswers';
import { database } from '../../../server/common/database';

export const metadata: Metadata = { title: 'What the log shows' };

export default function Page() {
  return <AnswersScreen answers={benchAnswers(database())} />;
}
