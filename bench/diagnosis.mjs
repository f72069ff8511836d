// How often the true fault is named first, and among the first three, on every circuit, with errors of gauge
// and meter: node bench/diagnosis.mjs [circuit]. First in 80 of 100, among three in 95.
import { execFileSync } from 'node:child_process'
import { bundle } from '../bin/lib/bundle.mjs'

const LEAST = { first: 0.8, firstThree: 0.95 }
const script = await bundle('bench/diagnosis.ts', 'bench-diagnosis', ['core', 'bench'])
const text = execFileSync(process.execPath, [script, ...process.argv.slice(2)], { encoding: 'utf8' })
const rows = text
  .trim()
  .split('\n')
  .map((line) => JSON.parse(line))
console.table(
  rows.map(({ missed, ...row }) => ({
    ...row,
    'beyond three': missed.join('; '),
  })),
)
process.exitCode = rows.some((r) => r.first < LEAST.first || r.firstThree < LEAST.firstThree) ? 1 : 0
