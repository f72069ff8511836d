<script setup lang="ts">
import { Scale, Upload } from '@lucide/vue'
import { ordered, type Ticket } from '#core/document/types'
import { takeTicket } from '#core/truck/tickets'
import { simulatedWeighbridge } from '#core/truck/weighbridge'
import { focusIn } from '~/shell/drawers'

/** Scale tickets: typed from paper, read from a CSV, or from the simulated weighbridge. */
const job = useJob()
const plan = computed(() => job.plan!)
const tickets = computed(() => ordered(plan.value.truck.tickets))
const next = () => Math.max(0, ...tickets.value.map(([, t]) => t.order)) + 1
const problems = ref<string[]>([])
const add = (label: string, list: Omit<Ticket, 'order'>[]) =>
  job.edit(label, (draft) => {
    let order = next()
    for (const ticket of list)
      draft.truck.tickets[`t${crypto.randomUUID().slice(0, 8)}`] = { ...ticket, order: order++ }
  })
const set = (id: string, label: string, change: (ticket: Ticket) => void) =>
  job.edit(label, (draft) => change(draft.truck.tickets[id]!))
const AXLES = ['front', 'rear'] as const
const AXLE_WORDS = { front: 'Front axle', rear: 'Rear axle' }
/** Wheel weights no longer add up after an axle is typed. */
const setAxle = (id: string, axle: (typeof AXLES)[number], mass: number) =>
  set(id, `${AXLE_WORDS[axle]} of a ticket`, (ticket) => {
    ticket[axle] = mass
    ticket.corners = null
  })

async function read(event: Event): Promise<void> {
  const input = event.target as HTMLInputElement
  const file = input.files?.[0]
  if (!file) return
  const { readTickets } = await import('#core/truck/ticketTable')
  const { tickets: found, problems: wrong } = readTickets(await file.text())
  problems.value = wrong ?? []
  if (found) add(found.length === 1 ? 'Read a ticket' : `Read ${found.length} tickets`, found)
  input.value = ''
}
const weighing = ref('')
/** The simulated weighbridge: what the plan computes for the haul, to the scale's own step. */
function weigh(): void {
  const solved = job.derived!.stages.load.result.hauls[weighing.value]
  const wheels = solved?.laden ?? job.derived!.stages.truck.result.truck.unladen
  add('Weigh on the simulated scale', [
    {
      label: `Simulated, ${solved ? solved.label : 'empty'}`,
      at: new Date().toISOString().slice(0, 10),
      haul: solved ? weighing.value : null,
      ...simulatedWeighbridge().weigh(wheels),
      simulated: true,
    },
  ])
}
function typeOne(): void {
  const at = new Date().toISOString().slice(0, 10)
  add('Add a ticket', [
    { label: 'Ticket', at, haul: null, front: 0, rear: 0, corners: null, step: 20, simulated: false },
  ])
  void focusIn('[data-drawer="weights"] tbody tr:last-child')
}
function remove(id: string): void {
  job.edit(`Take away ${plan.value.truck.tickets[id]!.label}`, (draft) =>
    Reflect.deleteProperty(draft.truck.tickets, id),
  )
}
const computedFor = (ticket: Ticket) =>
  ticket.haul ? job.derived!.stages.load.result.hauls[ticket.haul] : undefined
const hauls = useHaulChoices('nothing aboard')
const heads = ['Ticket', 'Aboard', 'Front axle', 'Rear axle', 'In the plan']
</script>

<template>
  <section class="sheet p-4" aria-label="Scale tickets">
    <div class="flex flex-wrap items-end gap-2 mb-2">
      <h2 class="mr-auto">Scale tickets</h2>
      <label class="button quiet cursor-pointer focus-within:outline-3 focus-within:outline-blue"
        ><Upload :size="16" aria-hidden="true" />Read a CSV<input
          type="file"
          accept=".csv,text/csv"
          class="sr-only"
          @change="read"
      /></label>
      <PickField
        label="Aboard"
        class="w-44"
        :value="weighing"
        :options="hauls"
        @change="(v) => void (weighing = v)"
      />
      <button type="button" class="button quiet" @click="weigh">
        <Scale :size="16" aria-hidden="true" />Simulated weighbridge
      </button>
      <button type="button" class="button quiet" @click="typeOne">Type one</button>
    </div>
    <ul v-if="problems.length" role="alert" class="text-sm text-brick font-semibold mb-2">
      <li v-for="p in problems.slice(0, 6)" :key="p">{{ p }}</li>
    </ul>
    <p v-if="tickets.length === 0" class="label">
      None yet. A CSV has a heading line with “label, date, front, rear”, or the four wheels “front left,
      front right, rear left, rear right”; kg unless it says lb.
    </p>
    <FieldTable v-else :heads last="Use or take away">
      <tr v-for="[id, t] in tickets" :key="id" class="border-t border-line" :data-subject="id">
        <td class="pr-2 py-0.5">
          <TextField
            hide-label
            :label="`Name of ticket ${t.label}`"
            :value="t.label"
            :max="80"
            @change="(v) => set(id, 'Name a ticket', (x) => void (x.label = v))"
          /><span v-if="t.simulated" class="text-xs text-ochre-deep">simulated</span>
        </td>
        <td class="pr-2 w-36">
          <PickField
            hide-label
            :label="`Aboard on ${t.label}`"
            :value="t.haul ?? ''"
            :options="hauls"
            @change="(v) => set(id, 'What was aboard', (x) => void (x.haul = v || null))"
          />
        </td>
        <td v-for="axle in AXLES" :key="axle" class="pr-2 w-28">
          <NumField
            hide-label
            :label="`${AXLE_WORDS[axle]} on ${t.label}`"
            :value="t[axle]"
            quantity="mass"
            :min="0"
            :max="100000"
            @change="(v) => setAxle(id, axle, v)"
          />
        </td>
        <td class="pr-2 whitespace-nowrap">
          <template v-if="computedFor(t)"
            ><FigText :value="computedFor(t)!.frontAxle" quantity="mass" />,
            <FigText :value="computedFor(t)!.rearAxle" quantity="mass" /></template
          ><template v-else
            ><FigText :value="job.derived!.stages.truck.result.frontAxle" quantity="mass" />,
            <FigText :value="job.derived!.stages.truck.result.rearAxle" quantity="mass"
          /></template>
        </td>
        <td class="whitespace-nowrap text-right">
          <button
            v-if="t.haul === null && !t.simulated"
            type="button"
            class="underline touch min-h-[24px] mr-1"
            :aria-label="`Use ${t.label} as the unladen weight`"
            @click="job.applyRemedy(takeTicket(plan.truck, t))"
          >
            use
          </button>
          <TakeAway :label="`Take away ticket ${t.label}`" @click="remove(id)" />
        </td>
      </tr>
    </FieldTable>
  </section>
</template>
