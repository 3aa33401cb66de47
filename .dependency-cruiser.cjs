/** Which room may use which: see "Architecture" in the README. */
module.exports = {
  forbidden: [
    {
      name: 'core-is-pure',
      comment: 'The computation runs in a worker, on the server and in tests alike: no platform, no interface.',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { pathNot: ['^src/core', 'node_modules/(zod|fast-deep-equal|fractional-indexing|papaparse|htmlparser2|saxes|write-excel-file|fflate|svgpath|culori|fontkit|polylabel|chardet|mammoth|n3|tinyqueue|polygon-clipping|hyphen|robust-predicates|splaytree|harfbuzzjs|bidi-js|unicode-segmenter|@cto\\.af/linebreak|@types/)'] },
    },
    {
      name: 'core-no-node',
      severity: 'error',
      from: { path: '^src/core', pathNot: '\\.test\\.ts$' },
      to: { dependencyTypes: ['core'] },
    },
    {
      name: 'kinds-behind-their-index',
      comment: 'Only the index of kinds and the kind itself know a kind by name.',
      severity: 'error',
      from: { pathNot: '(^src/core/kinds|\\.test\\.ts$)' },
      to: { path: '^src/core/kinds/', pathNot: '^src/core/kinds/index\\.ts$' },
    },
    {
      name: 'ui-not-server',
      severity: 'error',
      from: { path: '^src/(ui|workers)' },
      to: { path: '^src/server', dependencyTypesNot: ['type-only'] },
    },
    {
      name: 'server-not-ui',
      severity: 'error',
      from: { path: '^src/server' },
      to: { path: '^src/(ui|pages|workers)' },
    },
    { name: 'no-circular', severity: 'error', from: {}, to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } } },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { exportsFields: ['exports'], conditionNames: ['import', 'types', 'default'] },
  },
};
