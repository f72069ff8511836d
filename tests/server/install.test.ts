import { spawnSync } from 'node:child_process'
import { cpSync, mkdirSync, mkdtempSync, readFileSync, rmSync, truncateSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'

/** The installer in a folder of its own, with a stand-in for npm and one package. */
const root = join(__dirname, '..', '..')
let folder: string
const inside = (...names: string[]) => join(folder, ...names)
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), 'np-install-'))
  cpSync(join(root, 'bin/lib'), inside('bin/lib'), { recursive: true })
  for (const name of ['tools', 'package', 'none']) mkdirSync(inside(name))
  writeFileSync(inside('package-lock.json'), '{}')
  writeFileSync(inside('package/index.js'), 'module.exports = 1\n')
  const npm = `#!/bin/sh\necho run >> "${inside('ran')}"\nrm -rf node_modules\nmkdir -p node_modules/one\ncp package/* node_modules/one/\n`
  writeFileSync(inside('tools/npm'), npm, { mode: 0o755 })
})
afterEach(() => rmSync(folder, { recursive: true, force: true }))

const node = (script: string, path: string) =>
  spawnSync(process.execPath, ['--input-type=module', '-e', script], {
    cwd: folder,
    encoding: 'utf8',
    env: { ...process.env, PATH: path },
  })
const install = () =>
  node(`import { install } from './bin/lib/install.mjs'; install()`, `${inside('tools')}:${process.env.PATH}`)
    .stderr
const runs = () => readFileSync(inside('ran'), 'utf8').split('\n').length - 1

test.each([
  ['a file is gone', () => rmSync(inside('node_modules/one/index.js'))],
  ['a file is cut', () => truncateSync(inside('node_modules/one/index.js'), 3)],
  ['a package is gone', () => rmSync(inside('node_modules/one'), { recursive: true })],
])('packages are damaged, %s: it is said, and they are installed anew', (_, damage) => {
  expect(install()).not.toContain('damaged')
  expect(install()).toBe('')
  expect(runs()).toBe(1)
  damage()
  expect(install()).toContain('The installed packages (node_modules) are damaged')
  expect(runs()).toBe(2)
  expect(install()).toBe('')
})

test('where the machine is left alone, what is missing is told and nothing is installed', () => {
  const script = `import { installNgspice, leaveMachineAlone } from './bin/lib/install.mjs'
    leaveMachineAlone()
    installNgspice()`
  writeFileSync(inside('tools/apt-get'), `#!/bin/sh\necho apt >> "${inside('ran')}"\n`, { mode: 0o755 })
  const { stderr, status } = node(script, inside('tools'))
  expect(stderr).toContain('This machine lacks ngspice')
  expect(status).toBe(1)
  expect(() => runs()).toThrow()
})
