'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { JOB_KINDS, type JobKind } from '../../core/days/schedule';
import type { JobCard } from '../../server/days/daysPage';
import type { JobChoices } from '../../server/days/taskPage';
import type { JobForm } from '../../server/days/tasks';
import { ChoiceField, TextField } from '../../ui/controls/Field';
import { Form, FormError } from '../../ui/controls/Form';
import { newKey } from '../../ui/feedback/newKey';
import { PageHead } from '../../ui/frame/PageHead';
import { Say } from '../../ui/feedback/Notice';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useForm } from '../../ui/controls/useForm';
import { useTask } from '../../ui/feedback/useTask';
import { keepJob, markJob } from './actions';
import styles from './DaysScreen.module.css';
import { JOB_WORDS, jobTitle } from '../../core/days/taskWords';
import { daysInWords } from './words';

/** Puts something on the list of what is to be done, or changes it. */
export function JobFormScreen({
  job,
  first,
  choices: { pieces, projects, others },
}: {
  job: JobCard | null;
  /** What one came with. */
  first: { kind: JobKind; pieceId: number | null };
  choices: JobChoices;
}) {
  const router = useRouter();
  const offer = useUndoOffer();
  const task = useTask();
  const form = useForm<JobForm>({
    draftKey: job ? `job ${job.id}` : `new job ${first.pieceId ?? ''}`,
    initial: () => ({
      requestKey: newKey(),
      kind: job?.kind ?? first.kind,
      title: job?.title ?? '',
      pieceId: job?.piece?.id ?? first.pieceId,
      projectId: job?.project?.id ?? null,
      minutes: job?.minutesFrom === 'said' ? String(job.minutes) : '',
      dueOn: job?.dueOn ?? '',
      plannedOn: job?.plannedOn ?? '',
      after: (job?.after ?? [])
        .filter(({ said }) => said)
        .map(({ jobId, waitDays }) => ({ jobId, waitDays: String(waitDays) })),
    }),
    save: (values) => keepJob(job?.id ?? null, values),
    saved: () => {
      form.clear();
      router.push('/days');
    },
  });
  const { values, set, errors } = form;
  const [after] = values.after;
  const implied = (job?.after ?? []).filter(({ said }) => !said);
  const remove = () =>
    task.run(
      () => markJob(job!.id, 'deleted', true),
      () => {
        offer({ words: `${jobTitle(job!)} is off the list.`, undo: () => markJob(job!.id, 'deleted', false) });
        router.push('/days');
      },
    );
  return (
    <>
      <PageHead title={job ? jobTitle(job) : 'Plan something'} />
      <div className={styles.form}>
        <Form form={form}>
          <div className={styles.row}>
            <ChoiceField
              name="kind"
              label="What is to be done"
              value={values.kind}
              onChange={(kind) => set('kind', kind as JobKind)}
              options={JOB_KINDS.map((kind) => ({ value: kind, label: JOB_WORDS[kind].toLowerCase() }))}
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
                    label: `${yarnName}: ${label.toLowerCase()}`,
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
          <div className={styles.row}>
            <TextField
              label="Minutes it takes"
              {...form.field('minutes')}
              hint={
                job && job.minutesFrom !== 'said'
                  ? `empty: ${job.minutes}, ${job.minutesFrom === 'learned' ? 'as you have wound so far' : 'as it usually takes'}`
                  : 'empty: as long as it has taken here'
              }
              inputMode="numeric"
            />
            <TextField label="Due" {...form.field('dueOn')} type="date" hint="empty: whenever there is time" />
            <TextField label="On" {...form.field('plannedOn')} type="date" hint="empty: a day is proposed" />
          </div>
          <div className={styles.row}>
            {projects.length > 0 && (
              <ChoiceField
                name="projectId"
                label="For"
                value={values.projectId === null ? '' : String(values.projectId)}
                onChange={(id) => set('projectId', id === '' ? null : Number(id))}
                error={errors.projectId}
                options={[
                  { value: '', label: 'no project' },
                  ...projects.map(({ id, name }) => ({ value: String(id), label: name })),
                ]}
              />
            )}
            {others.length > 0 && (
              <ChoiceField
                name="after.0.jobId"
                label="Only after"
                value={after ? String(after.jobId) : ''}
                onChange={(id) =>
                  set('after', [
                    ...(id === '' ? [] : [{ jobId: Number(id), waitDays: after?.waitDays ?? '' }]),
                    ...values.after.slice(1),
                  ])
                }
                error={errors['after.0.jobId']}
                options={[
                  { value: '', label: 'anything' },
                  ...others.map((other) => ({ value: String(other.id), label: jobTitle(other) })),
                ]}
              />
            )}
            {after && (
              <TextField
                name="after.0.waitDays"
                label="and so many days"
                value={after.waitDays}
                onChange={(waitDays) => set('after', [{ ...after, waitDays }, ...values.after.slice(1)])}
                error={errors['after.0.waitDays']}
                hint="empty: the same day will do"
                inputMode="numeric"
              />
            )}
          </div>
          {implied.map(({ jobId, waitDays }) => {
            const other = others.find(({ id }) => id === jobId);
            return (
              other && (
                <Say key={jobId} tone="plain">
                  It waits for “{jobTitle(other).toLowerCase()}”
                  {waitDays > 0 && `, and ${daysInWords(waitDays)} until that has rested or is dry`}.
                </Say>
              )
            );
          })}
          <FormError form={form} />
          <div className={styles.acting}>
            <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
              {job ? 'Keep it so' : 'Onto the list'}
            </Button>
            {job && (
              <Button size="large" onClick={remove} loading={task.busy}>
                Off the list
              </Button>
            )}
          </div>
        </Form>
      </div>
    </>
  );
}
