<script setup lang="ts">
import { CALCULATORS, calculate, inputFields } from '#core/calculators/index'
import { CalculatorError } from '#core/calculators/define'

/** Quick sums: the calculators of the headless command by the same names, no job needed. */
const router = useRouter()
const route = useRoute()
const name = computed(() =>
  CALCULATORS.some((c) => c.name === route.query.sum) ? String(route.query.sum) : CALCULATORS[0]!.name,
)
const calculator = computed(() => CALCULATORS.find((c) => c.name === name.value)!)
const draft = ref<Record<string, unknown>>({})
watch(
  name,
  () => (draft.value = JSON.parse(JSON.stringify(calculator.value.example)) as Record<string, unknown>),
  { immediate: true },
)
useHead({ title: computed(() => `${calculator.value.title} · Quick sums`) })

interface Leaf {
  path: string[]
  label: string
  unit: string
  value: unknown
}
const info = computed(() => Object.fromEntries(inputFields(calculator.value.schema).map((f) => [f.path, f])))
/** Every value of the example that a person may type, with the label of the nearest described field. */
const leaves = computed<Leaf[]>(() => walk(draft.value, []))
function walk(value: unknown, path: string[]): Leaf[] {
  const described =
    info.value[
      path
        .map((p, i) => (/^\d+$/.test(p) && i > 0 ? '[]' : p))
        .join('.')
        .replaceAll('.[]', '[]')
    ]
  const isObject = typeof value === 'object' && value !== null
  if (path.length && (!isObject || (described && Array.isArray(value))))
    return [{ path, label: described?.label ?? nearest(path), unit: described?.unit ?? '', value }]
  if (!isObject) return []
  return Object.entries(value).flatMap(([key, inner]) => walk(inner, [...path, key]))
}
function nearest(path: string[]): string {
  const parent = info.value[path[0]!]
  return parent ? `${parent.label}: ${path.slice(1).join(' ')}` : path.join(' ')
}
/** Leaves of one list row stand together; everything else forms the first group. */
const groups = computed(() => {
  const plain = leaves.value.filter((l) => !/^\d+$/.test(l.path[1] ?? ''))
  const rows = new Map<string, Leaf[]>()
  for (const leaf of leaves.value.filter((l) => /^\d+$/.test(l.path[1] ?? ''))) {
    const key = `${leaf.path[0]} ${Number(leaf.path[1]) + 1}`
    rows.set(key, [...(rows.get(key) ?? []), leaf])
  }
  return [
    { key: 'plain', row: null, leaves: plain },
    ...[...rows].map(([key, list]) => ({ key, row: key, leaves: list })),
  ]
})
const texts = ref<Record<string, string>>({})
watch(name, () => (texts.value = {}))
/** A table is written as pairs with a semicolon between rows: "80 206; 120 182". */
const isTable = (value: unknown): value is number[][] =>
  Array.isArray(value) && value.every((row) => Array.isArray(row))
const shown = (leaf: Leaf) =>
  texts.value[leaf.path.join('.')] ??
  (typeof leaf.value === 'string'
    ? leaf.value
    : isTable(leaf.value)
      ? leaf.value.map((row) => row.join(' ')).join('; ')
      : JSON.stringify(leaf.value))
function type(leaf: Leaf, text: string): void {
  texts.value[leaf.path.join('.')] = text
  let value: unknown = text
  try {
    value = JSON.parse(text.trim().replace(/^−/, '-'))
  } catch {
    /* a plain text such as wire or M8 */
  }
  if (typeof leaf.value === 'string') value = text
  if (isTable(leaf.value))
    value = text
      .split(';')
      .filter((row) => row.trim())
      .map((row) =>
        row
          .trim()
          .split(/[\s,]+/)
          .map((cell) => (Number.isFinite(Number(cell)) ? Number(cell) : cell)),
      )
  const at = leaf.path
    .slice(0, -1)
    .reduce<Record<string, unknown>>((o, key) => o[key] as Record<string, unknown>, draft.value)
  at[leaf.path.at(-1)!] = value
}
const result = computed(() => {
  try {
    return { output: calculate(name.value, JSON.parse(JSON.stringify(draft.value))), lines: [] }
  } catch (error) {
    if (error instanceof CalculatorError) return { output: null, lines: error.lines }
    throw error
  }
})
function words(value: unknown): string {
  if (typeof value === 'number')
    return Math.abs(value) !== 0 && (Math.abs(value) < 0.01 || Math.abs(value) >= 1e6)
      ? value.toExponential(3)
      : String(Number(value.toPrecision(6)))
  if (Array.isArray(value)) return value.map(words).join(' … ')
  return value === null ? '—' : value === true ? 'yes' : value === false ? 'no' : String(value)
}
interface Line {
  key: string
  label: string
  text: string
  unit: string
}
/** "squatWithoutAir_mm" is "squat without air" in mm. */
function named(key: string): { label: string; unit: string } {
  const [name, ...unit] = key.split('_')
  return { label: name!.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`), unit: unit.join('/') }
}
/** The result line by line; a result with parts gives a line for each part. */
const resultLines = computed<Line[]>(() =>
  Object.entries(calculator.value.outputs).flatMap(([key, o]): Line[] => {
    const value = result.value.output?.[key]
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return [{ key, label: o.label, text: words(value), unit: o.unit }]
    return Object.entries(value).map(([part, v]) => ({
      key: `${key}.${part}`,
      label: `${o.label}: ${named(part).label}`,
      text: words(v),
      unit: named(part).unit || o.unit,
    }))
  }),
)
function addRow(key: string): void {
  const list = draft.value[key] as unknown[]
  list.push(JSON.parse(JSON.stringify(list.at(-1) ?? {})))
}
const lists = computed(() =>
  Object.entries(draft.value)
    .filter(
      ([key, v]) =>
        Array.isArray(v) && typeof v[0] === 'object' && !Array.isArray(v[0]) && info.value[key] === undefined,
    )
    .map(([key]) => key),
)
</script>

<template>
  <div class="min-h-screen flex flex-col">
    <header class="bg-frame text-onframe flex flex-wrap items-center gap-3 px-4 py-2 min-h-[52px]">
      <NuxtLink to="/" class="font-head font-semibold text-lg">Nimble Piston</NuxtLink
      ><span class="text-onframe-soft">Quick sums</span>
    </header>
    <main class="max-w-5xl w-full mx-auto p-4 grid gap-4 md:grid-cols-[220px_1fr]">
      <nav aria-label="Sums">
        <ul class="sheet overflow-hidden">
          <li v-for="c in CALCULATORS" :key="c.name">
            <button
              type="button"
              class="touch block w-full text-left px-3 py-1.5"
              :class="c.name === name ? 'bg-chosen font-semibold' : 'hover:bg-chosen/60'"
              :aria-current="c.name === name ? 'true' : undefined"
              @click="router.replace({ query: { sum: c.name } })"
            >
              {{ c.title }}
            </button>
          </li>
        </ul>
      </nav>
      <div class="space-y-3 min-w-0">
        <div class="flex items-baseline gap-3">
          <h1 class="text-2xl">{{ calculator.title }}</h1>
          <span class="font-mono text-sm text-soft">{{ calculator.name }}</span>
        </div>
        <div class="sheet p-4 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          <template v-for="group in groups" :key="group.key">
            <p v-if="group.row !== null" class="label col-span-full border-t border-line pt-2 -mb-2">
              {{ group.row }}
            </p>
            <div v-for="leaf in group.leaves" :key="leaf.path.join('.')">
              <label class="label" :for="`f-${leaf.path.join('-')}`"
                >{{ leaf.label }}<template v-if="leaf.unit"> · {{ leaf.unit }}</template></label
              >
              <input
                :id="`f-${leaf.path.join('-')}`"
                class="field figure"
                :value="shown(leaf)"
                :aria-label="leaf.path.length > 1 ? `${leaf.label} (${leaf.path.join(' ')})` : undefined"
                @input="type(leaf, ($event.target as HTMLInputElement).value)"
              />
            </div>
          </template>
          <div v-for="key in lists" :key="key" class="col-span-full flex gap-2">
            <button type="button" class="button quiet" @click="addRow(key)">Another row of {{ key }}</button>
            <button
              type="button"
              class="button quiet"
              :disabled="(draft[key] as unknown[]).length < 2"
              @click="(draft[key] as unknown[]).pop()"
            >
              One row less
            </button>
          </div>
        </div>
        <ul v-if="result.lines.length" class="sheet border-l-4 border-brick p-3" role="alert">
          <li v-for="line in result.lines" :key="line">{{ line }}</li>
        </ul>
        <dl v-else class="sheet p-4 grid sm:grid-cols-[auto_1fr] gap-x-6 gap-y-2" aria-label="Result">
          <template v-for="line in resultLines" :key="line.key"
            ><dt class="label">{{ line.label }}</dt>
            <dd class="figure" :data-out="line.key">
              {{ line.text }} <span class="font-normal text-sm">{{ line.unit }}</span>
            </dd></template
          >
        </dl>
        <p class="label">
          Source: {{ calculator.source }}. Pressures are gauge. The same sum headless:
          <span class="font-mono">bin/np calc {{ calculator.name }}</span
          >.
        </p>
      </div>
    </main>
  </div>
</template>
