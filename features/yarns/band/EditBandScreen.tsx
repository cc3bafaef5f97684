'use client';

import { useRouter } from 'next/navigation';
import type { BandForm } from '../../../server/yarn/yarns';
import type { YarnView } from '../../../server/yarn/yarnViews';
import { TextField } from '../../../ui/controls/Field';
import { Form, FormButtons, FormError } from '../../../ui/form/Form';
import { useUndoOffer } from '../../../ui/feedback/UndoOffer';
import { useForm } from '../../../ui/form/useForm';
import { saveBand } from '../actions';
import { BandFields } from './BandFields';
import { bandValues } from './bandValues';
import styles from './YarnForm.module.css';

/** Corrects what was read from a band. */
export function EditBandScreen({ yarn }: { yarn: YarnView }) {
  const router = useRouter();
  const offer = useUndoOffer();
  const form = useForm<BandForm>({
    draftKey: `band ${yarn.id}`,
    edits: true,
    initial: () => bandValues(yarn),
    save: (values) => saveBand(yarn.id, values),
    saved: () => {
      offer({ words: 'The band is corrected.', undo: () => saveBand(yarn.id, bandValues(yarn)) });
      router.push(`/yarns/${yarn.id}`);
    },
  });
  return (
    <Form form={form}>
      <h1 style={{ marginBottom: 14 }}>The band of {yarn.name}</h1>
      <div className={styles.form}>
        <BandFields form={form} />
        <fieldset className={styles.group}>
          <legend>Your own words</legend>
          <TextField label="Notes" {...form.field('notes')} />
          <p className={`${styles.keys} text-ink-soft text-small`}>
            Lengths already logged follow the band: correct it and they are worked out again.
          </p>
        </fieldset>
      </div>
      <div className={styles.foot}>
        <FormButtons form={form} save="Save the band" onLeave={() => router.push(`/yarns/${yarn.id}`)} />
        <div>
          <FormError form={form} />
        </div>
      </div>
    </Form>
  );
}
