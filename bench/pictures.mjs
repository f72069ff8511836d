// How long the picture of a step takes: node bench/pictures.mjs. The slowest at most 30 ms.
import { execFileSync } from 'node:child_process'
import { bundle } from '../bin/lib/bundle.mjs'

const MOST = 30
const script = await bundle('bench/pictures.ts', 'bench-pictures', ['core', 'bench'])
const times = JSON.parse(execFileSync(process.execPath, [script], { encoding: 'utf8' }))
const sorted = times.sort((a, b) => a - b)
const [middle, slowest] = [sorted[Math.floor(sorted.length / 2)], sorted.at(-1)]
console.log(
  `${sorted.length} pictures: ${middle.toFixed(1)} ms in the middle, ${slowest.toFixed(1)} ms at most.`,
)
process.exitCode = slowest > MOST ? 1 : 0
