<script setup lang="ts">
import { Server, Square, Zap } from '@lucide/vue'
import { defineAsyncComponent } from 'vue'
import { operationPatches } from '#core/air/circuit/offered'
import { setLabel, setsToTry, unbeatenSets, withSet, type SetTried } from '#core/air/run/whichSet'
import { fromSi, showText, unitFor } from '#core/quantity/units'
import type { Cloud } from '~/pictures/ScatterChart.vue'
import { hireSeveral, workOff, type Hired } from '~/workers/hire'

const ScatterChart = defineAsyncComponent(() => import('~/pictures/ScatterChart.vue'))

/** Tries every sensible set on all hauls: here in a pool of workers, or queued on the server. */
const job = useJob()
const shop = useShop()
const choices = computed(() => setsToTry(job.plan!.air))
const runs = computed(() => choices.value.length * job.hauls.length)
const tried = shallowRef<SetTried[]>([])
const total = ref(0)
const count = ref(0)
const where = ref<'here' | 'server' | null>(null)
const problem = ref('')
const plan = shallowRef<unknown>(null)
const stale = computed(() => tried.value.length > 0 && plan.value !== job.plan)
let pool: Hired<'sweep'>[] = []
let poll: ReturnType<typeof setTimeout> | undefined
let sweepId = ''

function stop(): void {
  pool.forEach(({ end }) => end())
  pool = []
  clearTimeout(poll)
  if (where.value === 'server' && sweepId)
    void callApi(`/api/jobs/${job.id}/sweeps/${sweepId}`, { method: 'DELETE' }).catch(() => {})
  where.value = null
}
onScopeDispose(stop)

function begin(): void {
  stop()
  problem.value = ''
  tried.value = []
  count.value = 0
  total.value = choices.value.length
  plan.value = job.plan
}
async function sweepHere(): Promise<void> {
  begin()
  where.value = 'here'
  const plain = JSON.parse(JSON.stringify(job.plan)) as unknown
  const mine = hireSeveral('sweep', choices.value.length)
  pool = mine
  try {
    await workOff(
      mine,
      choices.value,
      (work) => work.open(plain),
      async (work, choice) => {
        const result = await work.tryOne(choice)
        if (pool !== mine) return
        count.value++
        if (result) tried.value = [...tried.value, result]
      },
    )
  } catch (error) {
    problem.value = `Trying the sets stopped: ${(error as Error).message}`
  }
  if (pool === mine) stop()
}
async function sweepServer(): Promise<void> {
  begin()
  where.value = 'server'
  try {
    await job.save()
    const made = await callApi<{ id: string; total: number }>(`/api/jobs/${job.id}/sweeps`, {
      method: 'POST',
      body: {},
    })
    sweepId = made.id
    total.value = made.total
    const ask = async () => {
      const at = await callApi<{
        state: 'waiting' | 'running' | 'done' | 'failed' | 'stopped'
        done: number
        total: number
        results: SetTried[]
        problem: string
      }>(`/api/jobs/${job.id}/sweeps/${made.id}`)
      count.value = at.done
      tried.value = at.results
      if (at.state === 'failed') problem.value = at.problem
      if (at.state === 'waiting' || at.state === 'running')
        poll = setTimeout(() => void ask().catch(fail), 700)
      else where.value = null
    }
    await ask()
  } catch (error) {
    fail(error)
  }
}
function fail(error: unknown): void {
  problem.value = (error as Error).message
  where.value = null
}

const best = computed(() => unbeatenSets(tried.value))
const ranked = computed(() => [...best.value].sort((a, b) => a.seconds! - b.seconds!))
const size = (t: SetTried) => 4 + Math.sqrt(t.volume * 1000) * 2
const clouds = computed<Cloud[]>(() => {
  const amps = unitFor('current', shop.units)
  const of = (list: SetTried[]) =>
    list.map((t) => ({ x: t.seconds!, y: fromSi(t.current, amps), size: size(t), name: setLabel(t) }))
  return [
    { label: 'nothing beats it', colour: '--petrol', shape: 'rectRot', points: of(ranked.value) },
    {
      label: 'beaten',
      colour: '--soft',
      shape: 'circle',
      points: of(tried.value.filter((t) => t.seconds !== null && !best.value.has(t))),
    },
  ]
})
const short = computed(() => tried.value.filter((t) => t.seconds === null).length)
const take = (t: SetTried) =>
  job.applyRemedy({
    label: 'Take this set',
    patches: operationPatches(job.plan!.air, (air) => withSet(air, t)),
  })
</script>

<template>
  <section v-if="choices.length > 1" class="sheet p-4" aria-label="Which set">
    <div class="flex flex-wrap gap-3 items-center">
      <h2 class="mr-auto">Which set</h2>
      <p class="label">{{ choices.length }} sets, {{ runs }} runs</p>
      <template v-if="where === null">
        <button type="button" class="button" @click="sweepHere">
          <Zap :size="16" aria-hidden="true" />Try them all
        </button>
        <button type="button" class="button quiet" @click="sweepServer">
          <Server :size="16" aria-hidden="true" />On the server
        </button>
      </template>
      <button v-else type="button" class="button" @click="stop">
        <Square :size="16" aria-hidden="true" />Stop
      </button>
    </div>
    <p class="label">
      Every compressor, tank, bore and block that fits, loaded at the minimum and brought up, haul by haul.
    </p>
    <div v-if="where" class="mt-2" aria-live="polite">
      <progress class="w-full accent-petrol" :value="count" :max="total" aria-label="Sets tried" /><span
        class="label"
        >{{ count }} of {{ total }}{{ where === 'server' ? ' on the server' : '' }}</span
      >
    </div>
    <p v-if="problem" class="text-sm text-brick font-semibold" role="alert">{{ problem }}</p>
    <p v-if="stale" class="text-sm text-ochre-deep font-semibold">
      The plan has changed since; try them again.
    </p>
    <template v-if="tried.length">
      <ScatterChart
        :clouds="clouds"
        across="s to the slowest haul"
        up="A at most"
        label="Sets by time and current; the larger the mark the more room it takes"
        @choose="
          (c, p) => {
            const t = c === 0 ? ranked[p] : undefined
            if (t) take(t)
          }
        "
      />
      <p v-if="short" class="label">{{ short }} fall short of a haul and are left out.</p>
      <p v-if="count > tried.length && !where" class="label">
        {{ count - tried.length }} could not be run to their end and are left out.
      </p>
      <ScrollTable aria-label="Sets nothing beats">
        <thead>
          <tr class="text-left border-b border-line">
            <th class="py-1">Nothing beats these</th>
            <th class="text-right pl-3">Slowest haul</th>
            <th class="text-right pl-3">Past target</th>
            <th class="text-right pl-3">Current</th>
            <th class="text-right pl-3">Room</th>
            <th><span class="sr-only">Choose</span></th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="(t, i) in ranked" :key="i" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-1">{{ setLabel(t) }}</th>
            <td class="figure text-right whitespace-nowrap pl-3">
              {{ showText(t.seconds, 'time', shop.units) }}
            </td>
            <td class="figure text-right whitespace-nowrap pl-3">
              {{ showText(t.overshoot, 'pressure', shop.units) }}
            </td>
            <td class="figure text-right whitespace-nowrap pl-3">
              {{ showText(t.current, 'current', shop.units) }}
            </td>
            <td class="figure text-right whitespace-nowrap pl-3">
              {{ showText(t.volume, 'volume', shop.units) }}
            </td>
            <td class="text-right">
              <button
                type="button"
                class="button quiet text-sm whitespace-nowrap ml-3"
                :aria-label="`Take ${setLabel(t)}`"
                @click="take(t)"
              >
                Take it
              </button>
            </td>
          </tr>
        </tbody>
      </ScrollTable>
    </template>
  </section>
</template>
