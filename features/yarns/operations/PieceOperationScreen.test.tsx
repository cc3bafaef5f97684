import { scales } from '../../../server/bench/bench';
import { operationFormPage } from '../../../server/yarn/operationFormPage';
import { consumePiece, treatPieces } from '../../../server/yarn/pieceOperations';
import { balanceOfYarn } from '../../../server/yarn/threadBalance';
import { aKey, emptyDatabase, consumeValues, idOf, NOW, shelved } from '../../../tests/support/serverTesting';
import { yarnView } from '../../../server/yarn/yarnViews';
import type { YarnForm } from '../../../server/yarn/yarns';
import { textOf } from '../../../tests/support/uiTesting';
import { AddsUp } from '../piece/AddsUp';
import type { PieceOperation } from './pieceOperations';
import { PieceOperationScreen } from './PieceOperationScreen';

function shown(values: Partial<YarnForm> = {}) {
  const db = emptyDatabase();
  const { yarnId, pieceIds } = shelved(db, values);
  const shownText = (first: PieceOperation | null = null, system: 'metric' | 'imperial' = 'metric') =>
    textOf(
      <PieceOperationScreen page={operationFormPage(db, pieceIds[0]!)!} scales={scales(db)} first={first} />,
      system,
    );
  return { db, yarnId, pieceIds, shownText };
}
const cakes = { form: 'cake', loop: '', count: '2', masses: ['112', '96'] } as const;

test('a hank is opened, not reeled; a single cake is joined with nothing', () => {
  const words = shown().shownText();
  expect(words).toContain('opened');
  expect(words).not.toContain('made a skein');
  expect(words).not.toContain('joined');
  expect(words).toContain('Wind it');
});

test('a cake among others is reeled or joined, and wound again', () => {
  const words = shown({ ...cakes, masses: [...cakes.masses] }).shownText();
  for (const part of ['made a skein', 'joined', 'Wind it again', 'Ply it']) expect(words).toContain(part);
  expect(words).not.toContain('opened');
});

test('what is dyed is told how to be careful', () => {
  expect(shown().shownText('dye')).toMatch(/Gloves, fresh air, and pots that are never used for food/);
  expect(shown({ fibres: '100 % acrylic' }).shownText('dye')).toContain('No acrylic or polyester in a hot dye bath');
  expect(shown().shownText('wash')).toContain('Untreated wool felts');
});

test('what is wet can only become dry', () => {
  const { db, pieceIds, shownText } = shown();
  idOf(treatPieces(db, { requestKey: aKey(), kind: 'wash', pieceIds, note: '' }, NOW));
  const words = shownText();
  expect(words).toContain('dry again');
  expect(words).toContain('before: 112 g; empty: weighed later');
  expect(words).not.toContain('It goes into the water');
});

test('what is used up is not there any more', () => {
  const { db, pieceIds, shownText } = shown();
  idOf(consumePiece(db, pieceIds[0]!, consumeValues(), 'metric', NOW));
  expect(shownText()).toContain('It is no longer there: see what became of it');
});

test('in ounces and yards, so are its hints', () => {
  expect(shown({ ...cakes, masses: [...cakes.masses] }).shownText('reel', 'imperial')).toContain('57 in');
});

test('where every gram went is said, with what are unexplained', () => {
  const { db, yarnId, pieceIds } = shown({ ...cakes, masses: [...cakes.masses] });
  idOf(consumePiece(db, pieceIds[0]!, consumeValues({ howMuch: 'left', mass: '80' }), 'metric', NOW));
  const shownText = () => textOf(<AddsUp balance={balanceOfYarn(db, yarnView(db, yarnId)!)} />);
  expect(shownText()).toMatch(/208 g came in\. 176 g are still there\. 32 g used Nothing is unexplained\./);
  idOf(consumePiece(db, pieceIds[1]!, consumeValues({ why: 'lost' }), 'metric', NOW));
  expect(shownText()).toContain('96 g written off');
});
