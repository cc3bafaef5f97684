'use client';

import { Button } from 'antd';
import { upperFirst } from '../../../core/common/format';
import type { FormState } from '../../../ui/controls/useForm';
import { Notice } from '../../../ui/feedback/Notice';

/** Asks whether what is on the scale is dry, where the log has its doubts. */
export function DampQuestion<Values extends { isDry?: boolean }>({ form }: { form: FormState<Values> }) {
  if (!form.errors.isDry) return null;
  return (
    <Notice tone="tight" role="alert">
      {upperFirst(form.errors.isDry)} Weighed wet, its mass is mostly water; its metres stay what they are.{' '}
      <Button
        onClick={() => {
          form.set('isDry', true as Values['isDry']);
          form.submit();
        }}
      >
        Save it anyway
      </Button>
    </Notice>
  );
}
