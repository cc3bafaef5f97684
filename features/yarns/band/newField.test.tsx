import type * as Band from '../../../core/yarn/band';
import { BAND_FIELDS } from '../../../core/yarn/band';
import { exportArchive } from '../../../server/exchange/archive';
import { changeBand } from '../../../server/yarn/yarns';
import { csvOf } from '../../../server/exchange/csv';
import { mergeYarns } from '../../../server/yarn/yarnLifecycle';
import { yarnView } from '../../../server/yarn/yarnViews';
import { emptyDatabase, errorsOf, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { textOf } from '../../../tests/support/uiTesting';
import { useForm } from '../../../ui/form/useForm';
import { BandFields } from './BandFields';
import { BandSheet } from './BandSheet';
import { bandValues, EMPTY_BAND } from './bandValues';
import type { BandForm } from '../../../server/yarn/yarns';

/** The worked example of CONTRIBUTING.md, done in a database of its own: a band gets a field that it did not have. */
jest.mock('../../../core/yarn/band', () => {
  const real = jest.requireActual<typeof Band>('../../../core/yarn/band');
  const spinnery = { label: 'Spinnery', also: ['spun at'], stored: { spinnery: 'spinnery' }, isText: true };
  const names = [...real.BAND_TEXTS, 'spinnery'];
  return {
    ...real,
    BAND_FIELDS: { ...real.BAND_FIELDS, spinnery },
    BAND_COLUMNS: { ...real.BAND_COLUMNS, spinnery: 'spinnery' },
    BAND_TEXTS: names,
    bandTexts: (of: (name: string) => unknown) => Object.fromEntries(names.map((name) => [name, of(name)])),
  };
});

type WithSpinnery = { spinnery: string };

function bench() {
  const db = emptyDatabase();
  db.exec("ALTER TABLE yarn ADD COLUMN spinnery TEXT NOT NULL DEFAULT ''");
  const { yarnId } = shelved(db, { spinnery: 'Skua Voe' } as object);
  return { db, yarnId, view: () => yarnView(db, yarnId)! };
}

test('what is typed into it is kept, shown, typed again as it was, and corrected', () => {
  const { db, yarnId, view } = bench();
  expect(view()).toMatchObject({ spinnery: 'Skua Voe' });
  const typed = bandValues(view()) as BandForm & WithSpinnery;
  expect(typed.spinnery).toBe('Skua Voe');
  expect(EMPTY_BAND).toMatchObject({ spinnery: '' });
  idOf(changeBand(db, yarnId, { ...typed, spinnery: ' Noup Head ' }, 'metric'));
  expect(view()).toMatchObject({ spinnery: 'Noup Head' });
  expect(errorsOf(changeBand(db, yarnId, { ...typed, spinnery: 'x'.repeat(5000) }, 'metric'))).toHaveProperty(
    'spinnery',
  );
});

test('the form asks for it, and the band shows it', () => {
  const { view } = bench();
  const Form = () => (
    <BandFields
      form={useForm({ draftKey: 'any', initial: () => EMPTY_BAND, save: () => Promise.reject(), saved: () => {} })}
    />
  );
  expect(textOf(<Form />)).toContain('Spinnery');
  expect(textOf(<BandSheet yarn={view()} pictures={[]} />)).toMatch(/Spinnery Skua Voe/);
});

test('lists and archives hold it, and merging fills it', () => {
  const { db, yarnId } = bench();
  expect([...csvOf(db, 'yarns')].join('')).toMatch(/Spinnery[^]*Skua Voe/);
  expect(exportArchive(db, '', NOW).tables.yarn[0]).toMatchObject({ spinnery: 'Skua Voe' });
  expect(Object.keys(BAND_FIELDS)).toContain('spinnery');
  const other = shelved(db, { line: 'Another', spinnery: '' } as object).yarnId;
  idOf(mergeYarns(db, yarnId, other, NOW));
  expect(yarnView(db, other)).toMatchObject({ spinnery: 'Skua Voe' });
});
