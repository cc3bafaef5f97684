'use client';

import { CloseOutlined } from '@ant-design/icons';
import { Button } from 'antd';
import { useRouter } from 'next/navigation';
import { useRef } from 'react';
import type { ProjectForm, YarnTag } from '../../server/projects/projects';
import { DateField } from '../../ui/controls/DateField';
import { TextField } from '../../ui/controls/Field';
import { Form, FormButtons, FormError } from '../../ui/form/Form';
import { newKey } from '../../ui/feedback/newKey';
import { useSystem } from '../../ui/frame/Providers';
import { Swatch } from '../../ui/figures/Swatch';
import { useUndoOffer } from '../../ui/feedback/UndoOffer';
import { useForm } from '../../ui/form/useForm';
import { YarnPicker } from '../../ui/controls/YarnPicker';
import { keepProject } from './actions';
import { WorkOutNeed } from './WorkOutNeed';
import styles from './ProjectFormScreen.module.css';
import { changedAt, withoutAt } from '../../core/common/changedAt';
import { inMetres } from '../../core/common/units';

/** A need as it stands in the browser: its yarns with their names, so that a draft can show them. */
type Need = Omit<ProjectForm['needs'][number], 'yarnIds'> & {
  yarns: YarnTag[];
  /** Stays with it when another is left out. */
  key?: string;
};
type Values = Omit<ProjectForm, 'needs'> & { needs: Need[] };
export type ProjectFirst = Omit<Values, 'requestKey'>;

const EMPTY_NEED: Need = { colour: '', amount: '', done: '', yarns: [] };

/** Begins a project, or changes one. */
export function ProjectFormScreen({ id, first }: { id: number | null; first: ProjectFirst }) {
  const router = useRouter();
  const offer = useUndoOffer();
  /** What stands in the pickers and is not picked yet, by the key of its need. */
  const typing = useRef<Record<string, string>>({});
  const form = useForm<Values>({
    draftKey: id === null ? `new project ${first.needs[0]?.yarns[0]?.id ?? ''}` : `project ${id}`,
    edits: id !== null,
    initial: () => ({
      ...first,
      needs: first.needs.map((need, i) => ({ ...need, key: String(i) })),
      requestKey: newKey(),
    }),
    save: async (values) => {
      const words = values.needs.map(({ key }, i) => typing.current[key ?? i] ?? '');
      const at = words.findIndex((each) => each !== '');
      if (at < 0) return keepProject(id, asSent(values));
      // What was typed and not picked would be lost without a word.
      const message = `“${words[at]}” is not chosen yet: choose it beneath, or empty the field`;
      return { ok: false as const, errors: { [`needs.${at}.yarnIds`]: message } };
    },
    saved: (saved) => {
      if (id !== null) {
        const before = asSent({ ...first, requestKey: newKey() });
        offer({ words: 'The change is saved.', undo: () => keepProject(id, before) });
      }
      router.push(`/projects/${saved}`);
    },
  });
  const { needs } = form.values;

  return (
    <Form form={form} className="flex flex-col gap-3 max-w-[980px]">
      <h1>{id === null ? 'Start a project' : 'Edit the project'}</h1>
      <div
        className={`${styles.top} grid grid-cols-[2.2fr_1.3fr_1.3fr_1fr_1fr] gap-y-2 gap-x-4 max-tablet:grid-cols-[repeat(auto-fit,minmax(140px,1fr))]`}
      >
        <TextField
          label="What it is"
          {...form.field('name')}
          placeholder="Waiting-room blanket"
          autoFocus={id === null}
        />
        <DateField label="Cast on" {...form.field('castOn')} hint="cakes are wound for it" />
        <DateField label="Due" {...form.field('dueOn')} hint="reserved first if due first" />
        <TextField label="Margin" {...form.field('margin')} hint="in %, on top of the need" inputMode="decimal" />
        <TextField
          label="To spare"
          {...form.field('spare')}
          hint="balls, when some must be bought"
          inputMode="numeric"
        />
      </div>
      <ul className="grid gap-4">
        {needs.map((need, i) => (
          <NeedFields
            key={need.key ?? i}
            need={need}
            at={i}
            isOnly={needs.length === 1}
            errors={form.errors}
            onChange={(part) => form.set('needs', changedAt(needs, i, part))}
            onTyping={(words) => (typing.current[need.key ?? i] = words)}
            onLeaveOut={() => form.set('needs', withoutAt(needs, i))}
          />
        ))}
      </ul>
      <Button onClick={() => form.set('needs', [...needs, { ...EMPTY_NEED, key: newKey() }])} className="self-start">
        Another colour
      </Button>
      <TextField label="Notes" {...form.field('notes')} />
      <FormError form={form} />
      <div className="flex gap-3 pb-3">
        <FormButtons
          form={form}
          save={id === null ? 'Start the project' : 'Save'}
          onLeave={() => router.push(id === null ? '/projects' : `/projects/${id}`)}
        />
      </div>
    </Form>
  );
}

/** One colour or part of it: how much it needs, and of which yarns. */
function NeedFields({
  need,
  at,
  isOnly,
  errors,
  onChange,
  onTyping,
  onLeaveOut,
}: {
  need: Need;
  at: number;
  isOnly: boolean;
  errors: Record<string, string>;
  onChange: (part: Partial<Need>) => void;
  onTyping: (words: string) => void;
  onLeaveOut: () => void;
}) {
  const system = useSystem();
  return (
    <li className="pt-4 pr-4 pb-1 pl-4 border-[1.5px] border-line rounded-md bg-card">
      <div className="grid grid-cols-[1.4fr_1.2fr_auto_0.9fr_auto] gap-y-2 gap-x-4 max-tablet:grid-cols-[1fr_1fr]">
        <TextField
          name={`needs.${at}.colour`}
          label={isOnly ? 'Colour or part' : `Colour ${at + 1}`}
          value={need.colour}
          onChange={(colour) => onChange({ colour })}
          error={errors[`needs.${at}.colour`]}
          placeholder="ground"
        />
        <TextField
          name={`needs.${at}.amount`}
          label="Needs"
          value={need.amount}
          onChange={(amount) => onChange({ amount })}
          error={errors[`needs.${at}.amount`]}
          hint={
            inMetres(system) ? '640 m, 300 g, or 4 balls of 50 g/125 m' : '700 yd, 10 oz, or 4 balls of 2 oz/140 yd'
          }
        />
        <div className="mt-6 max-tablet:order-last max-tablet:mt-0">
          <WorkOutNeed onUse={(amount) => onChange({ amount })} />
        </div>
        <TextField
          name={`needs.${at}.done`}
          label="Done already"
          value={need.done}
          onChange={(done) => onChange({ done })}
          error={errors[`needs.${at}.done`]}
          hint="in %; empty: none"
          inputMode="decimal"
        />
        {!isOnly && (
          <Button type="text" className="mt-6 h-[46px] max-tablet:mt-0" onClick={onLeaveOut}>
            Leave out <span className="visually-hidden">colour {at + 1}</span>
          </Button>
        )}
      </div>
      <div className="flex flex-wrap gap-2 mt-0 mr-0 mb-1 ml-0">
        {need.yarns.map((yarn) => (
          <span key={yarn.id} className="inline-flex items-center gap-2 pt-1 pr-1 pb-1 pl-2 rounded-lg bg-sunk">
            <Swatch hex={yarn.colourHex} size={24} />
            {yarn.name}
            {yarn.dyeLot && `, lot ${yarn.dyeLot}`}
            <Button
              type="text"
              shape="circle"
              size="small"
              icon={<CloseOutlined />}
              aria-label={`Not with ${yarn.name}`}
              onClick={() => onChange({ yarns: need.yarns.filter(({ id }) => id !== yarn.id) })}
            />
          </span>
        ))}
      </div>
      <YarnPicker
        label={need.yarns.length > 0 ? 'Another yarn' : 'Yarn'}
        hint="the first is taken first"
        name={`needs.${at}.yarnIds`}
        error={errors[`needs.${at}.yarnIds`]}
        without={need.yarns.map(({ id }) => id)}
        onTyping={onTyping}
        onPick={({ id, name, maker, dyeLot, colourHex }) =>
          onChange({ yarns: [...need.yarns, { id, name, maker, dyeLot, colourHex }] })
        }
      />
    </li>
  );
}

function asSent({ needs, ...values }: Values): ProjectForm {
  return {
    ...values,
    needs: needs.map(({ yarns, key: _, ...need }) => ({ ...need, yarnIds: yarns.map(({ id }) => id) })),
  };
}
