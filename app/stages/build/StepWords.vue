<script setup lang="ts">
import type { Step } from '#core/build/types'
import { stepGuide, type GuideSource } from '#core/papers/stepGuide'

/** What a step says: what is done, where, which way, along what, through which hole. */
const { step, source, large = false } = defineProps<{ step: Step; source: GuideSource; large?: boolean }>()
const guide = computed(() => stepGuide(step, source))
const rows = computed(() =>
  [
    { name: 'Where', lines: guide.value.where },
    { name: 'Which way', lines: guide.value.way },
    { name: 'Along', lines: guide.value.run },
    { name: 'Hole', lines: guide.value.holes },
    { name: 'Ends', lines: guide.value.ends },
    { name: 'With', lines: large || !guide.value.tools.length ? [] : [guide.value.tools.join(', ')] },
  ].filter(({ lines }) => lines.length > 0),
)
</script>

<template>
  <div>
    <p :class="large ? 'text-lg' : 'text-sm text-soft'">{{ guide.what }}</p>
    <dl
      v-if="rows.length"
      class="mt-1 grid grid-cols-[auto_minmax(0,1fr)] gap-x-3 gap-y-1"
      :class="large ? '' : 'text-sm'"
    >
      <template v-for="row in rows" :key="row.name">
        <dt class="label pt-0.5">{{ row.name }}</dt>
        <dd class="wrap-anywhere">
          <component :is="row.name === 'Along' ? 'ol' : 'ul'" class="space-y-0.5">
            <li v-for="line in row.lines" :key="line">{{ line }}</li>
          </component>
        </dd>
      </template>
    </dl>
  </div>
</template>
