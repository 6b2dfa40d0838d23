import { createRequire } from 'node:module';

const swc = createRequire(import.meta.url)('@swc/jest');

/**
 * Names that numeric code asks for in its inner loops. A test file runs in a context of its own, where each use of a
 * global is an intercepted lookup (tens of nanoseconds); as constants of the module they cost nothing. They stand on
 * the first line, so that line numbers stay.
 */
const names = ['Math', 'Number', 'Infinity', 'NaN'];
const constants = names.map((name) => `const ${name} = globalThis.${name};`).join('');

/** TypeScript by swc, as native modules, with the globals of {@link names} as constants of each module. */
export default {
  createTransformer(options) {
    const transformer = swc.createTransformer(options);
    const withConstants = (source, file) => (/\.tsx?$/.test(file) ? constants + source : source);
    return {
      ...transformer,
      process: (source, file, rest) => transformer.process(withConstants(source, file), file, rest),
      ...(transformer.processAsync && {
        processAsync: (source, file, rest) => transformer.processAsync(withConstants(source, file), file, rest),
      }),
      getCacheKey: (source, file, rest) => transformer.getCacheKey(withConstants(source, file), file, rest),
    };
  },
};
