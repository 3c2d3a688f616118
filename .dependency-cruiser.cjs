const TEST = '\\.(test|e2e)\\.ts$|/testing/|/testing\\.ts$'

/** Which way packages may look. Held by `npm run lint`. */
module.exports = {
  forbidden: [
    {
      name: 'no-circles',
      comment: 'What needs each other is one thing, or needs a third that both look at.',
      severity: 'error',
      from: {},
      to: { circular: true },
    },
    {
      name: 'core-is-pure',
      comment: 'The core computes; it reads no file, asks no server and knows no package of ours.',
      severity: 'error',
      from: { path: '^core/src', pathNot: TEST },
      to: {
        path: '^(?!core/)',
        pathNot: 'node_modules/(diff|luxon|markdown-it|snowball-stemmers|@types)/',
      },
    },
    {
      name: 'contracts-are-narrow',
      comment: 'What crosses the wire is told by types of the core, and checked by schemas.',
      severity: 'error',
      from: { path: '^contracts/src', pathNot: TEST },
      to: { path: '^(?!contracts/|core/)', pathNot: 'node_modules/(joi|@types)/' },
    },
    {
      name: 'schemas-apart',
      comment: 'Pages take types and limits from the contracts, not what checks them.',
      severity: 'error',
      from: { path: '^(contracts/src/[^/]+\\.ts|web/src|visitor/src)', pathNot: TEST },
      to: { path: '^contracts/src/schemas|node_modules/joi/' },
    },
    {
      name: 'server-stands-alone',
      comment: 'Demo, commands and measurements use the server; it knows none of them.',
      severity: 'error',
      from: { path: '^server/src', pathNot: TEST },
      to: { path: '^(demo|cli|scripts|bench|ask|train|fuzz|e2e|simulators|web|visitor)/' },
    },
    {
      name: 'modules-by-their-front-door',
      comment:
        'A module offers by its index.ts what others may use; the rest is its own. The file that a thread starts with loads no more than it needs.',
      severity: 'error',
      from: {
        path: '^server/src/(?:modules/([^/]+)/|live/|httpApp)',
        pathNot: `${TEST}|Thread\\.ts$`,
      },
      to: { path: '^server/src/modules/', pathNot: '^server/src/modules/($1/|[^/]+/index\\.ts$)' },
    },
    {
      name: 'own-tables',
      comment: 'Who owns a table is the only one to write it; others get views of it.',
      severity: 'error',
      from: { path: '^server/src/modules/([^/]+)/', pathNot: TEST },
      to: { path: '^server/src/modules/.*tables\\.ts$', pathNot: '^server/src/modules/$1/' },
    },
    {
      name: 'platform-below-modules',
      comment: 'What every module stands on knows none of them.',
      severity: 'error',
      from: { path: '^server/src/platform/', pathNot: TEST },
      to: { path: '^server/src/modules/' },
    },
    {
      name: 'pages-without-server',
      severity: 'error',
      from: { path: '^(web|visitor)/src', pathNot: TEST },
      to: { path: '^(server|demo|cli|scripts|bench)/' },
    },
    {
      name: 'nothing-from-tests',
      severity: 'error',
      from: { path: '^(core|contracts|server|web|visitor|cli|demo)/', pathNot: TEST },
      to: { path: TEST },
    },
  ],
  options: {
    doNotFollow: { path: 'node_modules' },
    exclude: { path: '(^|/)dist/' },
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.base.json' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'node', 'default', 'types'],
      extensions: ['.ts', '.mts', '.mjs', '.js', '.vue', '.d.ts', '.d.mts'],
    },
  },
}
