<script setup lang="ts">
import { KINDS, type ComponentKind } from '#core/catalog/kinds'
import { PARTS } from '#core/catalog/partClasses'
import { BLOCKS } from '#core/catalog/blocks'
import { COMPRESSORS } from '#core/catalog/compressors'
import { SPRINGS } from '#core/catalog/springs'
import { TUBES } from '#core/catalog/tubes'
import { OperationError, TEE_KINDS, IN_LINE_KINDS, type Change } from '#core/air/circuit/editing'
import {
  interchangeableKinds,
  connectPorts,
  putInLine,
  replacePart,
  takeOffLine,
  teeOff,
} from '#core/air/circuit/operations'
import { operationPatches, partOperations, wholeOperations } from '#core/air/circuit/offered'
import { openPorts } from '#core/air/circuit/connections'
import { figuresOf, partOf, portsOf } from '#core/air/parts/parts'
import { DIRECT, type AirPlan, type OwnClass } from '#core/document/types'
import { showText } from '#core/quantity/units'

/** The part or line chosen on the circuit: its figures, its neighbours, and what may be done with it. */
const { air, chosen } = defineProps<{ air: AirPlan; chosen: string | null }>()
const emit = defineEmits<{ choose: [id: string | null] }>()
const job = useJob()
const shop = useShop()
const refused = ref('')
watch(
  () => chosen,
  () => {
    refused.value = ''
  },
)

function run(label: string, change: Change): void {
  refused.value = ''
  try {
    const patches = operationPatches(air, change)
    if (patches.length) job.applyRemedy({ label, patches })
  } catch (error) {
    if (!(error instanceof OperationError)) throw error
    refused.value = error.message
  }
}
const part = computed(() =>
  chosen !== null && air.components[chosen]
    ? { id: chosen, c: air.components[chosen], ...partOf(air, chosen) }
    : null,
)
const line = computed(() =>
  chosen !== null && air.lines[chosen] ? { id: chosen, ...air.lines[chosen] } : null,
)
const label = (id: string) => air.components[id]?.label ?? id
const specs = computed(() => (part.value ? figuresOf(part.value.kind) : []))
const neighbours = computed(() =>
  part.value
    ? Object.entries(air.lines).flatMap(([id, l]) =>
        l.from === chosen
          ? [{ id, port: l.fromPort, other: l.to }]
          : l.to === chosen
            ? [{ id, port: l.toPort, other: l.from }]
            : [],
      )
    : [],
)
const operations = computed(() => (part.value ? partOperations(air, part.value.id) : []))
/** Open or plugged ports elsewhere that a free port of this part could be joined to. */
const free = computed(() => openPorts(air))
const joinable = computed(() => {
  if (!part.value) return []
  const plugged = (id: string, port: string) =>
    Object.values(air.lines).some(
      (l) =>
        (l.from === id && l.fromPort === port && air.components[l.to]?.kind === 'plug') ||
        (l.to === id && l.toPort === port && air.components[l.from]?.kind === 'plug'),
    )
  const ends = Object.keys(air.components).flatMap((id) =>
    portsOf(air, id)
      .filter(
        (p) =>
          p.type !== 'exhaust' &&
          air.components[id]!.kind !== 'plug' &&
          (plugged(id, p.id) || free.value.some((f) => f.component === id && f.port === p.id)),
      )
      .map((p) => ({ component: id, port: p.id, type: p.type })),
  )
  const mine = ends.filter((e) => e.component === chosen)
  return mine.flatMap((m) =>
    ends
      .filter((o) => o.component !== chosen && o.type === m.type)
      .map((o) => ({
        value: `${m.port}|${o.component}|${o.port}`,
        label: `“${m.port}” to ${label(o.component)} “${o.port}”`,
      })),
  )
})
const join = ref('')
function joinIt(): void {
  const [port, component, other] = (join.value || joinable.value[0]?.value || '').split('|') as [
    string,
    string,
    string,
  ]
  if (component) run('Join two ports', connectPorts({ component: chosen!, port }, { component, port: other }))
}
const insertKind = ref<ComponentKind>('dryer')
const teeKind = ref<ComponentKind>('gauge')
const swapKind = ref('')

const lists: Partial<Record<ComponentKind, readonly { id: string; label: string }[]>> = {
  spring: SPRINGS,
  compressor: COMPRESSORS,
  block: BLOCKS,
}
const shopParts = computed(() => Object.entries(shop.parts).filter(([, p]) => p.kind === part.value?.kind))
const classes = computed(() => {
  if (!part.value) return []
  const { kind, classId } = part.value
  const generic = lists[kind] ?? PARTS.filter((p) => p.kind === kind)
  const fits =
    kind === 'spring'
      ? (generic as typeof SPRINGS).filter(
          (s) => s.fits.includes(job.plan!.truck.suspension.kind) || s.id === classId,
        )
      : generic
  const own = [
    ...new Map([...Object.entries(air.classes).filter(([, p]) => p.kind === kind), ...shopParts.value]),
  ].map(([id, p]) => ({ id, label: `${p.label} (the shop’s own)` }))
  const all = [...fits, ...own]
  return [
    ...all,
    ...(classId !== null && !all.some((c) => c.id === classId)
      ? [{ id: classId, label: `${classId} (not in the catalogue)` }]
      : []),
  ].map((c) => ({ value: c.id, label: c.label }))
})
function setClass(id: string): void {
  const { kind } = part.value!
  const own: OwnClass | undefined = shop.parts[id]
  job.edit('Choose a class', (d) => {
    if (own) d.air.classes[id] = JSON.parse(JSON.stringify(own)) as OwnClass
    const c = d.air.components[chosen!]!
    if (kind === 'spring') {
      d.air.springClass = id
      d.air.sheet = null
    } else if (kind === 'compressor') d.air.compressorClass = id
    else if (kind === 'block') d.air.blockClass = id
    else c.class = id
    c.sheet = {}
    if (own) c.own = { number: own.number, make: own.make, price: own.price }
  })
}
const setOwn = (what: string, change: (c: AirPlan['components'][string]) => void) =>
  job.edit(what, (d) => change(d.air.components[chosen!]!))
const ofClass = (figure: string) =>
  setOwn('Figure of the class', (c) => void Reflect.deleteProperty(c.sheet, figure))
const tubes = computed(() => [
  { value: '', label: 'as the plan says' },
  { value: DIRECT, label: 'screwed together' },
  ...TUBES.map((t) => ({ value: t.id, label: t.label })),
])
const sideWord = (side: string | null) => (side === null ? '' : ` · ${side}`)
const limits = computed(() =>
  part.value?.figures.maxPressure !== undefined
    ? showText(part.value.figures.maxPressure, 'pressure', shop.units)
    : null,
)
</script>

<template>
  <div class="sheet p-4" role="region" aria-label="Chosen on the circuit">
    <div class="flex flex-wrap gap-2 items-center mb-2" role="group" aria-label="Change the circuit">
      <button
        v-for="o in wholeOperations(air)"
        :key="o.id"
        type="button"
        class="button quiet text-sm"
        @click="run(o.label, o.run)"
      >
        {{ o.label }}
      </button>
    </div>
    <p v-if="refused" class="text-sm text-brick font-semibold mb-2" role="alert">{{ refused }}</p>
    <p v-if="!part && !line" class="label">
      Press a part or a line on the circuit to see its figures and what may be done with it.
    </p>
    <template v-if="part">
      <div class="flex flex-wrap gap-x-3 gap-y-1 items-baseline">
        <h2>{{ part.c.label }}</h2>
        <p class="label">
          {{ KINDS[part.kind].what }}{{ sideWord(part.c.side)
          }}<template v-if="limits"> · rated to {{ limits }}</template>
        </p>
        <button type="button" class="button quiet text-sm ml-auto" @click="emit('choose', null)">
          Close
        </button>
      </div>
      <div class="flex flex-wrap gap-3 items-end mt-2">
        <PickField
          v-if="classes.length"
          label="Class"
          class="grow min-w-56 max-w-md"
          :value="part.classId ?? ''"
          :options="classes"
          @change="setClass"
        />
        <TextField
          label="Name on the plan"
          class="w-48"
          :value="part.c.label"
          @change="
            (v) =>
              setOwn('Name of a part', (c) => {
                c.label = v || c.label
              })
          "
        />
      </div>
      <div v-if="specs.length && part.kind !== 'spring'" class="grid grid-cols-2 md:grid-cols-4 gap-3 mt-2">
        <div v-for="f in specs" :key="f.id">
          <NumField
            :label="f.label"
            :value="part.figures[f.id] ?? null"
            :quantity="f.quantity"
            :min="f.min"
            :max="f.max"
            @change="
              (v) =>
                setOwn(`${f.label}, off its sheet`, (c) => {
                  c.sheet[f.id] = v
                })
            "
          />
          <p v-if="part.c.sheet[f.id] !== undefined" class="label flex gap-2">
            off its own sheet
            <button type="button" class="underline" @click="ofClass(f.id)">
              class: {{ showText(part.ofClass[f.id], f.quantity, shop.units) }}
            </button>
          </p>
        </div>
      </div>
      <p v-if="specs.length && part.kind !== 'spring'" class="label mt-1">
        Typical of the class (common practice) until typed off the part’s own sheet, which rules.
      </p>
      <div class="grid gap-3 md:grid-cols-2 mt-3">
        <div>
          <h3 class="label">Joined to</h3>
          <ul class="text-sm">
            <li
              v-for="n in neighbours"
              :key="n.id"
              class="flex gap-2 items-center border-b border-line py-0.5"
            >
              <span class="font-mono text-xs w-14">{{ n.port }}</span><button
                type="button"
                class="underline text-left min-h-7"
                @click="emit('choose', n.other)"
              >
                {{ label(n.other) }}</button
              ><button
                type="button"
                class="label underline ml-auto min-h-7 px-1"
                @click="emit('choose', n.id)"
              >
                line
              </button>
            </li>
          </ul>
        </div>
        <div>
          <h3 class="label">Do with it</h3>
          <div class="flex flex-wrap gap-2 items-end">
            <button
              v-for="o in operations"
              :key="o.id"
              type="button"
              class="button quiet text-sm"
              @click="run(o.label, o.run)"
            >
              {{ o.label }}
            </button>
          </div>
          <div v-if="interchangeableKinds(part.kind).length" class="flex flex-wrap gap-2 items-end mt-2">
            <PickField
              label="Put in its place"
              class="w-52"
              :value="swapKind || interchangeableKinds(part.kind)[0]!"
              :options="interchangeableKinds(part.kind).map((k) => ({ value: k, label: KINDS[k].label }))"
              @change="
                (v) => {
                  swapKind = v
                }
              "
            />
            <button
              type="button"
              class="button quiet text-sm"
              @click="
                run(
                  'Replace a part',
                  replacePart(part.id, (swapKind || interchangeableKinds(part.kind)[0]!) as ComponentKind),
                )
              "
            >
              Replace
            </button>
          </div>
          <div v-if="joinable.length" class="flex flex-wrap gap-2 items-end mt-2">
            <PickField
              label="Join"
              class="w-64"
              :value="join || joinable[0]!.value"
              :options="joinable"
              @change="
                (v) => {
                  join = v
                }
              "
            />
            <button type="button" class="button quiet text-sm" @click="joinIt">Join</button>
          </div>
        </div>
      </div>
      <div class="grid grid-cols-3 gap-3 mt-3">
        <TextField
          label="Part number, yours"
          :value="part.c.own.number"
          @change="
            (v) =>
              setOwn('Part number', (c) => {
                c.own.number = v.slice(0, 80)
              })
          "
        />
        <TextField
          label="Make, yours"
          :value="part.c.own.make"
          @change="
            (v) =>
              setOwn('Make', (c) => {
                c.own.make = v.slice(0, 80)
              })
          "
        />
        <NumField
          label="Price, yours"
          :value="part.c.own.price"
          quantity="plain"
          :min="0"
          :max="1e7"
          @change="
            (v) =>
              setOwn('Price', (c) => {
                c.own.price = v
              })
          "
        />
      </div>
    </template>
    <template v-if="line">
      <div class="flex flex-wrap gap-x-3 items-baseline">
        <h2>{{ label(line.from) }} to {{ label(line.to).toLowerCase() }}</h2>
        <p class="label">
          {{
            line.tube === 'direct'
              ? 'screwed together'
              : { left: 'left air', right: 'right air', both: 'air to both', supply: 'supply air' }[line.path]
          }}
        </p>
        <button type="button" class="button quiet text-sm ml-auto" @click="emit('choose', null)">
          Close
        </button>
      </div>
      <div class="flex flex-wrap gap-3 items-end mt-2">
        <PickField
          label="Tube of this line"
          class="w-56"
          :value="line.tube ?? ''"
          :options="tubes"
          @change="
            (v) =>
              job.edit('Tube of a line', (d) => {
                d.air.lines[line!.id]!.tube = v || null
              })
          "
        />
        <div class="flex gap-2 items-end">
          <PickField
            label="Put in this line"
            class="w-48"
            :value="insertKind"
            :options="IN_LINE_KINDS.map((k) => ({ value: k, label: KINDS[k].label }))"
            @change="
              (v) => {
                insertKind = v as ComponentKind
              }
            "
          />
          <button
            type="button"
            class="button quiet text-sm"
            @click="run('Put in line', putInLine(line.id, insertKind))"
          >
            Put in
          </button>
        </div>
        <div class="flex gap-2 items-end">
          <PickField
            label="Tee off it"
            class="w-48"
            :value="teeKind"
            :options="TEE_KINDS.map((k) => ({ value: k, label: KINDS[k].label }))"
            @change="
              (v) => {
                teeKind = v as ComponentKind
              }
            "
          />
          <button
            type="button"
            class="button quiet text-sm"
            @click="run('Tee off', teeOff(line.id, teeKind))"
          >
            Tee off
          </button>
        </div>
        <button
          type="button"
          class="button quiet text-sm"
          @click="run('Take a line off', takeOffLine(line.id))"
        >
          Take off and close
        </button>
      </div>
      <p class="text-sm mt-2">
        Ends:
        <button type="button" class="underline" @click="emit('choose', line.from)">
          {{ label(line.from) }}
        </button>
        “{{ line.fromPort }}”,
        <button type="button" class="underline" @click="emit('choose', line.to)">{{ label(line.to) }}</button>
        “{{ line.toPort }}”.
      </p>
    </template>
  </div>
</template>
