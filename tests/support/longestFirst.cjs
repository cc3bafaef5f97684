const Sequencer = require('@jest/test-sequencer').default;

/** Files that take minutes, so that none of them is begun when all others are done. */
const LONGEST = [
  'minis.browser',
  'listening.browser',
  'yarns.browser',
  'devices.browser',
  'yarnScreens.browser',
  'counting/ear',
];

const rank = ({ path }) =>
  (LONGEST.findIndex((name) => path.includes(name)) + LONGEST.length + 1) % (LONGEST.length + 1);

/** Begins with the longest files; of a fresh checkout Jest knows only how large each is. */
module.exports = class extends Sequencer {
  sort(tests) {
    return super.sort(tests).sort((one, other) => rank(one) - rank(other));
  }
};
