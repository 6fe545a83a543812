// @swc/jest, but what a module exports are plain properties. It makes them getters, so that an
// export may change later; no module here changes one (and no circle of imports needs it), and a call
// from module to module through a getter costs the arithmetic of the long tests a fifth of their time.
import swc from '@swc/jest';

const PLAIN =
  '\n;if (exports.__esModule) module.exports = Object.assign({ __esModule: true }, exports);';

export default {
  createTransformer(options) {
    const made = swc.createTransformer(options);
    return {
      ...made,
      process(source, path, how) {
        const { code, ...rest } = made.process(source, path, how);
        return { ...rest, code: code + PLAIN };
      },
      getCacheKey: (...of) => `${made.getCacheKey(...of)}-plain`,
    };
  },
};
