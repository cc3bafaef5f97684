import type { Metadata } from 'next';
import { TASK_KINDS } from '../../../core/days/schedule';
import { TaskFormScreen } from '../../../features/days/TaskFormScreen';
import { database } from '../../../server/common/database';
import { taskChoices } from '../../../server/days/taskPage';
import { rowNumber } from '../../../server/common/rowNumber';
import { pageQuery, type QueryParams, screenKey } from '../../../server/common/pageQuery';

export const metadata: Metadata = { title: 'Add a task' };

export default async function Page({ searchParams }: QueryParams) {
  const asked = await pageQuery(searchParams);
  const { piece, kind } = asked;
  const pieceId = rowNumber(piece);
  const first = { kind: TASK_KINDS.find((each) => each === kind) ?? 'wind', pieceId };
  return (
    <TaskFormScreen
      key={screenKey(asked)}
      task={null}
      first={first}
      choices={taskChoices(database(), new Date(), null, pieceId)}
    />
  );
}
