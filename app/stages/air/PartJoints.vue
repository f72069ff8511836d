<script setup lang="ts">
import { KINDS } from '#core/catalog/kinds'
import type { Change } from '#core/air/circuit/editing'
import { connectPorts, interchangeableKinds, replacePart } from '#core/air/circuit/operations'
import { partOperations } from '#core/air/circuit/offered'
import { openPorts } from '#core/air/circuit/connections'
import { portsOf } from '#core/air/parts/parts'
import type { AirPlan, ComponentKind } from '#core/document/types'

/** What the chosen part is joined to, and the operations on it. */
const { air, partId } = defineProps<{ air: AirPlan; partId: string }>()
const emit = defineEmits<{ choose: [id: string]; run: [label: string, change: Change] }>()
const label = (id: string) => air.components[id]?.label ?? id
const kind = computed(() => air.components[partId]!.kind)
const neighbours = computed(() =>
  Object.entries(air.lines).flatMap(([id, l]) =>
    l.from === partId
      ? [{ id, port: l.fromPort, other: l.to }]
      : l.to === partId
        ? [{ id, port: l.toPort, other: l.from }]
        : [],
  ),
)
const isPlug = (id: string) => air.components[id]?.kind === 'plug'
const plugged = (id: string, port: string) =>
  Object.values(air.lines).some(
    (l) =>
      (l.from === id && l.fromPort === port && isPlug(l.to)) ||
      (l.to === id && l.toPort === port && isPlug(l.from)),
  )
/** Every port of the circuit that is open or only plugged. */
const freePorts = computed(() => {
  const open = openPorts(air)
  const isOpen = (component: string, port: string) =>
    open.some((p) => p.component === component && p.port === port)
  return Object.keys(air.components)
    .filter((id) => !isPlug(id))
    .flatMap((id) =>
      portsOf(air, id)
        .filter((p) => p.type !== 'exhaust' && (plugged(id, p.id) || isOpen(id, p.id)))
        .map((p) => ({ component: id, port: p.id, type: p.type })),
    )
})
/** Ports of other parts to which a free port of this part could be joined. */
const joinable = computed(() =>
  freePorts.value
    .filter((mine) => mine.component === partId)
    .flatMap((mine) =>
      freePorts.value
        .filter((other) => other.component !== partId && other.type === mine.type)
        .map((other) => ({
          value: `${mine.port}|${other.component}|${other.port}`,
          label: `“${mine.port}” to ${label(other.component)} “${other.port}”`,
        })),
    ),
)
const join = ref('')
function joinIt(): void {
  const [port, component, other] = (join.value || joinable.value[0]!.value).split('|') as [
    string,
    string,
    string,
  ]
  emit('run', 'Join two ports', connectPorts({ component: partId, port }, { component, port: other }))
}
const kindsForIt = computed(() => interchangeableKinds(kind.value))
const otherKind = ref<ComponentKind | null>(null)
watch(
  () => partId,
  () => {
    join.value = ''
    otherKind.value = null
  },
)
function replaceIt(): void {
  emit('run', 'Replace a part', replacePart(partId, otherKind.value ?? kindsForIt.value[0]!))
}
</script>

<template>
  <div class="grid gap-3 md:grid-cols-2 mt-3">
    <div>
      <h3 class="label">Joined to</h3>
      <ul class="text-sm">
        <li v-for="n in neighbours" :key="n.id" class="flex gap-2 items-center border-b border-line py-0.5">
          <span class="font-mono text-xs w-14">{{ n.port }}</span><button
            type="button"
            class="underline text-left min-h-7"
            @click="emit('choose', n.other)"
          >
            {{ label(n.other) }}</button
          ><button type="button" class="label underline ml-auto min-h-7 px-1" @click="emit('choose', n.id)">
            line
          </button>
        </li>
      </ul>
    </div>
    <div>
      <h3 class="label">Do with it</h3>
      <div class="flex flex-wrap gap-2 items-end">
        <button
          v-for="o in partOperations(air, partId)"
          :key="o.id"
          type="button"
          class="button quiet text-sm"
          @click="emit('run', o.label, o.run)"
        >
          {{ o.label }}
        </button>
      </div>
      <div v-if="kindsForIt.length" class="flex flex-wrap gap-2 items-end mt-2">
        <PickField
          label="Put in its place"
          class="w-52"
          :value="otherKind ?? kindsForIt[0]!"
          :options="kindsForIt.map((k) => ({ value: k, label: KINDS[k].label }))"
          @change="(v) => void (otherKind = v as ComponentKind)"
        />
        <button type="button" class="button quiet text-sm" @click="replaceIt">Replace</button>
      </div>
      <div v-if="joinable.length" class="flex flex-wrap gap-2 items-end mt-2">
        <PickField
          label="Join"
          class="w-64"
          :value="join || joinable[0]!.value"
          :options="joinable"
          @change="(v) => void (join = v)"
        />
        <button type="button" class="button quiet text-sm" @click="joinIt">Join</button>
      </div>
    </div>
  </div>
</template>
