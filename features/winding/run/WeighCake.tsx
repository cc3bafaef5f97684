'use client';

import { Button } from 'antd';
import { inWords, massFigure } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { parseQuantity } from '../../../core/common/units';
import { FromScale } from '../../../ui/devices/FromScale';
import { MassField } from '../../../ui/controls/Field';
import { Form } from '../../../ui/form/Form';
import { useTyped } from '../../../ui/form/useTyped';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { Notice } from '../../../ui/feedback/Notice';
import { useSystem } from '../../../ui/frame/Providers';

const LEAST_G = 0.1;

/** A cake may be weighed before the next is wound: what is left is shared out anew then, and turns follow from it. */
export function WeighCake({
  weighedG,
  turns,
  next,
  enabled,
  onWeighed,
}: {
  weighedG: number | null;
  /** Counted for this cake, with their name; null where nobody counted. */
  turns: string | null;
  /** The next one, as it is planned now. */
  next: { massG: number; turns: string };
  enabled: boolean;
  onWeighed: (massG: number | null) => void;
}) {
  const system = useSystem();
  const [typed, setTyped] = useTyped('', 'weighed');
  const read = typed.trim() === '' ? null : readOrNull(() => parseQuantity(typed, 'mass', system));
  const massG = read !== null && read >= LEAST_G ? read : null;
  if (weighedG !== null)
    return (
      <Notice tone="good" role="status">
        <strong>
          {inWords(massFigure(weighedG, system))}
          {turns !== null && ` for ${turns}`}.
        </strong>{' '}
        The next gets {inWords(massFigure(next.massG, system))}: {next.turns}.{' '}
        <InlineButton disabled={!enabled} onClick={() => onWeighed(null)}>
          It was not weighed
        </InlineButton>
      </Notice>
    );
  return (
    <Form form={{ submit: () => massG !== null && onWeighed(massG) }} className="flex flex-wrap items-start gap-3">
      <div className="w-[220px]">
        <MassField
          name="weighed"
          label="Weigh it now? (optional)"
          value={typed}
          onChange={setTyped}
          error={typed.trim() !== '' && massG === null ? 'write it like 52.3 g or 1.8 oz' : undefined}
          hint="without its bowl; the next follows from it"
        />
      </div>
      <div className="flex flex-wrap gap-3 pt-6">
        <Button htmlType="submit" disabled={!enabled || massG === null}>
          Save its weight
        </Button>
        <FromScale onTake={(shownG) => setTyped(`${shownG} g`)} />
      </div>
    </Form>
  );
}
