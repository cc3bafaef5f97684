'use client';

import { Button } from 'antd';
import { useState } from 'react';
import type { RunState } from '../../../core/winding/run';
import { TextField } from '../../../ui/controls/Field';
import { Form } from '../../../ui/form/Form';
import { SideSheet } from '../../../ui/controls/SideSheet';

/** Who winds from here on: two people may take turns at one cake. */
export function HandOver({
  hands,
  enabled,
  onHand,
}: {
  hands: RunState['hands'];
  enabled: boolean;
  onHand: (who: string) => void;
}) {
  const now = hands.at(-1)?.who;
  return (
    <SideSheet label={now ? `${now} winds` : 'Hand over'} quiet>
      {(close) => (
        <Names
          names={[...new Set(hands.map(({ who }) => who))]}
          enabled={enabled}
          onHand={(who) => {
            onHand(who);
            close();
          }}
        />
      )}
    </SideSheet>
  );
}

const LONGEST_NAME = 60;

function Names({
  names,
  enabled,
  onHand,
}: {
  names: readonly string[];
  enabled: boolean;
  onHand: (who: string) => void;
}) {
  const [who, setWho] = useState('');
  return (
    <Form form={{ submit: () => who.trim() && onHand(who.trim()) }} className="grid gap-4">
      <TextField
        name="who"
        label="Who winds from here on?"
        value={who}
        onChange={(name) => setWho(name.slice(0, LONGEST_NAME))}
        autoFocus
      />
      {names.length > 0 && (
        <div className="flex flex-wrap gap-2">
          {names.map((name) => (
            <Button key={name} onClick={() => onHand(name)} disabled={!enabled}>
              {name}
            </Button>
          ))}
        </div>
      )}
      <Button htmlType="submit" type="primary" disabled={!enabled || who.trim() === ''}>
        Takes over
      </Button>
      <p>The count stays on this screen. On another one, open this winding and press “Count here instead”.</p>
    </Form>
  );
}
