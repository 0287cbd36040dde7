const { createTransformer } = require('@swc/jest')

/**
 * The test runner keeps each file in a context of its own, where every use of a global is looked up anew and arithmetic is several times
 * slower. What the computing core uses of the language is taken out of the context once, on the file's first line.
 */
const GLOBALS =
  'const { Math, Number, Array, Object, Map, Set, JSON, Infinity, NaN, Float64Array } = globalThis;'

module.exports = {
  createTransformer(options) {
    const swc = createTransformer(options)
    return {
      ...swc,
      process: (source, file, given) => swc.process(GLOBALS + source, file, given),
      processAsync: (source, file, given) => swc.processAsync(GLOBALS + source, file, given),
      getCacheKey: (source, ...rest) => swc.getCacheKey(GLOBALS + source, ...rest),
    }
  },
}
