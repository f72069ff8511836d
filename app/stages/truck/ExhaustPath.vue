<script setup lang="ts">
import { Plus } from '@lucide/vue'
import { focusIn } from '~/shell/drawers'
import { useTruck } from './useTruck'

const { truck, set } = useTruck()
/** A new bend half-way between the last two, or at the rear axle if there is none. */
function addBend(): void {
  set('Add a bend of the exhaust', (t) => {
    const { points } = t.exhaust
    const [a, b] = points.slice(-2)
    const between = a && b && { x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 }
    const at = between ?? { x: 0, y: -0.3, z: t.frame.top - t.frame.depth }
    points.splice(Math.max(points.length - 1, 0), 0, at)
  })
  void focusIn(`[data-drawer] [data-subject="bend-${Math.max(truck.value.exhaust.points.length - 2, 0)}"]`)
}
</script>

<template>
  <section class="sheet p-4" aria-label="Exhaust path, front to tail">
    <h2 class="mb-1">Exhaust path, front to tail</h2>
    <div
      v-for="(p, i) in truck.exhaust.points"
      :key="i"
      :data-subject="`bend-${i}`"
      class="grid grid-cols-1 sm:grid-cols-[1fr_1fr_0.7fr_auto] gap-3 py-1 items-end"
    >
      <PlaceFields
        :of="`Bend ${i + 1}`"
        :at="p"
        @move="(v, axis) => set('Move a bend of the exhaust', (t) => void (t.exhaust.points[i]![axis] = v))"
      />
      <TakeAway
        :label="`Take away bend ${i + 1}`"
        @click="set('Take a bend away', (t) => t.exhaust.points.splice(i, 1))"
      />
    </div>
    <div class="flex gap-3 items-end py-2">
      <button type="button" class="button quiet" @click="addBend">
        <Plus :size="16" aria-hidden="true" />Bend
      </button>
      <NumField
        label="Pipe radius"
        class="w-40"
        :value="truck.exhaust.radius"
        quantity="length"
        :min="0"
        :max="0.3"
        @change="(v) => set('Pipe radius', (t) => void (t.exhaust.radius = v))"
      />
    </div>
  </section>
</template>
