// What a style sheet is to a test: each class under its own name.
module.exports = new Proxy({}, { get: (_, name) => (name === '__esModule' ? false : name) });
