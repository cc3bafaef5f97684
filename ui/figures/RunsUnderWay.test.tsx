import type { RunUnderWay } from '../../core/logbook/runUnderWay';
import { textOf } from '../../tests/support/uiTesting';
import { RunsUnderWay } from './RunsUnderWay';

const ball: RunUnderWay = {
  id: 1,
  kind: 'wind',
  stage: 'wind',
  yarnName: 'Causeway, Low tide',
  colourHex: '#47734a',
  pieceLabel: 'Hank 1',
  massG: 40,
  part: 0,
  parts: 1,
  counted: 12,
  toCount: 99,
  stopped: null,
  label: 'Ball 1',
  tool: { onto: 'thumb', name: 'Over the thumb' },
};
const shown = (more: object) => textOf(<RunsUnderWay runs={[{ ...ball, ...more }]} />);

test('a winding is told by what it is wound onto and what is counted', () => {
  expect(shown({})).toBe('Causeway, Low tide Hank 1, 40 g, ball 1, by hand: over the thumb 12 of 99 wraps Go on');
  expect(shown({ label: 'Cake 1', tool: { onto: 'winder', name: 'Small winder' } })).toContain(
    'cake 1, on the small winder 12 of 99 turns',
  );
});

test('what nobody counts stands at no count', () => expect(shown({ counted: null })).toContain('not counted Go on'));
