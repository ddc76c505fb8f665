const { createHash } = require('node:crypto');
const next = require('next/dist/build/swc/jest-transformer.js');

// Tests run in a context of their own, where each use of a global is a call that nothing can inline: sums over long arrays
// take three times as long as in the program. Each file takes what never changes once, into constants of its own.
const STILL = [
  'Array',
  'ArrayBuffer',
  'Boolean',
  'Float32Array',
  'Float64Array',
  'Infinity',
  'Int16Array',
  'Int32Array',
  'Map',
  'Math',
  'NaN',
  'Number',
  'Object',
  'Set',
  'String',
  'Uint16Array',
  'Uint32Array',
  'Uint8Array',
];

/** The program of a file with its globals first, all on the line that is there; a name that the file gives to something else is left. */
function withGlobals(code) {
  const taken = (name) => new RegExp(`\\b(?:const|let|var|class|function)\\s+${name}\\b`).test(code);
  const names = STILL.filter((name) => new RegExp(`\\b${name}\\b`).test(code) && !taken(name));
  if (names.length === 0) return code;
  return `"use strict";const {${names.join(',')}} = globalThis;${code}`;
}

module.exports = {
  createTransformer(options) {
    const { process } = next.createTransformer(options);
    return {
      process(...args) {
        const made = process(...args);
        return typeof made === 'string' ? withGlobals(made) : { ...made, code: withGlobals(made.code) };
      },
      getCacheKey: (source, path) =>
        createHash('sha256')
          .update(withGlobals.toString())
          .update(JSON.stringify(options))
          .update(path)
          .update(source)
          .digest('hex'),
    };
  },
};
