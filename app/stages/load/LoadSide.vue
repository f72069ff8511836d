<script setup lang="ts">
import { couplingPlace, itemStandsAt } from '#core/catalog/truckGeometry'
import { itemMass } from '#core/load/masses'
import { useHaul } from './useHaul'

/** The load from the side: items to drag, axle loads, and the sag without air. */
const { job, screen, truck, haul, items, itemText, result, figure, text, moves } = useHaul()
const sag = computed(() => {
  const { front, rearLeft, rearRight } = result.value!.sagNoAir
  return { front, rear: (rearLeft + rearRight) / 2 }
})
const coupling = computed(() => couplingPlace(haul.value!, truck.value))
</script>

<template>
  <div class="sheet p-3 pb-7 sm:pb-3">
    <TruckSide :truck="truck" :sag="sag">
      <template #default="{ s, sagged }">
        <g
          v-for="[id, item] in items"
          :key="id"
          tabindex="0"
          role="button"
          :aria-label="`${itemText(item)}. Arrow keys move it.`"
          class="cursor-grab load-item"
          :data-item="id"
          v-on="moves({ id, view: 'side' })"
          @focus="screen.subject = `${job.haulId}:${id}`"
        >
          <rect
            v-if="item.liquid"
            :x="s.x(item.x + item.length / 2)"
            :y="s.z(itemStandsAt(item, truck) + item.height * item.liquid.fill)"
            :width="item.length * 1000"
            :height="item.height * item.liquid.fill * 1000"
            fill="var(--blue)"
            fill-opacity="0.45"
          />
          <rect
            :x="s.x(item.x + item.length / 2)"
            :y="s.z(itemStandsAt(item, truck) + item.height)"
            :width="item.length * 1000"
            :height="item.height * 1000"
            rx="20"
            :fill="item.liquid ? 'transparent' : 'var(--load)'"
            fill-opacity="0.92"
            :stroke="screen.subject === `${job.haulId}:${id}` ? 'var(--ink)' : 'var(--blue)'"
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
          <title>{{ itemText(item) }}</title>
        </g>
        <g v-if="result!.towed.ball !== 0">
          <line
            :x1="s.x(coupling.x)"
            :x2="s.x(coupling.x)"
            :y1="s.z(coupling.z)"
            :y2="s.z(coupling.z - 0.2)"
            stroke="var(--ink)"
            stroke-width="3"
            vector-effect="non-scaling-stroke"
          />
          <circle :cx="s.x(coupling.x)" :cy="s.z(coupling.z)" r="55" fill="var(--ink)" />
        </g>
        <line
          v-if="sagged"
          :x1="sagged.rearX"
          :x2="sagged.rearX"
          :y1="s.z(truck.frame.top - truck.frame.depth)"
          :y2="sagged.rearY"
          stroke="var(--brick)"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
      </template>
      <template #over="{ at, s, sagged }">
        <div
          v-for="[id, item] in items"
          :key="id"
          class="absolute max-sm:hidden pointer-events-none text-xs leading-tight pl-1.5 pt-1 overflow-hidden"
          :style="{
            ...at(s.x(item.x + item.length / 2), s.z(itemStandsAt(item, truck) + item.height)),
            width: `calc(${at(s.x(item.x - item.length / 2), 0).left} - ${at(s.x(item.x + item.length / 2), 0).left})`,
          }"
        >
          <span class="block truncate">{{ item.label }}</span><span class="figure">{{
            text(itemMass(item), 'mass')
          }}</span>
        </div>
        <div
          class="absolute text-center leading-tight whitespace-nowrap"
          :style="at(s.x(truck.wheelbase), 60)"
          style="transform: translate(-50%, 0)"
        >
          <Fig :figure="figure('frontAxle')" />
          <p class="text-[11px] text-soft">front, of {{ text(truck.ratings.frontAxle, 'mass') }}</p>
        </div>
        <div
          class="absolute text-center leading-tight whitespace-nowrap"
          :style="at(s.x(0), 60)"
          style="transform: translate(-50%, 0)"
        >
          <Fig :figure="figure('rearAxle')" />
          <p class="text-[11px] text-soft">rear, of {{ text(truck.ratings.rearAxle, 'mass') }}</p>
        </div>
        <div
          v-if="result!.towed.ball !== 0"
          class="absolute text-xs leading-tight"
          :style="at(s.x(coupling.x) + 90, s.z(0.3))"
        >
          {{ haul!.coupling === 'bed' ? 'bed hitch' : 'ball' }}<br /><span class="figure">{{
            text(result!.towed.ball, 'mass')
          }}</span>
        </div>
        <div
          v-if="sagged && sag"
          class="absolute text-xs text-brick leading-tight bg-sheet/80 -translate-x-full whitespace-nowrap"
          :style="at(sagged.rearX - 40, s.z(0.3))"
        >
          with no air <span class="figure">{{ text(Math.abs(sag.rear), 'length') }}</span>
          {{ sag.rear >= 0 ? 'down' : 'up' }}
        </div>
      </template>
    </TruckSide>
  </div>
</template>
