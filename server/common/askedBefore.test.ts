import { markedKey } from '../../core/common/request';
import { rowByRequest } from '../../db/common/requests';
import { knittingValues, rowsWeighed } from '../../tests/support/knittingForms';
import { emptyDatabase, errorsOf, everything, idOf, NOW, shelved, yarnValues } from '../../tests/support/serverTesting';
import { saveTask } from '../days/tasks';
import { saveBath } from '../dyeing/baths';
import { beginKnitting } from '../projects/knittingForms';
import { saveProject } from '../projects/projects';
import { treatPieces } from '../yarn/pieceOperations';
import { addMore, addYarn } from '../yarn/yarns';
import type { SaveResult } from './result';

type Db = ReturnType<typeof emptyDatabase>;

/** Each form as it is sent, and a field in it that may be changed before it is sent again. */
const FORMS: Record<
  string,
  [values: object, change: object, save: (db: Db, form: object, pieceId: number) => SaveResult]
> = {
  'a yarn': [yarnValues(), { line: 'Squall' }, (db, form) => addYarn(db, form, 'metric', NOW)],
  'more of a yarn': [
    { form: 'hank', loop: '162 cm', masses: ['112'], count: '1', tare: '', humidity: '', scaleResolutionG: 1 },
    { count: '2' },
    (db, form) => addMore(db, 1, form, 'metric', NOW),
  ],
  'a task': [
    {
      kind: 'other',
      title: 'Oil the winder',
      pieceId: null,
      projectId: null,
      minutes: '10',
      dueOn: '',
      plannedOn: '',
      after: [],
    },
    { minutes: '20' },
    (db, form) => saveTask(db, null, form, NOW),
  ],
  'a project': [
    {
      name: 'Harbour scarf',
      notes: '',
      dueOn: '',
      castOn: '',
      margin: '10',
      spare: '0',
      needs: [{ colour: '', amount: '300 m', done: '', yarnIds: [] }],
    },
    { name: 'Harbour shawl' },
    (db, form) => saveProject(db, null, form, 'metric', NOW),
  ],
  'a knitting': [
    { ...knittingValues(), ...rowsWeighed('0', '100') },
    { mass: '101' },
    (db, form, pieceId) => beginKnitting(db, pieceId, form, 'metric', NOW),
  ],
  'a bath': [
    {
      name: 'Kelp',
      fibre: '112 g',
      pieceIds: [],
      operationId: null,
      ingredients: [{ kind: 'dye', name: 'moss', amount: '1.5', stock: '1' }],
      water: '30',
      heat: '85',
      time: '45',
      pot: '',
      note: '',
    },
    { fibre: '100 g' },
    (db, form) => saveBath(db, null, form, 'metric', NOW),
  ],
  'a washing': [
    { kind: 'wash', note: '' },
    { kind: 'dye' },
    (db, form, pieceId) => treatPieces(db, { ...form, pieceIds: [pieceId] }, NOW),
  ],
};

test.each(Object.entries(FORMS))(
  '%s: the same sent again is done once; with something else in it, it is refused, until it has a key of its own',
  (_, [values, change, save]) => {
    const db = emptyDatabase();
    const pieceId = shelved(db).pieceIds[0]!;
    const send = (key: string, form: object) => save(db, { ...form, requestKey: markedKey(key, form) }, pieceId);
    const first = idOf(send('key-of-this-form', values));
    const before = everything(db);
    expect(idOf(send('key-of-this-form', values))).toBe(first);
    expect(errorsOf(send('key-of-this-form', { ...values, ...change }))).toEqual({
      requestKey: expect.stringMatching(/kept the first time/) as string,
    });
    expect(everything(db)).toBe(before);
    expect(send('another-key', { ...values, ...change })).not.toHaveProperty('errors.requestKey');
  },
);

test('a key without a mark, from before there were any, is the same whatever was asked', () => {
  const db = emptyDatabase();
  const pieceId = shelved(db).pieceIds[0]!;
  const wash = (requestKey: string) =>
    treatPieces(db, { requestKey, kind: 'wash', pieceIds: [pieceId], note: '' }, NOW);
  const first = idOf(wash('bare-key-1'));
  expect(idOf(wash(markedKey('bare-key-1', { kind: 'wash' })))).toBe(first);
  // A key that only begins alike is another.
  expect(rowByRequest(db, 'operation', 'bare-key-12')).toBeUndefined();
  expect(rowByRequest(db, 'operation', 'bare-key')).toBeUndefined();
});
