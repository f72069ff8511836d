<script setup lang="ts">
import type { Step } from '#core/build/types'
import type { FromTruck } from '#core/document/types'
import type { OtherPlace } from '#core/whatIf/otherPlaces'
import { showText } from '#core/quantity/units'

/** What hands find in a step: it does not fit, something is in the way, it was cut or bolted otherwise. */
const { step } = defineProps<{ step: Step }>()
const job = useJob()
const shop = useShop()
const open = ref<FromTruck['kind'] | null>(null)
watch(
  () => step.id,
  () => (open.value = null),
)
const isMount = computed(() => step.id.startsWith('mount-') && step.part !== null && step.place === 'truck')
const cut = computed(() => (step.id.startsWith('line-') ? step.line : null))
const kinds = computed<{ kind: FromTruck['kind']; label: string }[]>(() => [
  ...(isMount.value ? [{ kind: 'does-not-fit' as const, label: 'Does not fit here' }] : []),
  { kind: 'in-the-way', label: 'Something is in the way' },
  ...(cut.value ? [{ kind: 'cut' as const, label: 'Cut at…' }] : []),
  ...(step.tightens.length ? [{ kind: 'bolt' as const, label: 'The bolt was…' }] : []),
  { kind: 'other', label: 'Found something' },
])
const LABELS: Record<FromTruck['kind'], string> = {
  'does-not-fit': 'Why it does not fit',
  'in-the-way': 'What is in the way, and where',
  cut: 'Why it was cut otherwise',
  bolt: 'What the bolt was: size, length, class',
  other: 'What was found',
}

function write(
  text: string,
  change: (plan: Parameters<Parameters<typeof job.edit>[1]>[0]) => void = () => {},
): void {
  const kind = open.value!
  job.edit(`From the truck: ${step.title}`, (draft) => {
    const order = 1 + Math.max(0, ...Object.values(draft.build.fromTruck).map((one) => one.order))
    draft.build.fromTruck[`f${crypto.randomUUID().slice(0, 8)}`] = {
      kind,
      step: step.id,
      text,
      who: shop.person?.name ?? '',
      at: new Date().toISOString(),
      order,
      settled: false,
    }
    change(draft)
  })
  open.value = null
}

/** Places nearby that have room, with what each changes. */
const places = shallowRef<OtherPlace[] | null>(null)
watch(open, async (kind) => {
  places.value = null
  if (kind !== 'does-not-fit') return
  const { otherPlaces } = await import('#core/whatIf/otherPlaces')
  places.value = otherPlaces(job.plan!, step.part!)
})
const signed = (value: number, quantity: 'run' | 'time' | 'ratio') =>
  `${value > 0 ? '+' : ''}${showText(value, quantity, shop.units)}`
const changesOf = ({ moved, lines, drop, fill }: OtherPlace) =>
  [
    `${showText(moved, 'length', shop.units)} away`,
    `lines ${signed(lines, 'run')}`,
    drop === null ? '' : `volts lost ${signed(drop, 'ratio')}`,
    fill === null ? '' : `fill ${signed(fill, 'time')}`,
  ]
    .filter(Boolean)
    .join(', ')
function wayOf({ at }: OtherPlace): string {
  const own = job.derived!.stages.lay.result.places[step.part!]!
  const [dx, dy, dz] = [at.x - own.x, at.y - own.y, at.z - own.z]
  const far = [
    [Math.abs(dx), dx > 0 ? 'ahead' : 'back'],
    [Math.abs(dy), dy > 0 ? 'to the left' : 'to the right'],
    [Math.abs(dz), dz > 0 ? 'up' : 'down'],
  ] as const
  return far.reduce((best, one) => (one[0] > best[0] ? one : best))[1]
}
const take = (place: OtherPlace) =>
  write(`Does not fit where it was planned; it goes ${wayOf(place)}`, (draft) => {
    draft.lay.places[step.part!] = place.at
  })

/** A thing in the way in three taps: where it is, how large, and what it is. */
const WHERE = [
  { label: 'ahead', x: 1, y: 0, z: 0 },
  { label: 'behind', x: -1, y: 0, z: 0 },
  { label: 'above', x: 0, y: 0, z: 1 },
  { label: 'below', x: 0, y: 0, z: -1 },
  { label: 'left', x: 0, y: 1, z: 0 },
  { label: 'right', x: 0, y: -1, z: 0 },
] as const
const LARGE = [
  { label: 'a fist', size: 0.1 },
  { label: 'a hand', size: 0.2 },
  { label: 'a forearm', size: 0.35 },
] as const
const WHAT = [
  { label: 'steel, fixed', kind: 'structure' },
  { label: 'hose or wire', kind: 'body' },
  { label: 'it moves', kind: 'moving' },
  { label: 'it gets hot', kind: 'hot' },
] as const
const told = reactive<{ where: number | null; large: number | null }>({ where: null, large: null })
watch(open, () => Object.assign(told, { where: null, large: null }))
const place = computed(() => job.derived!.stages.lay.result.places[step.part ?? ''])
function tell(what: (typeof WHAT)[number]): void {
  const [where, large] = [WHERE[told.where!]!, LARGE[told.large!]!]
  const at = place.value!
  const away = 0.1 + large.size / 2
  write(`${what.label}, ${large.label}, ${where.label}`, (draft) => {
    const order = 1 + Math.max(0, ...Object.values(draft.lay.solids).map((one) => one.order))
    draft.lay.solids[`s${crypto.randomUUID().slice(0, 8)}`] = {
      label: `Found ${where.label}: ${what.label}`,
      kind: what.kind,
      at: {
        x: at.x + where.x * away,
        y: at.y + where.y * away,
        z: Math.max(at.z + 0.05 + where.z * away, 0.05),
      },
      size: { along: large.size, across: large.size, up: large.size },
      there: true,
      order,
    }
  })
}
const cutAt = (metres: number) =>
  write(`Cut at ${showText(metres, 'run', shop.units)}`, (draft) => {
    draft.lay.cutTo[cut.value!] = metres
  })
</script>

<template>
  <div class="no-print">
    <p class="flex flex-wrap gap-2">
      <button
        v-for="{ kind, label } in kinds"
        :key="kind"
        type="button"
        class="button quiet touch"
        :aria-expanded="open === kind"
        @click="open = open === kind ? null : kind"
      >
        {{ label }}
      </button>
    </p>
    <div v-if="open" class="mt-2 rounded border border-line p-3 bg-card space-y-2">
      <template v-if="open === 'does-not-fit'">
        <p v-if="!places" class="label">Looking for room nearby…</p>
        <p v-else-if="places.length === 0">No room nearby that the plan knows. Say why it does not fit.</p>
        <ul v-else class="space-y-1">
          <li v-for="(one, i) in places" :key="i">
            <button type="button" class="button quiet touch text-left" @click="take(one)">
              Put it {{ wayOf(one) }}: {{ changesOf(one) }}
            </button>
          </li>
        </ul>
      </template>
      <template v-if="open === 'in-the-way' && place">
        <p class="flex flex-wrap gap-2 items-center">
          <span class="label">Where</span>
          <button
            v-for="(where, i) in WHERE"
            :key="where.label"
            type="button"
            class="button quiet touch"
            :class="{ 'bg-chosen!': told.where === i }"
            :aria-pressed="told.where === i"
            @click="told.where = i"
          >
            {{ where.label }}
          </button>
        </p>
        <p v-if="told.where !== null" class="flex flex-wrap gap-2 items-center">
          <span class="label">As large as</span>
          <button
            v-for="(large, i) in LARGE"
            :key="large.label"
            type="button"
            class="button quiet touch"
            :class="{ 'bg-chosen!': told.large === i }"
            :aria-pressed="told.large === i"
            @click="told.large = i"
          >
            {{ large.label }}
          </button>
        </p>
        <p v-if="told.where !== null && told.large !== null" class="flex flex-wrap gap-2 items-center">
          <span class="label">It is</span>
          <button
            v-for="what in WHAT"
            :key="what.kind"
            type="button"
            class="button quiet touch"
            @click="tell(what)"
          >
            {{ what.label }}
          </button>
        </p>
      </template>
      <KeyedField
        v-if="open === 'cut' && cut"
        label="Length as cut"
        quantity="run"
        :value="job.plan!.lay.cutTo[cut] ?? null"
        :min="0.01"
        :max="100"
        @change="cutAt"
      />
      <ReasonForm :label="LABELS[open]" action="Tell the desk" @reason="(text) => write(text)" />
    </div>
  </div>
</template>
