/** Stands for a style sheet: every class has its own name. */
module.exports = new Proxy({}, { get: (_, name) => (name === '__esModule' ? false : String(name)) });
