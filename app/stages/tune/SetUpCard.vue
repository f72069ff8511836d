<script setup lang="ts">
import { Trash2 } from '@lucide/vue'
import { isConfirmed } from '#core/devices/confirmed'
import { controlKind, setUpOf } from '#core/derive/setUp'
import type { CardStep } from '#core/tune/setUpCard'
import { useDevices } from '~/devices/useDevices'
import { ordered } from '#core/document/types'
import { showText } from '#core/quantity/units'

/** How this job's control is set up, step by step, and which phones and remotes are paired with it. */
const job = useJob()
const shop = useShop()
const kind = computed(() => controlKind(job.plan!))
const card = computed(() => setUpOf(job.plan!, job.derived!))
const pressure = (p: number) => showText(p, 'pressure', shop.units)
const paired = computed(() => ordered(job.plan!.tune.paired))
const devices = useDevices()
const { state, phone } = devices
const SHOWN = ['The stand-in does not show it yet', '✓ The stand-in shows it']
const WRITTEN = ['Not written down yet', '✓ Written down below']
/** What is known about whether a step is done; empty if nothing can tell. */
function answer({ confirm, set }: CardStep): string {
  if (!confirm) return ''
  const isWritten = paired.value.length > 0
  if (confirm.what === 'written') return WRITTEN[isWritten ? 1 : 0]!
  const stand = state.value
  if (!stand) return 'The stand-in has not answered yet'
  if (!(confirm.what === 'level' ? stand.level : stand.box)) return ''
  return SHOWN[isConfirmed(confirm, set, stand, { phone: phone.value, isWritten }) ? 1 : 0]!
}
const device = ref('')
function pair(): void {
  const name = device.value.trim()
  if (!name) return
  job.edit('Pair a device', (d) => {
    const order = 1 + Math.max(0, ...Object.values(d.tune.paired).map((p) => p.order))
    const at = new Date().toISOString()
    d.tune.paired[crypto.randomUUID()] = {
      order,
      device: name.slice(0, 80),
      who: shop.person?.name ?? '',
      at,
    }
  })
  device.value = ''
}
const unpair = (id: string) =>
  job.edit('Take a paired device away', (d) => void Reflect.deleteProperty(d.tune.paired, id))
</script>

<template>
  <section class="sheet p-4" aria-label="Set it up">
    <ol class="space-y-2">
      <li
        v-for="(step, i) in card"
        :key="step.title"
        class="grid gap-x-4 md:grid-cols-[2rem_1fr_12rem] border-t first:border-0 border-line pt-2"
      >
        <span class="figure font-semibold">{{ i + 1 }}</span>
        <div>
          <p class="font-head font-semibold">{{ step.title }}</p>
          <p class="text-sm">{{ step.text }}</p>
          <p v-if="step.seen" class="label">Then: {{ step.seen }}</p>
          <p v-if="answer(step)" class="text-sm font-semibold no-print">{{ answer(step) }}</p>
        </div>
        <p class="figure text-sm md:text-right">
          <template v-if="step.set"
            >L {{ pressure(step.set.left) }} · R {{ pressure(step.set.right) }}</template
          >
          <span class="label block">{{ step.minutes }} min</span>
        </p>
      </li>
    </ol>
    <template v-if="kind === 'memories'">
      <h3 class="mt-4 mb-1">Paired</h3>
      <p v-if="!paired.length" class="label">Nothing is written down yet.</p>
      <p v-if="paired.length > 1" class="text-sm text-brick" role="alert">
        More than one is paired: they fight each other. Keep one, and take the others off the block.
      </p>
      <ul class="text-sm">
        <li v-for="[id, p] in paired" :key="id" class="flex gap-3 items-center border-b border-line py-1">
          <span class="grow"
            >{{ p.device }} <span class="label">{{ p.who }} · {{ p.at.slice(0, 10) }}</span></span
          >
          <button
            type="button"
            class="touch px-2 no-print"
            :aria-label="`Take away: ${p.device}`"
            @click="unpair(id)"
          >
            <Trash2 :size="16" aria-hidden="true" />
          </button>
        </li>
      </ul>
      <form data-by-button class="flex flex-wrap gap-3 items-end mt-2 no-print" @submit.prevent="pair">
        <div>
          <label class="label" for="paired-device">Phone or remote</label>
          <input id="paired-device" v-model="device" class="field" type="text" maxlength="80" />
        </div>
        <button type="submit" class="button quiet" :disabled="!device.trim()">Write it down</button>
      </form>
    </template>
    <p class="label mt-3">
      What is usual of such controls (common practice); the control’s own sheet rules. Times are a guess.
    </p>
  </section>
  <!-- Under the card: their height is known only once they answer. -->
  <DeviceBench :devices="devices" />
  <DeviceFaults :devices="devices" />
</template>
