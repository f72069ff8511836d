<script setup lang="ts">
import { CALCULATORS, calculate, inputFields } from '#core/calculators/index'
import { CalculatorError } from '#core/calculators/define'
import { inUnit, quantityOfUnit, resultText } from '#core/calculators/shopUnits'
import { toSi } from '#core/quantity/units'

/** Quick sums: the calculators of the headless command under the same names, without a job. */
const router = useRouter()
const route = useRoute()
const shop = useShop()
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
/** Every value of the example that can be edited, with the label of the nearest described field. */
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
/** "readings" are rows; one of them is a "Reading". */
const oneOf = (list: string) => list.charAt(0).toUpperCase() + list.slice(1).replace(/s$/, '')
/** Values of one list row are together; all others form the first group. */
const groups = computed(() => {
  const plain = leaves.value.filter((l) => !/^\d+$/.test(l.path[1] ?? ''))
  const rows = new Map<string, Leaf[]>()
  for (const leaf of leaves.value.filter((l) => /^\d+$/.test(l.path[1] ?? ''))) {
    const key = `${oneOf(leaf.path[0]!)} ${Number(leaf.path[1]) + 1}`
    rows.set(key, [...(rows.get(key) ?? []), leaf])
  }
  return [
    { key: 'plain', row: null, leaves: plain },
    ...[...rows].map(([key, list]) => ({ key, row: key, leaves: list })),
  ]
})
const texts = ref<Record<string, string>>({})
watch(name, () => (texts.value = {}))
/** A table is typed as pairs with a semicolon between rows: "80 206; 120 182". */
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
    /* A plain text such as wire or M8. */
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
  put(leaf, value)
}
function put(leaf: Leaf, value: unknown): void {
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
/** A value in words; a number in the shop's unit where its own is known. */
function words(value: unknown, unit: string): string {
  if (typeof value === 'number') return resultText(value, unit, shop.units)
  if (Array.isArray(value)) return value.map((v) => words(v, unit)).join(' … ')
  return value === null ? '—' : value === true ? 'yes' : value === false ? 'no' : String(value)
}
interface Line {
  key: string
  label: string
  text: string
}
/** "squatWithoutAir_mm" becomes "squat without air" in mm. */
function named(key: string): { label: string; unit: string } {
  const [name, ...unit] = key.split('_')
  return { label: name!.replace(/[A-Z]/g, (c) => ` ${c.toLowerCase()}`), unit: unit.join('/') }
}
/** The result line by line; a result with parts gives a line for each part. */
const resultLines = computed<Line[]>(() =>
  Object.entries(calculator.value.outputs).flatMap(([key, o]): Line[] => {
    const value = result.value.output?.[key]
    if (typeof value !== 'object' || value === null || Array.isArray(value))
      return [{ key, label: o.label, text: words(value, o.unit) }]
    return Object.entries(value).map(([part, v]) => ({
      key: `${key}.${part}`,
      label: `${o.label}: ${named(part).label}`,
      text: words(v, named(part).unit || o.unit),
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
        <h1 class="text-2xl">{{ calculator.title }}</h1>
        <SumPicture :name="calculator.name" :title="calculator.title" />
        <p class="figure text-sm">{{ calculator.formula }}</p>
        <div class="sheet p-4 grid gap-3 sm:grid-cols-2 lg:grid-cols-3">
          <template v-for="group in groups" :key="group.key">
            <p v-if="group.row !== null" class="label col-span-full border-t border-line pt-2 -mb-2">
              {{ group.row }}
            </p>
            <template v-for="leaf in group.leaves" :key="leaf.path.join('.')">
              <NumField
                v-if="typeof leaf.value === 'number' && quantityOfUnit(leaf.unit)"
                :label="group.row === null ? leaf.label : `${leaf.label}, ${group.row.toLowerCase()}`"
                :value="toSi(leaf.value, quantityOfUnit(leaf.unit)!.unit)"
                :quantity="quantityOfUnit(leaf.unit)!.quantity"
                @change="(v) => put(leaf, inUnit(v, quantityOfUnit(leaf.unit)!.unit))"
              />
              <div v-else>
                <label class="label" :for="`f-${leaf.path.join('-')}`"
                  >{{ leaf.label }}<template v-if="leaf.unit"> · {{ leaf.unit }}</template></label
                >
                <input
                  :id="`f-${leaf.path.join('-')}`"
                  class="field figure"
                  :value="shown(leaf)"
                  :aria-label="group.row === null ? undefined : `${leaf.label}, ${group.row.toLowerCase()}`"
                  @input="type(leaf, ($event.target as HTMLInputElement).value)"
                />
              </div>
            </template>
          </template>
          <div v-for="key in lists" :key="key" class="col-span-full flex gap-2">
            <button type="button" class="button quiet" @click="addRow(key)">
              Another {{ oneOf(key).toLowerCase() }}
            </button>
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
              {{ line.text }}
            </dd></template
          >
        </dl>
        <p class="label">Pressures are gauge. Source: {{ calculator.source }}.</p>
        <details class="label">
          <summary>Use it from a script</summary>
          <p class="font-mono mt-1">bin/np calc {{ calculator.name }}</p>
          <p>Its figures go in and come out in the units of its own fields, whatever the shop shows here.</p>
        </details>
      </div>
    </main>
  </div>
</template>
