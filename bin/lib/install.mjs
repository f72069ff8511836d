// Installs what a fresh Debian 12 machine with Node.js 20 lacks. It can be run again and again.
import { execFileSync, spawnSync } from 'node:child_process'
import { existsSync, readFileSync, readdirSync, statSync, writeFileSync, mkdirSync } from 'node:fs'
import { createHash } from 'node:crypto'
import { join } from 'node:path'
import { root } from './bundle.mjs'
import { HEADLESS } from './chromium.mjs'

/**
 * Digest of every installed file's path and size. Folders whose name begins with a dot are left out, because
 * tools keep their own files there.
 */
function digestOfFiles(folder) {
  const hash = createHash('sha256')
  const walk = (path) => {
    for (const entry of readdirSync(path, { withFileTypes: true }).sort((a, b) =>
      a.name < b.name ? -1 : 1,
    )) {
      const at = join(path, entry.name)
      if (entry.isDirectory()) {
        if (!entry.name.startsWith('.')) walk(at)
      } else if (entry.isFile() && at !== join(folder, MARK))
        hash.update(`${at.slice(folder.length)} ${statSync(at).size}\n`)
    }
  }
  walk(folder)
  return hash.digest('hex')
}
const MARK = '.installed'

/**
 * Installs the locked npm packages; again only if the lock file changed, or if files of them are missing or
 * cut.
 */
export function install() {
  const lock = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .digest('hex')
  const folder = join(root, 'node_modules')
  const mark = join(folder, MARK)
  const [lockThen, filesThen] = existsSync(mark) ? readFileSync(mark, 'utf8').split('\n') : []
  if (lockThen === lock) {
    if (filesThen === digestOfFiles(folder)) return
    console.error('The installed packages (node_modules) are damaged: files of them are missing or changed.')
  }
  console.error('Installing packages …')
  execFileSync('npm', ['ci', '--ignore-scripts', '--no-audit', '--no-fund'], {
    cwd: root,
    stdio: ['ignore', 2, 2],
  })
  writeFileSync(mark, `${lock}\n${digestOfFiles(folder)}`)
}

/** Folder of PostgreSQL's programs, newest version installed, or null. */
export function postgresBin() {
  const base = '/usr/lib/postgresql'
  const versions = existsSync(base)
    ? readdirSync(base).filter((v) => existsSync(join(base, v, 'bin', 'initdb')))
    : []
  versions.sort((a, b) => Number(b) - Number(a))
  return versions.length ? join(base, versions[0], 'bin') : null
}

let machineIsLeft = false
/** From here on no package of the machine is installed or upgraded; a missing one is reported. */
export function leaveMachineAlone() {
  machineIsLeft = true
}

/**
 * Installs Debian packages with apt, as root or through sudo; prints a plain message if neither is possible.
 */
function aptInstall(packages) {
  const asRoot = process.getuid() === 0
  const prefix = asRoot ? [] : ['sudo', '-n']
  const mayNot = !asRoot && spawnSync('sudo', ['-n', 'true'], { stdio: 'ignore' }).status !== 0
  if (machineIsLeft || mayNot) {
    throw new Error(
      `This machine lacks ${packages.join(' and ')}. Ask someone who may: apt-get install ${packages.join(' ')}`,
    )
  }
  const run = (args) => {
    const [command, ...rest] = [...prefix, 'env', 'DEBIAN_FRONTEND=noninteractive', 'apt-get', ...args]
    execFileSync(command, rest, { stdio: ['ignore', 2, 2] })
  }
  console.error(`Installing ${packages.join(', ')} …`)
  // The machine's own cluster is not wanted: ours is in the project.
  if (packages.includes('postgresql') && asRoot && !existsSync('/etc/postgresql-common/createcluster.conf')) {
    mkdirSync('/etc/postgresql-common', { recursive: true })
    writeFileSync('/etc/postgresql-common/createcluster.conf', 'create_main_cluster = false\n')
  }
  run(['update'])
  run(['install', '-y', '--no-install-recommends', '-o', 'Dpkg::Options::=--force-confold', ...packages])
}

export function installPostgres() {
  if (!postgresBin()) aptInstall(['postgresql'])
  const bin = postgresBin()
  if (!bin) throw new Error('PostgreSQL is installed but its programs are not under /usr/lib/postgresql.')
  return bin
}

/** The circuit simulator against which tests check the wiring. */
export function installNgspice() {
  if (spawnSync('ngspice', ['--version'], { stdio: 'ignore' }).error) aptInstall(['ngspice'])
}

export function installChromium() {
  if (!existsSync(HEADLESS)) aptInstall(['chromium-headless-shell'])
}
