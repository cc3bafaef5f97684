import type { Metadata } from 'next';
import { TaskFormScreen } from '../../../features/days/TaskFormScreen';
import { database } from '../../../server/common/database';
import { requireRecord, type IdParams } from '../../../server/common/requireRecord';
import { taskCard, taskChoices } from '../../../server/days/taskPage';

export const metadata: Metadata = { title: 'What is to be done' };

export default async function Page({ params }: IdParams) {
  const now = new Date();
  const task = await requireRecord(params, (id) => taskCard(database(), now, id));
  const pieceId = task.piece?.id ?? null;
  return (
    <TaskFormScreen
      key={task.id}
      task={task}
      first={{ kind: task.kind, pieceId }}
      choices={taskChoices(database(), now, task.id, pieceId)}
    />
  );
}
