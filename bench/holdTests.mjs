// How often a hold test that is read after every reading calls one at the allowed loss leaking, or one at twice
// it tight: node bench/holdTests.mjs [trials]. Each at most 2.5 in 100.
import { execFileSync } from 'node:child_process'
import { bundle } from '../bin/lib/bundle.mjs'

const MOST = 0.025
const script = await bundle('bench/holdTests.ts', 'bench-holds', ['core', 'bench'])
const rows = JSON.parse(
  execFileSync(process.execPath, [script, ...process.argv.slice(2)], { encoding: 'utf8' }),
)
const percent = (share) => `${(share * 100).toFixed(1)} %`
console.table(
  rows.map((r) => ({
    case: r.case,
    'gauge step, psi': r.step,
    'false leaking': percent(r.falseLeaking),
    'false tight': percent(r.falseTight),
    'sound told tight by 3, 10, 30, 60': r.tightBy.map(percent).join(', '),
    'twice told leaking by 3, 10, 30, 60': r.leakingBy.map(percent).join(', '),
  })),
)
const worst = (key) => Math.max(...rows.map((r) => r[key]))
console.log(
  `At worst ${percent(worst('falseLeaking'))} false leaking, ${percent(worst('falseTight'))} false tight.`,
)
process.exitCode = Math.max(worst('falseLeaking'), worst('falseTight')) > MOST ? 1 : 0
