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
  const system = useSystem();
  const set = (at: number, next: Partial<TypedSize>) => onSizes(changedAt(sizes, at, next));
  const several = sizes.length > 1;
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
        <fieldset
          key={size.id}
          className={`${styles.size} grid grid-cols-[minmax(0,1fr)_minmax(88px,1.2fr)_repeat(2,minmax(0,1fr))_40px] gap-y-1 gap-x-3 w-full m-0 pt-0 pr-0 pb-1 pl-0 border-0 border-b-[1.5px] border-line max-desk:grid-cols-[1fr_1fr_40px]`}
        >
          <legend className="visually-hidden">Size {i + 1}</legend>
          <TextField
            name={`sizes.${i}.amount`}
            label="Each"
            value={size.amount}
            onChange={(amount) => set(i, { amount })}
            error={errors[`sizes.${i}.amount`]}
            placeholder={inGrams(system) ? '12 g' : '0.4 oz'}
          />
          <TextField
            name={`sizes.${i}.tolerance`}
            label="Tolerance"
            value={size.tolerance}
            onChange={(tolerance) => set(i, { tolerance })}
            error={errors[`sizes.${i}.tolerance`]}
            placeholder="4 %"
          />
          <TextField
            name={`sizes.${i}.count`}
            label={kits ? 'In each kit' : 'How many'}
            value={size.count}
            onChange={(count) => set(i, { count })}
            error={errors[`sizes.${i}.count`]}
            placeholder={kits ? '1' : 'all'}
            inputMode="numeric"
          />
          <TextField
            name={`sizes.${i}.name`}
            label="Name"
            value={size.name}
            onChange={(name) => set(i, { name })}
            placeholder="its size"
          />
          {(yarns.length > 1 || size.yarnId !== '') && (
            <div className="col-[span_2]">
              <ChoiceField
                name={`sizes.${i}.yarnId`}
                label="Of which yarn"
                value={size.yarnId}
                error={errors[`sizes.${i}.yarnId`]}
                onChange={(yarnId) => set(i, { yarnId })}
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
                name={`sizes.${i}.priority`}
                label="If not all can be made"
                value={String(size.priority)}
                onChange={(priority) => set(i, { priority: Number(priority) })}
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
              aria-label={`Without size ${i + 1}`}
              onClick={() => onSizes(withoutAt(sizes, i))}
            >
              ×
            </Button>
          )}
        </fieldset>
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
