<script setup lang="ts">
import type { Figure } from '#core/quantity/figure'

/** Feed, fuse, load and earth with the standard electrical symbols (IEC 60617), the live figures at their places. */
const { figures, hasBlock, earth } = defineProps<{
  figures: Record<string, Figure>
  hasBlock: boolean
  earth: 'battery' | 'frame' | 'body'
}>()
/** On a narrow screen there is no room beside the symbols: the same figures stand in a list under them. */
const LISTED = ['fuse', 'wire', 'oneWay', 'drop', 'dropVolts', 'continuous', 'inrush']
const listed = computed(() => LISTED.flatMap((name) => figures[name] ?? []))
const EARTH = { battery: 'back to the battery', frame: 'at the frame', body: 'at the body' }
const box = { x: 0, y: 0, width: 740, height: 250 }
</script>

<template>
  <Picture :box="box" label="Wiring: battery, fuse, compressor, block and earth">
    <g fill="none" stroke="var(--ink)" stroke-width="2">
      <!-- battery -->
      <path d="M60 90v45M60 160v45" /><path d="M40 135h40" stroke-width="2.5" /><path
        d="M48 144h24"
        stroke-width="5"
      /><path d="M40 152h40" stroke-width="2.5" /><path d="M48 160h24" stroke-width="5" />
      <text x="30" y="130" font-size="15" fill="var(--ink)" stroke="none">+</text>
      <!-- feed and fuse -->
      <path d="M60 90V50h100" stroke="var(--brick)" stroke-width="3" /><rect
        x="160"
        y="40"
        width="60"
        height="20"
        fill="var(--card)"
      /><path d="M160 50h60" /><path d="M220 50h300v45" stroke="var(--brick)" stroke-width="3" />
      <!-- motor -->
      <circle cx="520" cy="125" r="30" fill="var(--card)" /><text
        x="520"
        y="132"
        text-anchor="middle"
        font-size="20"
        fill="var(--ink)"
        stroke="none"
        font-family="var(--font-head)"
        >M</text
      >
      <!-- block -->
      <template v-if="hasBlock"
        ><path d="M520 50h120v45" stroke="var(--brick)" stroke-width="3" /><circle
          cx="520"
          cy="50"
          r="4"
          fill="var(--ink)" /><rect x="612" y="95" width="56" height="60" fill="var(--card)" /><path
          d="M612 155l56-60" /><path d="M640 155v50" stroke-dasharray="3 5" stroke-width="3"
      /></template>
      <!-- return -->
      <path d="M520 155v50" stroke-dasharray="3 5" stroke-width="3" />
      <path
        v-if="earth === 'battery'"
        :d="`M${hasBlock ? 640 : 520} 205H60`"
        stroke-dasharray="3 5"
        stroke-width="3"
      />
      <template v-else>
        <path v-if="hasBlock" d="M640 205H520" stroke-dasharray="3 5" stroke-width="3" />
        <path d="M520 205v8M500 213h40M507 221h26M514 229h12" />
        <path d="M60 205v8M40 213h40M47 221h26M54 229h12" />
      </template>
    </g>
    <template #over="{ at }">
      <div
        class="absolute max-sm:hidden text-xs leading-tight"
        style="transform: translate(-50%, -100%)"
        :style="at(190, 36)"
      >
        <Fig :figure="figures.fuse" :digits="0" /><br />fuse, last
      </div>
      <div
        class="absolute max-sm:hidden text-xs leading-tight text-center"
        style="transform: translate(-50%, 0)"
        :style="at(360, 56)"
      >
        <Fig :figure="figures.wire" /> · <Fig :figure="figures.oneWay" /> one way<br />drop
        <Fig :figure="figures.drop" /> · <Fig :figure="figures.dropVolts" />
      </div>
      <div
        class="absolute max-sm:hidden text-xs leading-tight"
        style="transform: translate(-100%, -50%)"
        :style="at(480, 130)"
      >
        compressor<br /><Fig :figure="figures.continuous" /><br />start
        <Fig :figure="figures.inrush" :digits="0" />
      </div>
      <div v-if="hasBlock" class="absolute text-xs" :style="at(678, 112)">valve<br />block</div>
      <div class="absolute text-xs" :style="at(96, 138)">battery</div>
      <div
        class="absolute max-sm:hidden text-xs leading-tight"
        style="transform: translate(-50%, -110%)"
        :style="at(290, 205)"
      >
        earth {{ EARTH[earth] }}
      </div>
    </template>
  </Picture>
  <dl class="sm:hidden grid grid-cols-[1fr_auto] gap-x-4 gap-y-1 my-2">
    <template v-for="figure in listed" :key="figure.label">
      <dt class="label">{{ figure.label }}</dt>
      <dd><Fig :figure="figure" /></dd>
    </template>
    <dt class="label">Earth</dt>
    <dd>{{ EARTH[earth] }}</dd>
  </dl>
</template>
