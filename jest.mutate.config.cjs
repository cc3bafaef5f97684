/** The unit tests alone, as `npm run mutate` runs them for each change that it makes. */
const { projects, testTimeout } = require('./jest.config.cjs');

module.exports = { ...projects.find(({ displayName }) => displayName === 'unit'), testTimeout };
