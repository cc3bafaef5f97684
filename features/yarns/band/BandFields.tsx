'use client';

import { Checkbox } from 'antd';
import { BAND_FIELDS, BAND_TEXTS, type BandText } from '../../../core/yarn/band';
import { gristDoubt, needleDoubt } from '../../../core/yarn/bandGuess';
import { inWords, knownLengthFigure, plusMinus, upperFirst } from '../../../core/common/format';
import { readOrNull } from '../../../core/common/inputError';
import { parseToolMm, toolSizeInWords } from '../../../core/yarn/needle';
import { WEIGHT_CLASSES } from '../../../core/yarn/weightClass';
import type { GristSource } from '../../../core/yarn/yarnLength';
import type { BandForm } from '../../../server/yarn/yarns';
import { ChoiceField } from '../../../ui/controls/Choice';
import { ColourPick } from '../../../ui/controls/ColourPick';
import { Field, TextField } from '../../../ui/controls/Field';
import { useSystem } from '../../../ui/frame/Providers';
import { InlineButton } from '../../../ui/controls/InlineButton';
import { Notice } from '../../../ui/feedback/Notice';
import type { FormState } from '../../../ui/form/useForm';
import { readBand } from './bandValues';
import { CareFields } from './CareFields';
import { bandDoubt } from '../words';
import styles from './YarnForm.module.css';
import { inGrams, inMetres } from '../../../core/common/units';

export const SOURCE_WORDS: Record<GristSource, string> = {
  band: 'the band',
  samples: 'what was measured',
  'band and samples': 'the band',
  singles: 'its singles',
  wpi: 'wraps per inch',
  'like yarn': 'a like yarn',
  'weight class': 'its weight class',
  gauge: 'its gauge',
  needle: 'its needle',
  hook: 'its hook',
};

export const CLASS_OPTIONS = [
  { value: '', label: 'not on the band' },
  ...WEIGHT_CLASSES.map(({ number, name, names }) => ({
    value: String(number),
    label: `${number} ${name} · US ${names.us} · UK ${names.uk} · AU ${names.australia} · DE ${names.german}`,
  })),
];

const TWIST_OPTIONS = [
  { value: '', label: 'not known' },
  { value: 'S', label: 'S' },
  { value: 'Z', label: 'Z' },
];

/** Texts that have a place of their own in a form of a band; any others stand after the gauge. */
const PLACED = new Set<BandText>(['maker', 'line', 'colourName', 'dyeLot', 'place', 'care', 'notes']);

/** The band, field by field, in the order in which one reads it. Whatever it leaves out is guessed beneath its field. */
export function BandFields<Values extends BandForm>({ form }: { form: FormState<Values> }) {
  const system = useSystem();
  const { facts, guesses } = readBand(form.values, system);
  const unlikely = gristDoubt(facts);
  const unusual = needleDoubt(facts);
  const bind = <Name extends Exclude<keyof BandForm, 'isGristMeant'> & string>(name: Name) => ({
    name,
    value: form.values[name],
    onChange: (value: string) => form.set(name, value as Values[Name]),
    error: form.errors[name],
  });
  const doubt = bandDoubt({
    weightClass: facts.weightClass ?? null,
    putUpG: facts.putUpG ?? null,
    putUpM: facts.putUpM ?? null,
  });
  /** What the size that was typed is called elsewhere; how to type one, until then. */
  const sizeOrHint = (tool: 'needle' | 'hook') => {
    const sizeMm = readOrNull(() => parseToolMm(form.values[tool], tool, ''));
    return sizeMm === null ? (tool === 'needle' ? '4 mm, US 6, UK 8' : '4 mm, US G') : toolSizeInWords(sizeMm, tool);
  };
  const massHint = inGrams(system) ? '100 g, 3.5 oz, 1/4 lb' : '4 oz, 1/4 lb, 100 g';
  return (
    <>
      <fieldset className={styles.group}>
        <legend>Which yarn it is</legend>
        <TextField label="Maker" {...bind('maker')} autoFocus />
        <TextField label="Line" {...bind('line')} />
        <div className="grid grid-cols-[1fr_74px] gap-4">
          <TextField label="Colour" {...bind('colourName')} />
          <Field name="colourHex" label="Swatch" error={form.errors.colourHex}>
            {(links) => (
              <ColourPick
                {...links}
                hex={form.values.colourHex}
                onChange={(hex) => form.set('colourHex', hex as Values['colourHex'])}
              />
            )}
          </Field>
        </div>
        <TextField label="Dye lot" {...bind('dyeLot')} />
        <TextField label="Fibre" {...bind('fibres')} placeholder="80 % wool, 20 % nylon" />
        <TextField label="Kept in" {...bind('place')} placeholder="loft, blue chest" />
      </fieldset>
      <fieldset className={styles.group}>
        <legend>What the band says</legend>
        <div className="grid grid-cols-[1fr_1fr] gap-4">
          <TextField label="Weight per ball" {...bind('putUpMass')} hint={massHint} />
          <TextField
            label="Length per ball"
            {...bind('putUpLength')}
            hint={inMetres(system) ? '190 m, 210 yd' : '210 yd, 190 m'}
            guess={
              guesses.putUpM &&
              `${inWords(knownLengthFigure(guesses.putUpM, system))} ${plusMinus(guesses.putUpM, system)}, by ${
                SOURCE_WORDS[guesses.putUpM.from]
              }`
            }
          />
        </div>
        {unlikely && form.values.isGristMeant !== true && form.errors.putUpLength === undefined && (
          <Notice tone="tight" role="status">
            {upperFirst(unlikely.question)}{' '}
            {unlikely.meant && (
              <InlineButton onClick={() => form.set('putUpMass', unlikely.meant as Values['putUpMass'])}>
                Yes, {unlikely.meant}
              </InlineButton>
            )}
          </Notice>
        )}
        {unlikely?.possible && (
          <Checkbox
            checked={form.values.isGristMeant === true}
            onChange={({ target }) => form.set('isGristMeant', target.checked as Values['isGristMeant'])}
          >
            It is as {facts.putUpM! > facts.putUpG! ? 'fine' : 'thick'} as that; no unit is wrong
          </Checkbox>
        )}
        <ChoiceField
          label="Weight class"
          {...bind('weightClass')}
          options={CLASS_OPTIONS}
          guess={
            guesses.weightClass &&
            `${guesses.weightClass.is.number} ${guesses.weightClass.is.name} (US ${guesses.weightClass.is.names.us}; UK ${
              guesses.weightClass.is.names.uk
            }), from ${guesses.weightClass.from === 'grist' ? 'its length and mass' : `its ${guesses.weightClass.from}, give or take a class`}`
          }
        />
        <div className="grid grid-cols-[1fr_1fr_1.1fr] gap-4">
          <TextField
            label="Needle"
            {...bind('needle')}
            hint={sizeOrHint('needle')}
            guess={guesses.needleMm && `${guesses.needleMm.low} to ${guesses.needleMm.high} mm`}
          />
          <TextField label="Hook" {...bind('hook')} hint={sizeOrHint('hook')} />
          <TextField label="Wraps per inch" {...bind('wpi')} inputMode="decimal" />
        </div>
        <div className="grid grid-cols-[1fr_1fr_1.1fr] gap-4">
          <TextField label="Plies" {...bind('plies')} inputMode="numeric" />
          <ChoiceField label="Twist" {...bind('twistDirection')} options={TWIST_OPTIONS} />
          <TextField
            label="Turns"
            {...bind('twist')}
            hint={inMetres(system) ? '180 t/m, 4.5 tpi' : '4.5 tpi, 180 t/m'}
          />
        </div>
        <TextField label="Gauge" {...bind('gauge')} hint="22 sts x 30 rows to 10 cm" />
        {doubt && <Notice tone="tight">{doubt}</Notice>}
        {unusual && (
          <Notice tone="tight" role="status">
            {upperFirst(unusual)}
          </Notice>
        )}
        {BAND_TEXTS.filter((name) => !PLACED.has(name)).map((name) => (
          <TextField key={name} label={BAND_FIELDS[name].label} {...bind(name)} />
        ))}
        <CareFields
          value={form.values.careSymbols}
          onChange={(codes) => form.set('careSymbols', codes as Values['careSymbols'])}
        />
        <TextField label="Care in words" {...bind('care')} placeholder="hand wash, dry flat" />
      </fieldset>
    </>
  );
}
