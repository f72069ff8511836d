<script setup lang="ts">
import { railBottom } from '#core/catalog/truckGeometry'
import { isGuessed } from '#core/truck/guessed'
import { gapTaped } from '#core/truck/survey'
import { useTruck } from './useTruck'

/** The truck from the left; its main measures can be edited on the picture. */
const { truck, set, axleWeight, setAxle } = useTruck()
</script>

<template>
  <div class="sheet p-3">
    <TruckSide :truck="truck" :below="0.42" exhaust>
      <template #default="{ s }">
        <g stroke="var(--soft)" stroke-width="1" fill="none">
          <path
            :d="`M${s.x(truck.wheelbase)} 150 V270 M${s.x(0)} 150 V270 M${s.x(truck.wheelbase)} 230 H${s.x(0)}`"
            vector-effect="non-scaling-stroke"
          />
          <path
            :d="`M${s.x(-truck.axleToBall)} -300 V270 M${s.x(0)} 230 H${s.x(-truck.axleToBall)}`"
            vector-effect="non-scaling-stroke"
          />
        </g>
        <circle :cx="s.x(-truck.axleToBall)" :cy="s.z(truck.ballHeight)" r="50" fill="var(--ink)" />
        <path
          v-if="truck.bedHitch !== null"
          :d="`M${s.x(truck.bedHitch) - 90} ${s.z(truck.bed.floor)} h180 l-50 -90 h-80 z`"
          fill="var(--ink)"
          fill-opacity="0.8"
        />
        <MovableParts :truck="truck" view="side" :place="(p) => ({ x: s.x(p.x), y: s.z(p.z) })" />
        <rect
          :x="s.x(0) - 70"
          :y="s.z(railBottom(truck))"
          width="140"
          :height="truck.seatGap.unladen * 1000"
          fill="var(--ochre)"
          fill-opacity="0.35"
          stroke="var(--ochre)"
          stroke-width="1.5"
          vector-effect="non-scaling-stroke"
        />
      </template>
      <template #over="{ at, s }">
        <EditFig
          class="absolute -translate-x-1/2"
          :style="at(s.x(truck.wheelbase), 20)"
          label="Front axle, unladen"
          :guess="isGuessed(truck, 'Front axle, unladen')"
          :value="axleWeight('front')"
          quantity="mass"
          :min="1"
          :max="50000"
          @change="(v) => setAxle('front', v)"
        />
        <EditFig
          class="absolute -translate-x-1/2"
          :style="at(s.x(0), 20)"
          label="Rear axle, unladen"
          :guess="isGuessed(truck, 'Rear axle, unladen')"
          :value="axleWeight('rear')"
          quantity="mass"
          :min="1"
          :max="50000"
          @change="(v) => setAxle('rear', v)"
        />
        <EditFig
          class="absolute -translate-x-1/2 -translate-y-1/2"
          :style="at((s.x(truck.wheelbase) + s.x(0)) / 2, 230)"
          label="Wheelbase"
          :guess="isGuessed(truck, 'Wheelbase')"
          :value="truck.wheelbase"
          quantity="length"
          :min="1"
          :max="15"
          @change="(v) => set('Wheelbase', (t) => void (t.wheelbase = v))"
        />
        <EditFig
          class="absolute -translate-x-1/2 -translate-y-1/2 max-lg:hidden"
          :style="at((s.x(0) + s.x(-truck.axleToBall)) / 2, 230)"
          label="Rear axle to ball"
          :guess="isGuessed(truck, 'Rear axle to ball')"
          :value="truck.axleToBall"
          quantity="length"
          :min="0"
          :max="10"
          @change="(v) => set('Axle to ball', (t) => void (t.axleToBall = v))"
        />
        <EditFig
          class="absolute max-sm:hidden"
          :style="at(s.x(0) + 110, s.z(0.3))"
          label="Seat gap, unladen"
          :guess="isGuessed(truck, 'Seat gap, unladen')"
          prefix="gap "
          :value="truck.seatGap.unladen"
          quantity="length"
          :min="0"
          :max="1"
          @change="(v) => set('Seat gap, unladen', (t) => gapTaped(t, v))"
        />
        <EditFig
          class="absolute -translate-x-1/2 -translate-y-1/2 max-lg:hidden"
          :style="at(s.x(truck.wheelbase - 0.55), s.z(truck.heights.frontLeft))"
          label="Fender lip, front left"
          :guess="isGuessed(truck, 'Fender lip, front left')"
          prefix="lip "
          :value="truck.heights.frontLeft"
          quantity="length"
          :min="0"
          :max="3"
          @change="(v) => set('Fender lip, front left', (t) => void (t.heights.frontLeft = v))"
        />
        <EditFig
          class="absolute -translate-x-1/2 -translate-y-1/2 max-sm:hidden"
          :style="at(s.x(0), s.z(truck.heights.rearLeft + 0.04))"
          label="Fender lip, rear left"
          :guess="isGuessed(truck, 'Fender lip, rear left')"
          prefix="lip "
          :value="truck.heights.rearLeft"
          quantity="length"
          :min="0"
          :max="3"
          @change="(v) => set('Fender lip, rear left', (t) => void (t.heights.rearLeft = v))"
        />
      </template>
    </TruckSide>
  </div>
</template>
