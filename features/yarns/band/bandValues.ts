import { NO_SWATCH } from '../../../core/yarn/colourOrder';
import { bandTexts } from '../../../core/yarn/band';
import { type BandGuesses, bandGuesses, gristDoubt } from '../../../core/yarn/bandGuess';
import { fibresInWords } from '../../../core/yarn/fibre';
import { readOrNull } from '../../../core/common/inputError';
import { parseGauge } from '../../../core/yarn/gauge';
import { parseToolMm } from '../../../core/yarn/needle';
import { parseNumber, parseQuantity, type UnitSystem } from '../../../core/common/units';
import type { WeightClassNumber } from '../../../core/yarn/weightClass';
import { type GristFacts, gristOfYarn, type KnownGrist } from '../../../core/yarn/yarnLength';
import type { BandForm } from '../../../server/yarn/yarns';
import type { YarnView } from '../../../server/yarn/yarnViews';

/** Under this key lies the draft of a yarn that was asked about first; a yarn that was begun otherwise keeps its own. */
export const ASKED_ABOUT = 'new yarn, asked about';

export const EMPTY_BAND: BandForm = {
  ...bandTexts(() => ''),
  colourHex: NO_SWATCH,
  fibres: '',
  putUpMass: '',
  putUpLength: '',
  weightClass: '',
  wpi: '',
  needle: '',
  hook: '',
  plies: '',
  twistDirection: '',
  twist: '',
  gauge: '',
  careSymbols: '',
};

/** A band that is known, as it would be typed. */
export function bandValues(yarn: YarnView): BandForm {
  const text = (value: number | null, unit = '') => (value === null ? '' : `${Number(value.toFixed(4))}${unit}`);
  return {
    ...bandTexts((name) => yarn[name]),
    ...yarn.printed,
    fibres: fibresInWords(yarn.fibres),
    // In the unit it was stored in, so that saving without a change changes nothing.
    putUpMass: yarn.putUpG === null ? '' : `${yarn.putUpG} g`,
    putUpLength: yarn.putUpM === null ? '' : `${yarn.putUpM} m`,
    // It was when it was kept.
    isGristMeant: gristDoubt(yarn) !== null,
    weightClass: yarn.weightClass === null ? '' : (String(yarn.weightClass) as BandForm['weightClass']),
    wpi: text(yarn.wpi),
    needle: text(yarn.needleMm, ' mm'),
    hook: text(yarn.hookMm, ' mm'),
    plies: text(yarn.plies),
    twistDirection: yarn.twistDirection ?? '',
    twist: text(yarn.turnsPerM, ' t/m'),
    gauge: yarn.gauge
      ? `${yarn.gauge.stitchesPer10Cm}${yarn.gauge.rowsPer10Cm ? ` x ${yarn.gauge.rowsPer10Cm}` : ''}`
      : '',
    careSymbols: yarn.careSymbols.join(' '),
  };
}

/** The band of another dye lot of a yarn, or of another of its colours: what differs is left to be typed. */
export function bandOfAnother(yarn: YarnView, what: 'lot' | 'colour'): BandForm {
  const another = { ...bandValues(yarn), dyeLot: '', notes: '' };
  return what === 'lot' ? another : { ...another, colourName: '', colourHex: NO_SWATCH };
}

/** What has been typed so far, as far as it can be read, and what it lets one guess. */
export function readBand(
  values: BandForm,
  system: UnitSystem,
): { facts: GristFacts; guesses: BandGuesses; grist?: KnownGrist } {
  const facts: GristFacts = {
    putUpG: readOrNull(() => parseQuantity(values.putUpMass, 'mass', system)),
    putUpM: readOrNull(() => parseQuantity(values.putUpLength, 'length', system)),
    wpi: readOrNull(() => parseNumber(values.wpi, '')),
    needleMm: readOrNull(() => parseToolMm(values.needle, 'needle', '')),
    hookMm: readOrNull(() => parseToolMm(values.hook, 'hook', '')),
    gauge: readOrNull(() => parseGauge(values.gauge, '')),
    weightClass: values.weightClass === '' ? null : (Number(values.weightClass) as WeightClassNumber),
  };
  return { facts, guesses: bandGuesses(facts), grist: gristOfYarn(facts) };
}
