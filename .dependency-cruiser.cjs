/** Who may import whom. The map of the house is docs/architecture.md. */
const stages = ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']
const source = (path) => ({ path, pathNot: '\\.test\\.ts$' })
const packages = ['yup', 'immer', 'papaparse', '@types/papaparse', '@stdlib/stats-base-dists-t-quantile']

module.exports = {
  forbidden: [
    {
      name: 'core-stays-alone',
      comment: 'core computes; it knows no interface, server or Node.js',
      severity: 'error',
      from: source('^core/'),
      to: { pathNot: `^core/|^node_modules/(${packages.join('|')})/` },
    },
    ...stages.map((stage) => ({
      name: `stage-${stage}-alone`,
      comment: 'a stage takes the outputs of earlier ones as arguments',
      severity: 'error',
      from: source(`^core/${stage}/`),
      to: { path: '^core/', pathNot: `^core/(${stage}|quantity|catalog)/|^core/document/types\\.ts$` },
    })),
    {
      name: 'ground-floor',
      comment: 'quantities and the catalogue know no room above them',
      severity: 'error',
      from: source('^core/(quantity|catalog)/'),
      to: { path: '^core/', pathNot: '^core/(quantity|catalog)/|^core/document/types\\.ts$' },
    },
    {
      name: 'document-knows-no-stage',
      severity: 'error',
      from: source('^core/document/'),
      to: { path: `^core/(${stages.join('|')}|derive|demo|calculators)/` },
    },
    {
      name: 'only-derive-knows-the-order',
      severity: 'error',
      from: source('^core/(?!derive/|demo/)'),
      to: { path: '^core/(derive|demo)/' },
    },
    {
      name: 'air-from-the-ground-up',
      comment: 'equations and dynamics know no plan; the circuit knows no run',
      severity: 'error',
      from: source('^core/air/(equations|dynamics)/'),
      to: { path: '^core/air/(parts|circuit|run|rules)/' },
    },
    {
      name: 'circuit-knows-no-run',
      severity: 'error',
      from: source('^core/air/(parts|circuit)/'),
      to: { path: '^core/air/(run|rules|dynamics)/' },
    },
    { name: 'no-circles', severity: 'error', from: {}, to: { circular: true } },
    { name: 'app-not-server', severity: 'error', from: { path: '^app/' }, to: { path: '^server/' } },
    { name: 'server-not-app', severity: 'error', from: { path: '^server/' }, to: { path: '^app/' } },
  ],
  options: {
    tsPreCompilationDeps: true,
    tsConfig: { fileName: 'tsconfig.core.json' },
    doNotFollow: { path: 'node_modules' },
    enhancedResolveOptions: {
      exportsFields: ['exports'],
      conditionNames: ['import', 'require', 'node', 'default'],
    },
  },
}
