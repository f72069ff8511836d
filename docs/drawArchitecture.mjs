// Draws docs/architecture.svg from the imports as they are: node docs/drawArchitecture.mjs
import { execFileSync } from 'node:child_process'
import { writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { fileURLToPath } from 'node:url'
import ELK from 'elkjs'

const here = dirname(fileURLToPath(import.meta.url))
const root = join(here, '..')
const cruised = execFileSync(
  join(root, 'node_modules/.bin/depcruise'),
  ['core', 'app', 'server', 'bin/lib', '--config', '.dependency-cruiser.cjs', '--output-type', 'json'],
  { cwd: root, maxBuffer: 1 << 28 },
)
const { modules } = JSON.parse(cruised)

/** The room of a file: rooms of the core, those of Air each, and the parts of app, server and command. */
function roomOf(file) {
  if (/node_modules|\.test\.ts$/.test(file)) return null
  const parts = file.split('/')
  if (parts[0] === 'core')
    return parts[1] === 'air' && parts.length > 3 ? `core/air/${parts[2]}` : `core/${parts[1]}`
  if (parts[0] === 'app') return parts.length > 2 ? `app/${parts[1]}` : null
  if (parts[0] === 'server') return 'server'
  return parts[0] === 'bin' ? 'bin/np' : null
}

const rooms = new Map()
const uses = new Map()
for (const { source, dependencies } of modules) {
  const from = roomOf(source)
  if (!from) continue
  rooms.set(from, (rooms.get(from) ?? 0) + 1)
  for (const { resolved } of dependencies) {
    const to = roomOf(resolved)
    if (!to || to === from) continue
    // Everybody uses quantities, the catalogue and the plan's types; drawn, they would hide the rest.
    if (['core/quantity', 'core/catalog'].includes(to)) continue
    if (to === 'core/document' && from.startsWith('core/')) continue
    // Air's own types and settings are for all its rooms.
    if (to === 'core/air' && from.startsWith('core/air/')) continue
    uses.set(`${from} > ${to}`, (uses.get(`${from} > ${to}`) ?? 0) + 1)
  }
}

const WIDTH = 150
const HEIGHT = 40
const laid = await new ELK().layout({
  id: 'house',
  layoutOptions: {
    'elk.algorithm': 'layered',
    'elk.direction': 'DOWN',
    'elk.edgeRouting': 'POLYLINE',
    'elk.spacing.nodeNode': '24',
    'elk.layered.spacing.nodeNodeBetweenLayers': '48',
    'elk.layered.considerModelOrder.strategy': 'NODES_AND_EDGES',
  },
  children: [...rooms.keys()].sort().map((id) => ({ id, width: WIDTH, height: HEIGHT })),
  edges: [...uses.keys()].sort().map((id) => {
    const [from, to] = id.split(' > ')
    return { id, sources: [from], targets: [to] }
  }),
})

const FILL = { app: '#dbe5e2', server: '#efe3cf', bin: '#efe3cf', core: '#f8f5ee' }
const lines = laid.edges.map(({ id, sections: [s] }) => {
  const points = [s.startPoint, ...(s.bendPoints ?? []), s.endPoint].map((p) => `${p.x},${p.y}`).join(' ')
  return `<polyline points="${points}" fill="none" stroke="#8b857a" stroke-width="${Math.min(1 + uses.get(id) / 12, 4).toFixed(1)}" marker-end="url(#tip)"/>`
})
const boxes = laid.children.map(({ id, x, y }) => {
  const fill = FILL[id.split('/')[0]]
  return [
    `<rect x="${x}" y="${y}" width="${WIDTH}" height="${HEIGHT}" rx="5" fill="${fill}" stroke="#0e5a5e"/>`,
    `<text x="${x + WIDTH / 2}" y="${y + 18}" text-anchor="middle" font-weight="600">${id}</text>`,
    `<text x="${x + WIDTH / 2}" y="${y + 32}" text-anchor="middle" font-size="10">${rooms.get(id)} files</text>`,
  ].join('\n')
})
const svg = [
  `<svg xmlns="http://www.w3.org/2000/svg" viewBox="-10 -10 ${laid.width + 20} ${laid.height + 20}" font-family="sans-serif" font-size="12">`,
  '<defs><marker id="tip" viewBox="0 0 8 8" refX="7" refY="4" markerWidth="7" markerHeight="7" markerUnits="userSpaceOnUse" orient="auto"><path d="M0 0L8 4L0 8z" fill="#8b857a"/></marker></defs>',
  `<rect x="-10" y="-10" width="${laid.width + 20}" height="${laid.height + 20}" fill="#ffffff"/>`,
  ...lines,
  ...boxes,
  '</svg>',
]
writeFileSync(join(here, 'architecture.svg'), `${svg.join('\n')}\n`)
console.log(`${rooms.size} rooms, ${uses.size} uses`)
