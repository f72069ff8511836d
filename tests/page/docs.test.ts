import { existsSync, readdirSync, readFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { ARCHETYPES } from '#core/air/circuit/startingCircuits'
import { PLAN_VERSION } from '#core/document/types'
import { STAGES } from '#core/quantity/figure'

const pages = ['README.md', 'CONTRIBUTING.md', ...readdirSync('docs').map((name) => `docs/${name}`)].filter(
  (path) => path.endsWith('.md'),
)
const textOf = (path: string) => readFileSync(path, 'utf8')

/** A heading's name as links write it. */
const anchorOf = (title: string) =>
  title
    .toLowerCase()
    .replace(/[^\p{L}\p{N} -]/gu, '')
    .replaceAll(' ', '-')

test.each(pages)('%s: every link leads to a file and a heading that is there', (page) => {
  const broken: string[] = []
  for (const [, target] of textOf(page).matchAll(/\]\(([^)\s]+)\)/g)) {
    if (/^https?:/.test(target!)) continue
    const [path, anchor] = target!.split('#') as [string, string | undefined]
    const file = path === '' ? page : join(dirname(page), path)
    if (!existsSync(file)) broken.push(target!)
    else if (anchor) {
      const anchors = [...textOf(file).matchAll(/^#+ (.+)$/gm)].map(([, title]) => anchorOf(title!))
      if (!anchors.includes(anchor)) broken.push(target!)
    }
  }
  expect(broken).toEqual([])
})

test.each(pages)('%s: every file of the project that it names is there', (page) => {
  const named = [
    ...textOf(page).matchAll(
      /`((?:app|bench|bin|core|docs|server|tests)\/[\w./[\]-]+\.(?:ts|mjs|vue|md|json))`/g,
    ),
  ]
  expect(named.map(([, path]) => path!).filter((path) => !existsSync(path))).toEqual([])
})

test('the plan’s format tells of the newest version, and of every one before', () => {
  const text = textOf('docs/plan-format.md')
  expect(text).toContain(`\`"nimble-piston-plan"\`, \`${PLAN_VERSION}\``)
  for (let version = 3; version <= PLAN_VERSION; version++) expect(text).toContain(`Version ${version} added`)
})

test('the README and the page of stages name every stage, and count what there is', () => {
  for (const stage of STAGES.keys())
    expect(textOf('docs/stages.md')).toMatch(new RegExp(`^## ${stage + 1} `, 'm'))
  expect(ARCHETYPES).toHaveLength(13)
  for (const page of ['README.md', 'docs/stages.md']) expect(textOf(page)).toContain('thirteen circuits')
})
