import { objectToNothing } from './support/screens';

jest.setTimeout(600_000);

/** The same pages in other colours: only what looks at colours can find something else. */
objectToNothing('dark', { type: 'rule', values: ['color-contrast', 'link-in-text-block'] });
