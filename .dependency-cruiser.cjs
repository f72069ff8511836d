/** Who may import whom. See docs/decisions.md and the README's map of the house. */
const stages = ['truck', 'load', 'air', 'lay', 'power', 'tune', 'build', 'prove', 'handover']
module.exports = {
  forbidden: [
    {
      name: 'core-stays-alone',
      severity: 'error',
      comment: 'core computes; it knows no interface, server or Node.js',
      from: { path: '^core/', pathNot: '\\.test\\.ts$' },
      to: { pathNot: '^core/|^node_modules/(yup|immer|papaparse|@types/papaparse)/' },
    },
    ...stages.map((stage) => ({
      name: `stage-${stage}-alone`,
      severity: 'error',
      from: { path: `^core/${stage}/`, pathNot: '\\.test\\.ts$' },
      to: { path: `^core/(${stages.filter((s) => s !== stage).join('|')})/` },
    })),
    {
      name: 'only-derive-knows-the-order',
      severity: 'error',
      from: { path: '^core/plan/', pathNot: '^core/plan/(derive|summary|newPlan)\\.ts$|\\.test\\.ts$' },
      to: { path: `^core/(${stages.join('|')})/` },
    },
    {
      name: 'no-cycles',
      severity: 'error',
      from: { path: '^core/' },
      to: { circular: true, viaOnly: { dependencyTypesNot: ['type-only'] } },
    },
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
