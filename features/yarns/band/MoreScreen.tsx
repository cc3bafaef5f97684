'use client';

import { useRouter } from 'next/navigation';
import type { ScaleTool } from '../../../server/bench/bench';
import type { YarnView } from '../../../server/yarn/yarnViews';
import type { IncomingForm } from '../../../server/yarn/yarns';
import { Form, FormButtons, FormError } from '../../../ui/form/Form';
import { Notice } from '../../../ui/feedback/Notice';
import { useForm } from '../../../ui/form/useForm';
import { useScale } from '../../../ui/controls/WeighingFields';
import { saveMore } from '../actions';
import { onePiece, PiecesFields, weighedHere } from './PiecesFields';
import styles from './YarnForm.module.css';

/** More of a yarn that is on the shelf: bought again, or found behind it. */
export function MoreScreen({ yarn, scales }: { yarn: YarnView; scales: ScaleTool[] }) {
  const router = useRouter();
  const scale = useScale(scales);
  const form = useForm<IncomingForm>({
    draftKey: `more of ${yarn.id}`,
    initial: onePiece,
    save: (values) =>
      saveMore(yarn.id, {
        ...values,
        masses: values.masses.slice(0, weighedHere(values)),
        scaleResolutionG: scale.resolutionG,
      }),
    saved: (id) => router.push(`/yarns/${id}`),
  });
  return (
    <Form form={form} className="flex flex-col gap-4 max-w-[640px]">
      <h1>More of {yarn.name}</h1>
      <Notice tone="tight">
        {yarn.dyeLot ? `Only what is of lot ${yarn.dyeLot}` : 'Only what is of the same dye lot'} belongs here; another
        lot is a yarn of its own, so that the two are never mixed unseen.
      </Notice>
      <fieldset className={styles.group}>
        <legend>What came in</legend>
        <PiecesFields form={form} scale={scale} />
      </fieldset>
      <FormError form={form} />
      <div className="flex gap-3">
        <FormButtons form={form} save="Add to this lot" onLeave={() => router.push(`/yarns/${yarn.id}`)} />
      </div>
    </Form>
  );
}
