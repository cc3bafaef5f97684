'use client';

import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import type { BandForm } from '../../server/yarns';
import type { YarnView } from '../../server/yarnViews';
import { TextField } from '../../ui/Field';
import { Say } from '../../ui/Say';
import { useForm } from '../../ui/useForm';
import { saveBand } from './actions';
import { BandFields } from './BandFields';
import { bandValues } from './bandValues';
import styles from './YarnForm.module.css';

/** Corrects what was read from a band. */
export function EditBandScreen({ yarn }: { yarn: YarnView }) {
  const router = useRouter();
  const form = useForm<BandForm>({
    draftKey: `band ${yarn.id}`,
    initial: () => bandValues(yarn),
    save: (values) => saveBand(yarn.id, values),
    saved: () => router.push(`/yarns/${yarn.id}`),
  });
  return (
    <form
      noValidate
      onSubmit={(event) => {
        event.preventDefault();
        form.submit();
      }}
    >
      <h1 style={{ marginBottom: 14 }}>The band of {yarn.name}</h1>
      <div className={styles.form}>
        <BandFields form={form} />
        <fieldset className={styles.group}>
          <legend>Your own words</legend>
          <TextField label="Notes" {...form.field('notes')} />
          <p className={styles.keys}>
            Lengths already logged follow the band: correct it and they are worked out again.
          </p>
        </fieldset>
      </div>
      <div className={styles.foot}>
        <Button type="primary" size="large" htmlType="submit" loading={form.saving}>
          Save the band
        </Button>
        <Button
          size="large"
          type="text"
          onClick={() => {
            form.clear();
            router.push(`/yarns/${yarn.id}`);
          }}
        >
          Leave it as it was
        </Button>
        <div>
          {form.errors[''] && (
            <Say tone="bad" role="alert">
              {form.errors['']}
            </Say>
          )}
        </div>
      </div>
    </form>
  );
}
