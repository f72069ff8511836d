<script setup lang="ts">
import { newReading } from '#core/document/newHaul'
import type { TenMinuteCheck, Uncertainty } from '#core/load/types'
import type { Figure } from '#core/quantity/figure'
import type { Sampled } from '#core/load/uncertainty'
import { showText } from '#core/quantity/units'

/** How sure the pressures are, and which measurement would narrow them most. */
const { uncertainty, sampled, check, left } = defineProps<{
  uncertainty: Uncertainty
  sampled: Sampled | null
  /** The ten-minute check; null where it would gain little. */
  check: TenMinuteCheck | null
  /** The doubt it would leave, as a figure. */
  left: Figure | undefined
}>()
const shop = useShop()
const job = useJob()
const router = useRouter()
const text = (value: number, quantity: 'pressure' | 'length' | 'mass') =>
  showText(value, quantity, shop.units)
/** Starts both readings at Tune, where their lips are typed. */
function planCheck({ known, pressure }: TenMinuteCheck): void {
  const order = Math.max(0, ...Object.values(job.plan!.tune.trials).map((t) => t.order))
  job.edit('Plan the ten-minute check', (draft) => {
    for (const [i, p] of [pressure.least, pressure.filled].entries())
      draft.tune.trials[`r${crypto.randomUUID().slice(0, 8)}`] = newReading(order + 1 + i, {
        haul: null,
        known,
        left: p,
        right: p,
      })
  })
  void router.push(`/jobs/${job.id}/tune#trial`)
}
const shown = computed(() => uncertainty.shares.filter((s) => s.share >= 0.02).slice(0, 6))
const percent = (share: number) => `${Math.round(share * 100)} %`
const band = (side: 'left' | 'right') => {
  const { low, high } = sampled?.[side] ?? uncertainty[side]
  return `${showText(low, 'pressure', shop.units)} to ${showText(high, 'pressure', shop.units)}`
}
</script>

<template>
  <section v-if="shown.length" class="sheet p-4" aria-label="How sure">
    <h2 class="mb-1">How sure</h2>
    <p class="text-sm mb-2">
      Left {{ band('left') }}, right {{ band('right') }}, 19 times in 20.
      <template v-if="!uncertainty.linear"
        ><span v-if="sampled"
          >{{ sampled.samples.toLocaleString('en').replace(',', ' ') }} cases tried, since a limit or a
          contact lies within the range<template v-if="sampled.over > 0"
            >; in {{ percent(sampled.over) }} of them a spring wants more than it may have</template
          >.</span
        ><span v-else class="text-soft">Trying many cases…</span></template
      >
    </p>
    <ul class="text-sm space-y-1" aria-label="What decides the doubt">
      <li
        v-for="s in shown"
        :key="s.id"
        class="grid grid-cols-[minmax(9rem,1.2fr)_2fr_3.5rem] items-center gap-2"
      >
        <span>{{ s.label }}</span>
        <span class="h-2 rounded bg-line overflow-hidden" aria-hidden="true"
          ><span class="block h-full bg-petrol" :style="{ width: `${s.share * 100}%` }"
        /></span>
        <span class="figure text-right">{{ percent(s.share) }}</span>
      </li>
    </ul>
    <div v-if="check && left" class="mt-3 border-t border-line pt-2">
      <h3>The ten-minute check, once the springs are on</h3>
      <ol class="text-sm list-decimal pl-5 max-w-prose">
        <li>Empty truck, level ground, springs at {{ text(check.pressure.least, 'pressure') }}.</li>
        <li>
          Put <b class="figure">{{ text(check.known, 'mass') }}</b> that you know over the rear axle, and tie
          it down. Drive a few yards, tape both rear lips.
        </li>
        <li>
          Fill both springs to <b class="figure">{{ text(check.pressure.filled, 'pressure') }}</b>, nobody
          near them. Drive a few yards, tape both again.
        </li>
      </ol>
      <p class="text-sm mt-1">
        Of ± {{ text(check.doubt.now, 'pressure') }} it leaves ± <Fig :figure="left" />. The plan has the lips
        at {{ text(check.lips.least, 'length') }}, then {{ text(check.lips.filled, 'length') }}.
      </p>
      <button type="button" class="button quiet mt-1 no-print" @click="planCheck(check)">
        Begin its two readings at Tune
      </button>
    </div>
    <p class="label mt-2">
      Each figure may lie anywhere within its ±; effects squared and summed. The gauge’s own error comes on
      top.
    </p>
  </section>
</template>
