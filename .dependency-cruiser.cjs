/** The houses and the one direction of their imports; see docs/architecture.md. */
const outside = (from, allowed) => ({
  name: `${from}-imports`,
  severity: 'error',
  comment: `src/${from} may import only ${allowed.join(', ') || 'itself'}`,
  from: { path: `^src/${from}/`, pathNot: '\\.test\\.ts$' },
  to: { path: '^src/', pathNot: `^src/(${[from, ...allowed].join('|')})/` },
});
module.exports = {
  forbidden: [
    {
      name: 'no-cycles',
      severity: 'error',
      from: { path: '^src' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
    outside('core', []),
    outside('render', ['core']),
    outside('air', ['core']),
    outside('workers', ['render', 'core', 'standins']),
    outside('server', ['air', 'core', 'standins']),
    outside('out', ['air', 'render', 'core', 'standins']),
    outside('standins', ['air', 'render', 'core']),
    outside('app', ['air', 'render', 'core', 'workers', 'standins']),
    {
      name: 'core-is-pure',
      severity: 'error',
      from: { path: '^src/core/', pathNot: '\\.test\\.ts$' },
      to: {
        dependencyTypes: ['npm', 'core', 'npm-dev'],
        pathNot:
          'node_modules/(@types/)?(zod|immer|fflate|papaparse|svgpath|fast-xml-parser|culori|@e965|jschardet|entities|lossless-json|xpath|numfmt|jsonata|slimdom|fontoxpath|feedsmith|simple-statistics|date-fns|@date-fns|d3-[a-z]+|topojson-(client|server|simplify|specification)|polylabel|shpjs)/',
      },
    },
    {
      name: 'through-the-door',
      severity: 'error',
      comment: "A folder's index.ts is its only door",
      from: { path: '^src/(?!core/)' },
      to: { path: '^src/core/[^/]+/(?!index\\.ts$)' },
    },
    {
      name: 'core-through-the-door',
      severity: 'error',
      // What tests are played on may look behind the doors, as tests may.
      from: { path: '^src/core/([^/]+)/', pathNot: '(\\.test|/gallery)\\.ts$' },
      to: { path: '^src/core/[^/]+/(?!index\\.ts$)', pathNot: '^src/core/$1/' },
    },
    {
      name: 'render-and-air-through-the-door',
      severity: 'error',
      from: { path: '^src/(app|out|server)/' },
      to: { path: '^src/(render|air|standins)/(?!(index|font-faces)\\.ts$)' },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.json' },
    enhancedResolveOptions: { extensions: ['.ts', '.tsx', '.js'] },
  },
};
