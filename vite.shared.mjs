// @ts-check
// What the build of pages and that of their workers have in common.

/** The file of a worker of pages, by its name: as long as nothing was changed it is the same. */
export const workerName = (/** @type {string} */ name) => `_astro/${name}.worker.${process.env.BUILD_ID ?? 'dev'}.js`;

/**
 * Marks the making of schemas as having no effect, so that pages, which parse nothing by them, do without schemas and what
 * makes them. Bundlers can't see that by themselves.
 * @returns {import('vite').Plugin}
 */
export const pureSchemas = () => ({
  name: 'pure-schemas',
  transform(code, id) {
    if (!id.includes('/src/core/') || !/from ["']zod["']/.test(code)) return undefined;
    // What a module declares at its top in terms of schemas is computed by a function of its own, without effect.
    const made = this.parse(code)
      .body.flatMap((one) => (one.type === 'ExportNamedDeclaration' && one.declaration ? one.declaration : one))
      .flatMap((one) => (one.type === 'VariableDeclaration' ? one.declarations : []))
      .flatMap(({ init }) =>
        /^(Call|Object)Expression$/.test(init?.type ?? '')
          ? [/** @type {[number, number]} */ ([init.start, init.end])]
          : [],
      )
      .filter(([from, to]) => /\bz\.|Schema\b/.test(code.slice(from, to)));
    let at = 0;
    const parts = made.map(([from, to]) => {
      const part = `${code.slice(at, from)}/*#__PURE__*/ (() => (${code.slice(from, to)}))()`;
      at = to;
      return part;
    });
    return { code: parts.join('') + code.slice(at), map: null };
  },
});

/** Tables of letters are for who sets words; pages that only read marks of theirs do without. */
export const TREESHAKE = {
  propertyReadSideEffects: false,
  moduleSideEffects: (id) =>
    !/bidi-js|@cto\.af|unicode-segmenter|fontkit|restructure|brotli|unicode-properties|unicode-trie|hyphen|harfbuzzjs|n3|saxes|chardet|papaparse|culori|src\/core\//.test(
      id,
    ),
};
