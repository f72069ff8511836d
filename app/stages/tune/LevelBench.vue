<script setup lang="ts">
import type { LevelState, LevelStill } from '#core/devices/types'
import { showText } from '#core/quantity/units'
import type { Devices } from '~/devices/useDevices'

/**
 * Levelling on the simulated devices: what it does and why not, its lock, what it has learned, a door and a
 * trailer.
 */
const { devices, level } = defineProps<{ devices: Devices; level: LevelState }>()
const { state, ask } = devices
const shop = useShop()
const length = (m: number) => showText(m, 'length', shop.units)

const STILL: Record<LevelStill, string> = {
  'no-power': 'it has no power: turn the key on',
  locked: 'its service lock is on',
  teaching: 'it is being taught',
  'not-taught': 'it was not taught yet',
  door: 'a door is open',
  key: 'the key is off',
  hitch: 'a trailer is being hitched',
}
const DOING = { fills: 'fills', vents: 'vents', quiet: 'is quiet' }
const height = computed(() => {
  const { missing } = level
  if (Math.abs(missing) < 0.0005) return 'as high as it is held'
  return `${length(Math.abs(missing))} ${missing > 0 ? 'low' : 'high'}`
})
const PLACES = [
  { id: 'low', label: 'Low' },
  { id: 'high', label: 'High' },
  { id: 'ride', label: 'Ride height' },
] as const
const move = (way: 'up' | 'down' | 'let-go') => void ask({ do: 'move', side: 'both', way })
const isKey = (event: KeyboardEvent) => event.key === ' ' || event.key === 'Enter'
function holdKey(event: KeyboardEvent, way: 'up' | 'down'): void {
  if (!isKey(event)) return
  event.preventDefault()
  if (!event.repeat) move(way)
}
</script>

<template>
  <div class="space-y-3" role="group" aria-label="What levels">
    <p class="text-sm" aria-live="polite">
      {{ level.kind === 'valve' ? 'The height valve' : 'The controller' }}
      <strong>{{ DOING[level.doing] }}</strong><template v-if="level.still"
        >: {{ STILL[level.still] }}</template
      >; the truck stands {{ height }}.
      <template v-if="level.pushed">A hand holds its arm {{ level.pushed }}.</template>
      <template v-if="level.sees"
        >Its sensors say {{ length(level.sees.left) }} left, {{ length(level.sees.right) }} right, from ride
        height.</template
      >
    </p>
    <p v-if="level.fillsDump" class="text-sm text-brick" role="alert">
      It filled while the dump stood open: that air came from the tank. Hold its arm down, or shut its supply.
    </p>
    <template v-if="level.kind === 'controller'">
      <div class="flex flex-wrap gap-2">
        <button type="button" class="button quiet" @click="ask({ do: 'lock', isOn: !level.isLocked })">
          {{ level.isLocked ? 'Service lock off' : 'Service lock on' }}
        </button>
        <button type="button" class="button quiet" @click="ask({ do: 'set', door: !state!.door })">
          {{ state!.door ? 'Shut the door' : 'Open a door' }}
        </button>
        <button type="button" class="button quiet" @click="ask({ do: 'set', hitching: !state!.hitching })">
          {{ state!.hitching ? 'Trailer is hitched' : 'Begin to hitch' }}
        </button>
        <button
          v-if="!level.isTeaching"
          type="button"
          class="button quiet"
          @click="ask({ do: 'teach', what: 'begin' })"
        >
          Begin to teach it
        </button>
      </div>
      <div v-if="level.isTeaching" class="flex flex-wrap gap-2 items-center">
        <button
          v-for="way in ['up', 'down'] as const"
          :key="way"
          type="button"
          class="button quiet touch"
          @pointerdown="move(way)"
          @pointerup="move('let-go')"
          @pointerleave="level.doing !== 'quiet' && move('let-go')"
          @keydown="(event) => holdKey(event, way)"
          @keyup="(event) => isKey(event) && move('let-go')"
        >
          Body {{ way }}
        </button>
        <button
          v-for="{ id, label } in PLACES"
          :key="id"
          type="button"
          class="button quiet"
          @click="ask({ do: 'teach', what: id })"
        >
          {{ label }} is here
        </button>
        <button type="button" class="button" @click="ask({ do: 'teach', what: 'end' })">Taught</button>
      </div>
      <dl class="grid grid-cols-3 gap-3 text-sm">
        <div v-for="{ id, label } in PLACES" :key="id">
          <dt class="label">{{ label }}, as taught</dt>
          <dd class="figure">
            {{
              level.taught[id]
                ? `L ${length(level.taught[id]!.left)} · R ${length(level.taught[id]!.right)}`
                : 'not yet'
            }}
          </dd>
        </div>
      </dl>
    </template>
  </div>
</template>
