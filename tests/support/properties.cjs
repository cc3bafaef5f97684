/**
 * fast-check as the tests use it. A property that fails is reported as it failed, with its seed and path, and not made
 * smaller: two numbers that hang together are made smaller by the last digit of each, for hours, and a test in such a
 * loop cannot be stopped by Jest. Whoever mends it sets SHRINK=1 and puts the seed into the property.
 */
const fc = require('../../node_modules/fast-check/lib/cjs/fast-check');

fc.configureGlobal({ endOnFailure: !process.env.SHRINK, numRuns: 100 * Number(process.env.TRIES ?? 1) });
module.exports = fc;
