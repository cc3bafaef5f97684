'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { lowerFirst } from '../../core/common/format';
import { TASK_KINDS, type TaskKind } from '../../core/days/schedule';
import type { TaskCard } from '../../server/days/daysPage';
import type { TaskChoices } from '../../server/days/taskPage';
import type { TaskForm } from '../../server/days/tasks';
import { ChoiceField } from '../../ui/controls/Choice';
import { ProjectChoice } from '../../ui/controls/ProjectChoice';
import { TextField } from '../../ui/controls/Field';
import { DateField } from '../../ui/controls/DateField';
import { Form, FormError } from '../../ui/form/Form';
import { newKey } from '../../ui/feedback/newKey';
import { PageHead } from '../../ui/frame/PageHead';
import { Notice, Problem } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { type FormState, useForm } from '../../ui/form/useForm';
import { useTask } from '../../ui/feedback/useTask';
import { saveTaskForm, markTask } from './actions';
import { TASK_WORDS, taskTitle } from '../../core/days/taskWords';
import { NextDays } from './NextDays';
import { daysInWords } from './words';

/** Puts something on the list of what is to be done, or changes it. */
export function TaskFormScreen({
  task,
  first,
  choices: { pieces, projects, others, days },
}: {
  task: TaskCard | null;
  /** What one came with. */
  first: { kind: TaskKind; pieceId: number | null };
  choices: TaskChoices;
}) {
  const router = useRouter();
  const form = useForm<TaskForm>({
    draftKey: task ? `task ${task.id}` : `new task ${first.pieceId ?? ''}`,
    edits: task !== null,
    initial: () => ({
      requestKey: newKey(),
      kind: task?.kind ?? first.kind,
      title: task?.title ?? '',
      pieceId: task?.piece?.id ?? first.pieceId,
      projectId: task?.project?.id ?? null,
      minutes: task?.minutesFrom === 'entered' ? String(task.minutes) : '',
      dueOn: task?.dueOn ?? '',
      plannedOn: task?.plannedOn ?? '',
      after: (task?.after ?? [])
        .filter(({ entered }) => entered)
        .map(({ taskId, waitDays }) => ({ taskId, waitDays: String(waitDays) })),
    }),
    save: (values) => saveTaskForm(task?.id ?? null, values),
    saved: () => {
      form.clear();
      router.push('/days');
    },
  });
  const { values, set, errors } = form;
  return (
    <>
      <PageHead title={task ? taskTitle(task) : 'Add a task'} />
      <div className="grid grid-cols-[minmax(0,1.2fr)_minmax(0,1fr)] gap-wide items-start max-tablet:grid-cols-[minmax(0,1fr)] [&>form]:flex [&>form]:flex-col [&>form]:gap-1">
        <Form form={form}>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
            <ChoiceField
              name="kind"
              label="What is to be done"
              value={values.kind}
              onChange={(kind) => set('kind', kind as TaskKind)}
              options={TASK_KINDS.map((kind) => ({ value: kind, label: TASK_WORDS[kind].toLowerCase() }))}
            />
            {values.kind !== 'other' && (
              <ChoiceField
                name="pieceId"
                label="With"
                value={values.pieceId === null ? '' : String(values.pieceId)}
                onChange={(id) => set('pieceId', id === '' ? null : Number(id))}
                error={errors.pieceId}
                options={[
                  { value: '', label: 'choose a piece' },
                  ...pieces.map(({ id, label, yarnName }) => ({
                    value: String(id),
                    label: `${yarnName}: ${lowerFirst(label)}`,
                  })),
                ]}
              />
            )}
          </div>
          <TextField
            label={values.kind === 'other' ? 'What it is' : 'Notes'}
            {...form.field('title')}
            placeholder={values.kind === 'other' ? 'fetch soap, mend the swift' : ''}
          />
          <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
            <TextField
              label="Minutes it takes"
              {...form.field('minutes')}
              hint={
                task && task.minutesFrom !== 'entered'
                  ? `empty: ${task.minutes}, ${task.minutesFrom === 'learned' ? 'as you have wound so far' : 'as it usually takes'}`
                  : 'empty: as long as it has taken here'
              }
              inputMode="numeric"
            />
            <DateField label="Due" {...form.field('dueOn')} hint="empty: whenever there is time" />
            <DateField label="On" {...form.field('plannedOn')} hint="empty: a day is proposed" />
          </div>
          <div className="grid grid-cols-[repeat(auto-fit,minmax(170px,1fr))] gap-x-4">
            <ProjectChoice
              projects={projects}
              projectId={values.projectId}
              none="no project"
              onChoose={(id) => set('projectId', id)}
              error={errors.projectId}
            />
            <AfterFields form={form} others={others} />
          </div>
          {task && <WaitsFor task={task} others={others} />}
          <FormError form={form} />
          <div className="flex flex-wrap gap-3 mt-3">
            <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
              {task ? 'Save' : 'Add'}
            </Button>
            {task && <RemoveTask task={task} />}
          </div>
        </Form>
        <NextDays
          days={days}
          others={others}
          chosen={values.plannedOn}
          onChoose={(day) => set('plannedOn', day === values.plannedOn ? '' : day)}
        />
      </div>
    </>
  );
}

/** After what it can be done, and how long after. */
function AfterFields({
  form: { values, set, errors },
  others,
}: {
  form: FormState<TaskForm>;
  others: TaskChoices['others'];
}) {
  const [after, ...rest] = values.after;
  const isOffTheList = after && !others.some(({ id }) => id === after.taskId);
  return (
    <>
      {(others.length > 0 || after) && (
        <ChoiceField
          name="after.0.taskId"
          label="Only after"
          value={after ? String(after.taskId) : ''}
          onChange={(id) =>
            set('after', [...(id === '' ? [] : [{ taskId: Number(id), waitDays: after?.waitDays ?? '' }]), ...rest])
          }
          error={errors['after.0.taskId']}
          options={[
            { value: '', label: 'nothing else' },
            ...(isOffTheList ? [{ value: String(after.taskId), label: 'one that is done' }] : []),
            ...others.map((other) => ({ value: String(other.id), label: taskTitle(other) })),
          ]}
        />
      )}
      {after && (
        <TextField
          name="after.0.waitDays"
          label="and this many days later"
          value={after.waitDays}
          onChange={(waitDays) => set('after', [{ ...after, waitDays }, ...rest])}
          error={errors['after.0.waitDays']}
          hint="empty: the same day will do"
          inputMode="numeric"
        />
      )}
    </>
  );
}

/** What it has to wait for, though nobody said so. */
function WaitsFor({ task, others }: { task: TaskCard; others: TaskChoices['others'] }) {
  const implied = task.after.filter(({ entered }) => !entered);
  return implied.map(({ taskId, waitDays }) => {
    const other = others.find(({ id }) => id === taskId);
    return (
      other && (
        <Notice key={taskId} tone="plain">
          It waits for “{lowerFirst(taskTitle(other))}”
          {waitDays > 0 && `, and ${daysInWords(waitDays)} until that has rested or is dry`}.
        </Notice>
      )
    );
  });
}

function RemoveTask({ task }: { task: TaskCard }) {
  const offer = useUndoOffer();
  const { busy, problem, run } = useTask();
  const title = taskTitle(task);
  return (
    <>
      <Button
        size="large"
        loading={busy}
        onClick={() =>
          run(
            () => markTask(task.id, 'deleted', true),
            () => {
              offer({ words: `${title} is off the list.`, undo: () => markTask(task.id, 'deleted', false) });
              return '/days';
            },
          )
        }
      >
        Remove
      </Button>
      <Problem words={problem} />
    </>
  );
}
