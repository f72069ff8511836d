// Times the core of this checkout against that of an earlier revision, in turns, on the same machine in the
// same minutes, and prints both times and the ratio: node bench/pair.mjs REVISION [rounds]. Each times the demo
// of its own revision, so a larger demo counts in the ratio.
import { execFileSync, spawnSync } from 'node:child_process'
import { copyFileSync, mkdtempSync, readFileSync, rmSync, symlinkSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { bundleOf, root } from '../bin/lib/bundle.mjs'
import { install, leaveMachineAlone } from '../bin/lib/install.mjs'

const [revision, given] = process.argv.slice(2)
const rounds = Number(given ?? 5)
if (!revision || !Number.isInteger(rounds) || rounds < 1) {
  console.error('Usage: node bench/pair.mjs REVISION [rounds], for example node bench/pair.mjs HEAD~20 5.')
  process.exit(2)
}
const git = (...args) => execFileSync('git', args, { cwd: root, encoding: 'utf8' }).trim()
if (spawnSync('git', ['rev-parse', '--verify', '--quiet', `${revision}^{commit}`], { cwd: root }).status) {
  console.error(`No revision ${revision}. Type one that git log shows.`)
  process.exit(2)
}
leaveMachineAlone()
install()
const folder = mkdtempSync(join(tmpdir(), 'pair-'))
const before = join(folder, 'before')
try {
  git('worktree', 'add', '--quiet', '--detach', before, revision)
  symlinkSync(join(root, 'node_modules'), join(before, 'node_modules'))
  // Both sides make the same edits, because the earlier revision may not have this file.
  copyFileSync(join(root, 'bench', 'edits.ts'), join(before, 'bench', 'edits.ts'))
  const sides = [before, root].map((checkout) => ({
    checkout,
    bundle: join(checkout, '.build', 'pair.mjs'),
    edits: join(checkout, '.build', 'pairEdits.mjs'),
  }))
  for (const { checkout, bundle, edits } of sides) {
    const external = ['pg', 'drizzle-orm', 'drizzle-orm/*']
    await bundleOf(checkout, 'bench/core.ts', bundle, external)
    await bundleOf(checkout, 'bench/edits.ts', edits, external)
  }
  const timesOf = ({ checkout, bundle, edits }) => {
    const [plan, times] = [join(folder, 'plan.json'), join(folder, 'edits.json')]
    const run = (...args) =>
      execFileSync(process.execPath, args, {
        cwd: checkout,
        encoding: 'utf8',
        env: { ...process.env, NODE_ENV: 'production' },
      })
    const warm = JSON.parse(run(bundle, plan))
    const cold = JSON.parse(run(bundle, 'cold', plan))
    run('--expose-gc', edits, times)
    const worst = JSON.parse(readFileSync(times, 'utf8'))
    return { ...warm, 'first read': cold.read, 'first derive': cold.derive, ...worst }
  }
  const pairs = []
  for (let i = 0; i < rounds; i++) {
    // They take turns to be first, so that a machine that slows down favours neither.
    const order = i % 2 ? [...sides].reverse() : sides
    const times = order.map(timesOf)
    pairs.push(i % 2 ? times.reverse() : times)
  }
  const median = (values) => values.sort((a, b) => a - b)[Math.floor(values.length / 2)]
  const isFigure = (name) => pairs.every((pair) => pair.every((times) => Number.isFinite(times[name])))
  const row = (name) => ({
    figure: name,
    before: Number(median(pairs.map(([was]) => was[name])).toPrecision(4)),
    now: Number(median(pairs.map(([, is]) => is[name])).toPrecision(4)),
    'now / before': Number(median(pairs.map(([was, is]) => is[name] / was[name])).toPrecision(3)),
  })
  console.log(`${git('log', '-1', '--format=%h %s', revision)}, against this checkout, ${rounds} rounds`)
  console.table(Object.keys(pairs[0][1]).filter(isFigure).map(row))
} finally {
  spawnSync('git', ['worktree', 'remove', '--force', before], { cwd: root })
  rmSync(folder, { recursive: true, force: true })
}
