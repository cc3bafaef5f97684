'use client';

import { Button, Segmented } from 'antd';
import { changedAt, withoutAt } from '../../../core/common/changedAt';
import type { TypedSize } from '../../../core/minis/miniPlan';
import type { MiniYarn } from '../../../server/minis/miniParents';
import { ChoiceField } from '../../../ui/controls/Choice';
import { TextField } from '../../../ui/controls/Field';
import { useSystem } from '../../../ui/frame/Providers';
import { newKey } from '../../../ui/feedback/newKey';
import styles from './SizeRows.module.css';
import { inGrams } from '../../../core/common/units';

/** A size that nothing is said of yet. */
export function emptySize(): TypedSize {
  return { id: newKey(), name: '', yarnId: '', amount: '', tolerance: '', count: '', priority: 1 };
}

/** What is wanted: sizes and how many, or what makes up a kit. */
export function SizeRows({
  sizes,
  kits,
  kitCount,
  yarns,
  errors,
  onSizes,
  onKits,
  onKitCount,
}: {
  sizes: readonly TypedSize[];
  kits: boolean;
  kitCount: string;
  yarns: readonly MiniYarn[];
  errors: Record<string, string>;
  onSizes: (sizes: TypedSize[]) => void;
  onKits: (kits: boolean) => void;
  onKitCount: (count: string) => void;
}) {
  return (
    <div className="grid gap-2 justify-items-start">
      <div className="flex flex-wrap gap-y-1 gap-x-4 items-end">
        <Segmented
          aria-label="What is made"
          options={[
            { value: 'sizes', label: 'minis by size' },
            { value: 'kits', label: 'kits of several' },
          ]}
          value={kits ? 'kits' : 'sizes'}
          onChange={(value) => onKits(value === 'kits')}
        />
        {kits && (
          <div className="w-[170px]">
            <TextField
              name="kitCount"
              label="Kits"
              value={kitCount}
              onChange={onKitCount}
              error={errors.kitCount}
              placeholder="as many as can be"
              inputMode="numeric"
            />
          </div>
        )}
      </div>
      {sizes.map((size, i) => (
        <SizeRow
          key={size.id}
          at={i}
          size={size}
          kits={kits}
          yarns={yarns}
          several={sizes.length > 1}
          errors={errors}
          onChange={(next) => onSizes(changedAt(sizes, i, next))}
          onRemove={() => onSizes(withoutAt(sizes, i))}
        />
      ))}
      <Button
        onClick={() => onSizes([...sizes, { ...emptySize(), yarnId: sizes.at(-1)?.yarnId ?? '' }])}
        disabled={sizes.length >= 60}
      >
        Another size
      </Button>
    </div>
  );
}

/** One size: how large, how near to it, how many, and what comes first where not all can be made. */
function SizeRow({
  at,
  size,
  kits,
  yarns,
  several,
  errors,
  onChange,
  onRemove,
}: {
  at: number;
  size: TypedSize;
  kits: boolean;
  yarns: readonly MiniYarn[];
  /** There are other sizes beside it. */
  several: boolean;
  errors: Record<string, string>;
  onChange: (next: Partial<TypedSize>) => void;
  onRemove: () => void;
}) {
  const system = useSystem();
  const field = (name: 'amount' | 'tolerance' | 'count' | 'name') => ({
    name: `sizes.${at}.${name}`,
    value: size[name],
    onChange: (typed: string) => onChange({ [name]: typed }),
    error: errors[`sizes.${at}.${name}`],
  });
  return (
    <fieldset
      className={`${styles.size} grid grid-cols-[minmax(0,1fr)_minmax(88px,1.2fr)_repeat(2,minmax(0,1fr))_40px] gap-y-1 gap-x-3 w-full m-0 pt-0 pr-0 pb-1 pl-0 border-0 border-b-[1.5px] border-line max-desk:grid-cols-[1fr_1fr_40px]`}
    >
      <legend className="visually-hidden">Size {at + 1}</legend>
      <TextField label="Each" {...field('amount')} placeholder={inGrams(system) ? '12 g' : '0.4 oz'} />
      <TextField label="Tolerance" {...field('tolerance')} placeholder="4 %" />
      <TextField
        label={kits ? 'In each kit' : 'How many'}
        {...field('count')}
        placeholder={kits ? '1' : 'all'}
        inputMode="numeric"
      />
      <TextField label="Name" {...field('name')} placeholder="its size" />
      {(yarns.length > 1 || size.yarnId !== '') && (
        <div className="col-[span_2]">
          <ChoiceField
            name={`sizes.${at}.yarnId`}
            label="Of which yarn"
            value={size.yarnId}
            error={errors[`sizes.${at}.yarnId`]}
            onChange={(yarnId) => onChange({ yarnId })}
            options={[
              { value: '', label: 'any of these' },
              ...yarns.map(({ id, name }) => ({ value: String(id), label: name })),
            ]}
          />
        </div>
      )}
      {several && !kits && (
        <div className="col-[span_2]">
          <ChoiceField
            name={`sizes.${at}.priority`}
            label="If not all can be made"
            value={String(size.priority)}
            onChange={(priority) => onChange({ priority: Number(priority) })}
            options={[
              { value: '1', label: 'these first' },
              { value: '2', label: 'these next' },
              { value: '3', label: 'these last' },
            ]}
          />
        </div>
      )}
      {several && (
        <Button
          type="text"
          className="col-[5] row-[1] self-center min-w-10 text-title max-desk:col-[3]"
          aria-label={`Without size ${at + 1}`}
          onClick={onRemove}
        >
          ×
        </Button>
      )}
    </fieldset>
  );
}
