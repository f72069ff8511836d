<script setup lang="ts">
import { JOINTS, holdsOn, jointClass, jointId, usualJoint } from '#core/catalog/joints'
import { PORT_WORDS, adaptersAt, portId, usualPort } from '#core/catalog/ports'
import { IN_LINE_KINDS, TEE_KINDS, KINDS } from '#core/catalog/kinds'
import { TUBES } from '#core/catalog/tubes'
import type { Change } from '#core/air/circuit/editing'
import { putInLine, takeOffLine, teeOff } from '#core/air/circuit/operations'
import {
  CONDITIONS,
  DIRECT,
  PART_STATES,
  PORT_SIZES,
  type AirLine,
  type AirPlan,
  type Condition,
  type JointKind,
  type PartState,
  type PortSize,
  type ComponentKind,
} from '#core/document/types'
import { CONDITION_WORDS, STATE_WORDS } from '#core/catalog/partStates'

/** The line chosen on the circuit: its tube, its ends, and what can be put in it. */
const { air, lineId } = defineProps<{ air: AirPlan; lineId: string }>()
const emit = defineEmits<{ choose: [id: string | null]; run: [label: string, change: Change] }>()
const job = useJob()
const line = computed(() => ({ id: lineId, ...air.lines[lineId]! }))
const label = (id: string) => air.components[id]?.label ?? id
const CARRIES = { left: 'left air', right: 'right air', both: 'air to both', supply: 'supply air' }
const insertKind = ref<ComponentKind>('dryer')
const teeKind = ref<ComponentKind>('gauge')
const states = PART_STATES.filter((s) => s !== 'out').map((value) => ({ value, label: STATE_WORDS[value] }))
const conditions = CONDITIONS.map((value) => ({ value, label: CONDITION_WORDS[value] }))
const found = (what: string, change: (found: AirLine['found']) => void) =>
  job.edit(what, (d) => change(d.air.lines[lineId]!.found))
const ENDS = ['from', 'to'] as const
/** Joints that hold on the line's material, and the chosen one if it does not. */
const jointsAt = (end: (typeof ENDS)[number]) => {
  const chosen = air.joints[jointId(lineId, end)]
  const fitting = JOINTS.filter((joint) => joint.id === chosen || holdsOn(joint, air, line.value))
  const usual = jointClass(usualJoint(air, line.value)).label
  return [
    { value: '', label: `${usual}, as usual` },
    ...fitting.map((j) => ({ value: j.id, label: j.label })),
  ]
}
/** What the port at an end accepts: usual for its part, or from the part's own sheet. */
const portAt = (end: (typeof ENDS)[number]) =>
  end === 'from'
    ? ([line.value.from, line.value.fromPort] as const)
    : ([line.value.to, line.value.toPort] as const)
const portsAt = (end: (typeof ENDS)[number]) => [
  { value: '', label: `${PORT_WORDS[usualPort(air, portAt(end)[0])]}, as usual` },
  ...PORT_SIZES.map((size) => ({ value: size, label: PORT_WORDS[size] })),
]
function setPort(end: (typeof ENDS)[number], size: string): void {
  const id = portId(...portAt(end))
  job.edit('What a port takes', (d) => {
    if (size) d.air.ports[id] = size as PortSize
    else Reflect.deleteProperty(d.air.ports, id)
  })
}
const adapters = computed(() => adaptersAt(air, lineId).map((a) => a.label))
function setJoint(end: (typeof ENDS)[number], kind: string): void {
  const id = jointId(lineId, end)
  job.edit('How a line is joined', (d) => {
    if (kind) d.air.joints[id] = kind as JointKind
    else Reflect.deleteProperty(d.air.joints, id)
  })
}
const tubes = computed(() => [
  { value: '', label: 'as the plan says' },
  { value: DIRECT, label: 'screwed together' },
  ...TUBES.map((t) => ({ value: t.id, label: t.label })),
])
</script>

<template>
  <div>
    <div class="flex flex-wrap gap-x-3 items-baseline">
      <h2>{{ label(line.from) }} to {{ label(line.to).toLowerCase() }}</h2>
      <p class="label">
        {{ line.tube === DIRECT ? 'screwed together' : CARRIES[line.path] }}
      </p>
      <button type="button" class="button quiet text-sm ml-auto" @click="emit('choose', null)">Close</button>
    </div>
    <div class="flex flex-wrap gap-3 items-end mt-2">
      <PickField
        label="Tube of this line"
        class="w-56"
        :value="line.tube ?? ''"
        :options="tubes"
        @change="(v) => job.edit('Tube of a line', (d) => void (d.air.lines[lineId]!.tube = v || null))"
      />
      <PickField
        v-for="end in line.tube === DIRECT ? ENDS.slice(0, 1) : ENDS"
        :key="end"
        :label="`Joint at the ${label(line[end]).toLowerCase()}`"
        class="w-56"
        :value="air.joints[jointId(lineId, end)] ?? ''"
        :options="jointsAt(end)"
        @change="(v) => setJoint(end, v)"
      />
      <PickField
        v-for="end in ENDS"
        :key="`port-${end}`"
        :label="`Port of the ${label(line[end]).toLowerCase()}`"
        class="w-56"
        :value="air.ports[portId(...portAt(end))] ?? ''"
        :options="portsAt(end)"
        @change="(v) => setPort(end, v)"
      />
      <p v-if="adapters.length" class="text-sm w-full">Between them: {{ adapters.join('; ') }}.</p>
      <PickField
        label="What becomes of this line"
        class="w-48"
        :value="line.state"
        :options="states"
        @change="
          (v) => job.edit('What becomes of a line', (d) => void (d.air.lines[lineId]!.state = v as PartState))
        "
      />
      <template v-if="line.state === 'kept' && line.tube !== DIRECT">
        <PickField
          label="Condition, looked at"
          class="w-44"
          :value="line.found.condition"
          :options="conditions"
          @change="(v) => found('Condition of a line', (f) => void (f.condition = v as Condition))"
        />
        <NumField
          label="Fitted in (year)"
          class="w-32"
          :value="line.found.year"
          quantity="count"
          :min="1900"
          :max="2200"
          may-be-empty
          @change="(v) => found('Year a line was fitted', (f) => void (f.year = Math.round(v)))"
          @clear="found('Year a line was fitted', (f) => void (f.year = null))"
        />
      </template>
      <div class="flex gap-2 items-end">
        <PickField
          label="Put in this line"
          class="w-48"
          :value="insertKind"
          :options="IN_LINE_KINDS.map((k) => ({ value: k, label: KINDS[k].label }))"
          @change="(v) => void (insertKind = v as ComponentKind)"
        />
        <button
          type="button"
          class="button quiet text-sm"
          @click="emit('run', 'Put in line', putInLine(line.id, insertKind))"
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
          @change="(v) => void (teeKind = v as ComponentKind)"
        />
        <button
          type="button"
          class="button quiet text-sm"
          @click="emit('run', 'Tee off', teeOff(line.id, teeKind))"
        >
          Tee off
        </button>
      </div>
      <button
        type="button"
        class="button quiet text-sm"
        @click="emit('run', 'Take a line off', takeOffLine(line.id))"
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
  </div>
</template>
