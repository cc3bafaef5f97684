import { objectToNothing } from './support/screens';

jest.setTimeout(600_000);

/** Sound for all who use it. */
objectToNothing('light', {
  type: 'tag',
  values: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
});
