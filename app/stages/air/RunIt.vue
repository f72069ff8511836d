<script setup lang="ts">
import { Download, Hand, Pause, Play, Square } from '@lucide/vue'
import { runCsv } from '#core/air/run/runText'
import { showText } from '#core/quantity/units'
import type { Player } from './player'

/** Runs the planned circuit in time: a scenario that is played and scrubbed, or live with valves to press. */
const { player } = defineProps<{ player: Player }>()
const shop = useShop()
const { scenarios, chosen, scenarioId, ran, hands, running, problem, stale, at, speed, playing, row } = player
const SPEEDS = [1, 5, 20, 200, 2000]
const loaded = ref(true)
const time = computed(() => row.value?.[0] ?? 0)

function save(): void {
  if (ran.value?.whole && ran.value.scenario)
    saveFile(`run-${ran.value.scenario.id}.csv`, runCsv(ran.value.scenario, ran.value.whole), 'text/csv')
}
</script>

<template>
  <section v-if="scenarios.length" class="sheet p-4" aria-label="Run it">
    <div class="flex flex-wrap gap-3 items-end mb-2">
      <h2 class="mr-auto">Run it</h2>
      <PickField
        label="What happens"
        class="grow max-w-md min-w-52"
        :value="scenarioId"
        :options="scenarios.map((s) => ({ value: s.id, label: s.label }))"
        @change="(v) => void (chosen = v)"
      />
      <button v-if="!running" type="button" class="button" @click="player.start">
        <Play :size="16" aria-hidden="true" />Run
      </button>
      <button v-else type="button" class="button" @click="player.stop">
        <Square :size="16" aria-hidden="true" />Stop
      </button>
      <button type="button" class="button quiet" @click="player.takeOver(loaded)">
        <Hand :size="16" aria-hidden="true" />By hand
      </button>
      <label class="touch flex items-center gap-1.5 text-sm"
        ><input v-model="loaded" type="checkbox" class="accent-petrol size-4" />loaded</label
      >
    </div>
    <p v-if="running" class="label" role="status">Running…</p>
    <p v-if="problem" class="text-sm text-brick font-semibold" role="alert">{{ problem }}</p>
    <template v-if="ran">
      <p v-if="stale" class="text-sm text-ochre-deep font-semibold">
        The plan has changed since; run it again.
      </p>
      <HandsOn v-if="hands" :player="player" :hands="hands" />
      <RunCharts :player="player" />
      <div class="flex flex-wrap gap-3 items-center mt-1">
        <button type="button" class="button quiet touch" @click="player.play">
          <component :is="playing ? Pause : Play" :size="16" aria-hidden="true" />{{
            playing ? 'Hold' : 'Play'
          }}
        </button>
        <input
          v-model.number="at"
          type="range"
          min="0"
          max="1"
          step="0.002"
          class="grow accent-petrol touch min-w-40"
          aria-label="Place in the run"
          :aria-valuetext="showText(time, 'time', shop.units)"
          :disabled="!!hands && playing"
        />
        <span class="figure text-sm w-20 text-right">{{ showText(time, 'time', shop.units) }}</span>
        <PickField
          hide-label
          label="Speed"
          class="w-28"
          :value="String(speed)"
          :options="SPEEDS.map((s) => ({ value: String(s), label: `${s} ×` }))"
          @change="(v) => void (speed = Number(v))"
        />
        <button v-if="ran.whole" type="button" class="button quiet" @click="save">
          <Download :size="16" aria-hidden="true" />CSV
        </button>
        <button v-if="hands" type="button" class="button quiet" @click="player.stop">
          <Square :size="16" aria-hidden="true" />Let go
        </button>
      </div>
      <RunReadings :player="player" />
    </template>
    <ScenarioEditor :scenario-id="scenarioId" :scenarios="scenarios" @chosen="(v) => void (chosen = v)" />
    <p class="label mt-2">
      Gas mass and temperature in every volume, ISO 6358 valves, tubes with friction, the truck on its
      springs. Class figures; the parts’ own sheets rule.
    </p>
  </section>
</template>
