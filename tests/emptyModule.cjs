module.exports = new Proxy({}, { get: (_, name) => String(name) });
