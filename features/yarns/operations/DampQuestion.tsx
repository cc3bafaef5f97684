'use client';

import { Button } from 'antd';
import { useEffect, useRef } from 'react';
import { upperFirst } from '../../../core/common/format';
import type { FormState } from '../../../ui/form/useForm';
import { Notice } from '../../../ui/feedback/Notice';

/** Asks whether what is on the scale is dry, where the log has its doubts. The answer holds for the mass that it was asked of. */
export function DampQuestion<Values extends { mass: string; isDry?: boolean }>({ form }: { form: FormState<Values> }) {
  const { values, errors, set, submit } = form;
  const askedOf = useRef(values.mass);
  useEffect(() => {
    if (values.mass === askedOf.current) return;
    askedOf.current = values.mass;
    if (values.isDry || errors.isDry) set('isDry', false as Values['isDry']);
  });

  if (!errors.isDry) return null;
  return (
    <Notice id="isDry" tone="tight" role="alert">
      {upperFirst(errors.isDry)} Weighed wet, its mass is mostly water; its metres stay what they are.{' '}
      <Button
        onClick={() => {
          set('isDry', true as Values['isDry']);
          submit();
        }}
      >
        Save it anyway
      </Button>
    </Notice>
  );
}
