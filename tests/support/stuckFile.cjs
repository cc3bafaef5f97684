const MOST_MINUTES = 30 * Number(process.env.TRIES ?? 1);

/**
 * Ends Jest where a file does not come to its end. Jest can stop a test that waits, and not one that goes round in a
 * circle: without this the whole run would hang, and say nothing.
 */
module.exports = class {
  underWay = new Map();

  onTestFileStart({ path }) {
    const giveUp = () => {
      console.error(`FAILED: ${path} has not come to its end in ${MOST_MINUTES} minutes.`);
      process.exit(1);
    };
    this.underWay.set(path, setTimeout(giveUp, MOST_MINUTES * 60_000));
  }

  onTestFileResult({ path }) {
    clearTimeout(this.underWay.get(path));
  }
};
