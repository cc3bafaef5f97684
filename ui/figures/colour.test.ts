import { strandColour } from './colour';

test('strands are darker than a light yarn and lighter than a dark one', () => {
  expect(strandColour('#d3bd93')).toContain('black');
  expect(strandColour('#33291f')).toContain('white');
  expect(strandColour('#ffffff')).toContain('black');
  expect(strandColour('#000000')).toContain('white');
});
