/** The unit tests, or those that `npm run mutate` names, as it runs them for each change that it makes. */
const { projects, testTimeout } = require('./jest.config.cjs');

const unit = projects.find(({ displayName }) => displayName === 'unit');

module.exports = {
  ...unit,
  testMatch: process.env.MUTATE_TESTS?.split('\n') ?? unit.testMatch,
  // It works in a copy, in the folder that the tests otherwise leave alone.
  testPathIgnorePatterns: ['/node_modules/'],
  modulePathIgnorePatterns: [],
  testTimeout,
};
