/** Who may import whom. The map of the house is docs/architecture.md. */
const stages = ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']
/** Rooms above the stages, lowest first. */
const ABOVE_STAGES = ['derive', 'whatIf', 'jobs', 'devices', 'papers', 'demo']
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
      to: { path: '^core/', pathNot: `^core/(${stage}|quantity|catalog)/|^core/document/types` },
    })),
    {
      name: 'ground-floor',
      comment: 'quantities and the catalogue know no room above them',
      severity: 'error',
      from: source('^core/(quantity|catalog)/'),
      to: { path: '^core/', pathNot: '^core/(quantity|catalog)/|^core/document/types' },
    },
    {
      name: 'document-knows-no-stage',
      severity: 'error',
      from: source('^core/document/'),
      to: { path: `^core/(${[...stages, ...ABOVE_STAGES].join('|')})/` },
    },
    {
      name: 'types-of-the-plan-lie-lowest',
      comment: 'stages and the catalogue use them',
      severity: 'error',
      from: source('^core/document/types'),
      to: { path: '^core/', pathNot: '^core/(quantity|document/types)' },
    },
    {
      name: 'document-reads-no-catalogue',
      comment: 'except that an older plan is filled in from the example of its kind of truck',
      severity: 'error',
      from: { path: '^core/document/', pathNot: '\\.test\\.ts$|/upgrade\\.ts$' },
      to: { path: '^core/catalog/' },
    },
    ...ABOVE_STAGES.map((room, i) => ({
      name: `${room}-uses-nothing-above`,
      comment: 'derive knows the order of the stages; each room after it may use those before it',
      severity: 'error',
      from: source(`^core/${room}/`),
      to: { path: `^core/(${[...ABOVE_STAGES.slice(i + 1), 'calculators'].join('|')})/` },
    })),
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
