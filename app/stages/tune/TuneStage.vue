<script setup lang="ts">
import type { Preset } from '#core/document/types'
import { fromSi, showText, toSi, unitFor } from '#core/quantity/units'
import { HOLDS, KEPT, MARK } from '#core/tune/held'
import { withLive } from '../stageDrawers'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const stage = computed(() => job.derived!.stages.tune)
const spring = computed(() => job.derived!.stages.air.result.spring)
const teed = computed(() => job.derived!.stages.air.result.teed)
const top = computed(() => (spring.value?.maxPressure ?? 700_000) * 1.1)
const share = (p: number) => `${Math.min(Math.max((p / top.value) * 100, 0), 100)}%`
const presets = computed(() =>
  job.hauls
    .map(([id, haul]) => ({ id, haul, preset: stage.value.result.presets[id] }))
    .filter((p) => p.preset),
)

/** A pressure as a person would set it: whole steps of the shop's unit, 5 kPa in kPa, 0.05 in bar. */
function rounded(p: number): number {
  const unit = unitFor('pressure', shop.units)
  const step = { psi: 1, bar: 0.05, kPa: 5 }[shop.units.pressure]
  const shown = Math.round(fromSi(p, unit) / step) * step
  const low = spring.value?.minPressure ?? 0
  return Math.max(toSi(shown, unit), low)
}
function store(id: string, change: Partial<Preset>): void {
  const now = stage.value.result.presets[id]!
  const next = { left: now.left, right: now.right, ...change }
  if (teed.value) next.left = next.right = change.left ?? change.right ?? next.left
  job.edit('Set a preset', (draft) => {
    draft.tune.presets[id] = next
  })
}
function storeAll(): void {
  job.edit('Store what Load found', (draft) => {
    const load = job.derived!.stages.load.result.hauls
    for (const { id } of presets.value)
      draft.tune.presets[id] = {
        left: rounded(Math.max(load[id]!.left.pressure, stage.value.result.minimum)),
        right: rounded(Math.max(load[id]!.right.pressure, stage.value.result.minimum)),
      }
  })
}
function follow(id: string): void {
  job.edit('Follow Load', (draft) => Reflect.deleteProperty(draft.tune.presets, id))
}

const MemoryPlan = laterComponent(() => import('./MemoryPlan.vue'))
const SetUpCard = laterComponent(() => import('./SetUpCard.vue'))
const LevelLoops = laterComponent(() => import('./LevelLoops.vue'))
const ThreeWays = laterComponent(() => import('./ThreeWays.vue'))
const WeatherTable = laterComponent(() => import('./WeatherTable.vue'))
/** True if the control stores pressures. */
const hasMemories = computed(() => job.derived!.stages.air.result.block !== null)
/** True if something holds the height automatically. */
const LEVELS = ['heightValve', 'controller']
const levels = computed(() =>
  Object.values(job.plan!.air.components).some(({ kind }) => LEVELS.includes(kind)),
)
/** True if the pressure sets itself, so that there is nothing to store. */
const comesOfItself = computed(() => stage.value.result.heldBy === 'height')
const VIEWS = [{ id: 'bars', title: 'Presets' }]
/** Readings of the road trial with both lips measured. */
const taped = computed(
  () =>
    Object.values(job.plan!.tune.trials).filter(
      (t) => t.setAside === null && t.lipLeft !== null && t.lipRight !== null,
    ).length,
)
const drawers = computed(() => {
  if (!presets.value.length) return withLive('tune', {}).filter((d) => d.id === 'minimum')
  const stored = presets.value.filter((p) => !p.preset!.followsLoad).length
  const { shared } = stage.value.result
  const all = withLive('tune', {
    memories: shared ? `${shared.needed} of ${job.plan!.tune.memories}` : undefined,
    presets: comesOfItself.value ? 'none to store' : `${stored} of ${presets.value.length}`,
    minimum: showText(stage.value.result.minimum, 'pressure', shop.units),
    trial: taped.value ? `${taped.value} taped` : 'not yet',
  })
  const shown: Partial<Record<string, boolean>> = { memories: hasMemories.value, levelling: levels.value }
  return all.filter(({ id }) => shown[id] ?? true)
})
</script>

<template>
  <DrawerBench stage="tune" :drawers="drawers" :views="VIEWS">
    <template #view-bars>
      <div v-if="!presets.length" class="sheet p-5">
        {{
          spring
            ? 'No haul yet. Say at Load what the truck carries; each haul gets its preset here.'
            : 'No air spring in this plan: there is no pressure to set.'
        }}
      </div>
      <div v-else class="sheet p-4">
        <div
          v-for="{ id, haul, preset } in presets"
          :key="id"
          class="grid gap-x-4 grid-cols-[130px_1fr] sm:grid-cols-[170px_1fr_110px] items-center border-t first:border-0 border-line"
          :class="{ 'bg-chosen': screen.subject === id }"
        >
          <p class="font-head font-semibold">{{ haul.label }}</p>
          <div class="relative h-14" aria-hidden="true">
            <template v-for="(side, i) in ['left', 'right'] as const" :key="side">
              <div class="absolute inset-x-0 h-3 rounded bg-line" :style="{ top: `${8 + i * 24}px` }">
                <span
                  class="absolute inset-y-0 bg-mint/70"
                  :style="{
                    left: share(stage.result.minimum),
                    width: `calc(${share(spring?.maxPressure ?? 0)} - ${share(stage.result.minimum)})`,
                  }"
                />
              </div>
              <span
                class="absolute w-1.5 h-6 rounded"
                :style="{
                  left: `calc(${share(preset![side])} - 3px)`,
                  top: `${2 + i * 24}px`,
                  background: side === 'left' ? 'var(--ochre)' : 'var(--iris)',
                }"
              />
              <span
                class="absolute w-0.5 h-6 bg-ink/60"
                :style="{
                  left: share(job.derived!.stages.load.result.hauls[id]![side].pressure),
                  top: `${2 + i * 24}px`,
                }"
              />
            </template>
          </div>
          <p class="hidden sm:block figure text-right text-sm whitespace-nowrap">
            {{ showText(preset!.left, 'pressure', shop.units) }}<br />{{
              showText(preset!.right, 'pressure', shop.units)
            }}
          </p>
        </div>
        <p class="label">
          Thick mark: {{ MARK[stage.result.heldBy] }}. Thin mark: what Load asks. Band: minimum to maximum.
          {{ HOLDS[stage.result.heldBy] }}
        </p>
      </div>
    </template>
    <template v-if="presets.length" #presets>
      <div class="sheet p-4 space-y-3">
        <p v-if="comesOfItself" class="label">
          The height is held: the pressure comes of itself to what the load asks, and nothing is stored.
        </p>
        <button v-else type="button" class="button" @click="storeAll">
          {{ hasMemories ? 'Store what Load found' : 'Note what Load found' }}
        </button>
        <div
          v-for="{ id, haul, preset } in presets"
          :key="id"
          class="grid gap-x-4 gap-y-1 md:grid-cols-[1fr_290px] items-center border-t border-line pt-2"
          :class="{ 'bg-chosen': screen.subject === id }"
          :data-subject="id"
        >
          <div>
            <p class="font-head font-semibold">{{ haul.label }}</p>
            <p class="label">
              {{ KEPT[stage.result.heldBy][preset!.followsLoad ? 'followed' : 'stored'] }}
              <button v-if="!preset!.followsLoad" type="button" class="underline" @click="follow(id)">
                follow Load
              </button>
            </p>
          </div>
          <p v-if="comesOfItself" class="figure">
            <Fig :figure="stage.figures[`${id}.left`]!" /> left,
            <Fig :figure="stage.figures[`${id}.right`]!" />
            right
          </p>
          <div v-else class="grid grid-cols-2 gap-2">
            <NumField
              :label="`${haul.label}, ${teed ? 'both' : 'left'}`"
              :value="preset!.left"
              quantity="pressure"
              :min="0"
              :max="3e6"
              @change="(v) => store(id, { left: v })"
            />
            <NumField
              v-if="!teed"
              :label="`${haul.label}, right`"
              :value="preset!.right"
              quantity="pressure"
              :min="0"
              :max="3e6"
              @change="(v) => store(id, { right: v })"
            />
          </div>
        </div>
      </div>
    </template>
    <template #minimum>
      <div class="sheet p-4 grid gap-3 sm:grid-cols-3 items-end" data-subject="minimum">
        <NumField
          label="Minimum kept up"
          :value="stage.result.minimum"
          quantity="pressure"
          :min="0"
          :max="3e6"
          @change="(v) => job.edit('Minimum kept up', (draft) => void (draft.tune.minimum = v))"
        />
        <p>
          In force: <Fig :figure="stage.figures.minimum" />{{ ' ' }}
          <button
            v-if="job.plan!.tune.minimum !== null"
            type="button"
            class="underline text-sm touch"
            @click="job.edit('Take the spring’s minimum', (draft) => void (draft.tune.minimum = null))"
          >
            take the spring’s own
          </button>
        </p>
        <p class="label">Never run empty: under its minimum a spring folds and chafes.</p>
      </div>
    </template>
    <template v-if="presets.length && hasMemories" #memories><MemoryPlan /></template>
    <template v-if="levels" #levelling><LevelLoops /></template>
    <template v-if="presets.length" #weather><WeatherTable /></template>
    <template v-if="presets.length" #setup><SetUpCard /></template>
    <template v-if="presets.length" #ways><ThreeWays /></template>
    <template v-if="spring" #trial><RoadTrial /></template>
  </DrawerBench>
</template>
