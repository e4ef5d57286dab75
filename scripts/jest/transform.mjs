import swc from '@swc/jest';

/**
 * Names that arithmetic looks up in its inner loops. Jest runs tests in a context whose globals are found by name each time they are read, some twenty
 * times slower than a constant of the module; so a module that reads one of these is given a constant for it. Not `Date`: tests put false clocks in its place.
 */
const NAMES = ['Math', 'Number', 'Object', 'Array', 'Map', 'Set', 'Float64Array', 'Uint16Array', 'Uint32Array', 'JSON', 'String'];

/** Constants for those that the code reads and does not declare itself. */
function constants(code) {
  const used = NAMES.filter(
    (name) =>
      new RegExp(`\\b${name}\\b`).test(code) &&
      !new RegExp(`(\\bas|\\b(?:const|let|var|class|function)|[{,])\\s+${name}\\b(?!\\s*[:(.])`).test(code),
  );
  return used.length > 0 ? `const { ${used.join(', ')} } = globalThis; ` : '';
}

/** SWC, with the globals of {@link NAMES} as constants of each module. */
export default {
  createTransformer(options) {
    const { canInstrument, getCacheKey, process, processAsync } = swc.createTransformer(options);
    const quickened = ({ code, ...rest }) => ({ ...rest, code: `${constants(code)}${code}` });
    return {
      canInstrument,
      getCacheKey: (...given) => `${getCacheKey(...given)}quick3`,
      process: (...given) => quickened(process(...given)),
      processAsync: async (...given) => quickened(await processAsync(...given)),
    };
  },
};
