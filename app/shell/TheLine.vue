<script setup lang="ts">
import { STAGES, type StageName } from '#core/quantity/figure'
import { show } from '#core/quantity/units'

/** The air line: nine fittings, each with its state and its most useful figure. */
const { current } = defineProps<{ current: StageName }>()
const job = useJob()
const shop = useShop()
const root = useTemplateRef('root')
/** On a phone the line scrolls sideways: keep the current stage in view. */
watch(
  () => [current, job.derived !== null],
  () =>
    nextTick(() =>
      root.value?.querySelector('[aria-current]')?.scrollIntoView({ block: 'nearest', inline: 'center' }),
    ),
  { immediate: true },
)

function headline(stage: StageName): string {
  const head = job.derived?.stages[stage].headline
  if (!head) return ''
  if ('text' in head) return head.text
  const parts = head.figures.map((id) => {
    const figure = figureOf(job.derived, stage, id, job.haulId)
    return figure ? show(figure.value, figure.quantity, shop.units) : null
  })
  if (stage === 'load' && parts[0] && parts[1])
    return `L ${parts[0].text} · R ${parts[1].text} ${parts[1].unit}`
  if (stage === 'air' && parts[0])
    return parts[0].text === '—' ? 'cannot reach' : `${parts[0].text} ${parts[0].unit} to level`
  if (stage === 'lay' && parts[0]) return `${parts[0].text} ${parts[0].unit} of tube`
  return parts
    .filter((p) => p !== null)
    .map((p) => `${p.text} ${p.unit}`)
    .join(' · ')
}
</script>

<template>
  <nav ref="root" aria-label="Stages" class="relative">
    <span
      class="hidden lg:block absolute left-[22px] top-8 bottom-10 w-1 rounded bg-mint"
      aria-hidden="true"
    />
    <ol class="flex lg:block overflow-x-auto lg:overflow-visible">
      <li v-for="(stage, i) in STAGES" :key="stage" class="shrink-0">
        <NuxtLink
          :to="`/jobs/${job.id}/${stage}`"
          class="touch relative flex items-start gap-3 px-3.5 py-2 lg:py-[9px] min-w-0"
          :class="stage === current ? 'bg-chosen' : 'hover:bg-chosen/60'"
          :aria-current="stage === current ? 'page' : undefined"
        >
          <StateMark :state="job.derived?.stages[stage].state ?? 'none'" class="mt-0.5 relative" />
          <span class="min-w-0">
            <span class="font-head font-semibold whitespace-nowrap block leading-tight"
              >{{ i + 1 }} {{ STAGE_TITLES[stage].name }}</span
            >
            <span
              class="font-mono text-xs text-soft whitespace-nowrap block overflow-hidden text-ellipsis max-w-[140px]"
              >{{ headline(stage) }}</span
            >
          </span>
        </NuxtLink>
      </li>
    </ol>
  </nav>
</template>
