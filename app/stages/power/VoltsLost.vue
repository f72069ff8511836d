<script setup lang="ts">
import { motorSource, POWER_STATES, type PowerState } from '#core/power/network/states'
import { isTaker } from '#core/power/network/types'
import { motorAtPressures, voltsLost } from '#core/power/tables'
import { showText } from '#core/quantity/units'
import { usePower } from './usePower'

/** Where volts are lost on the way to each consumer, in the shown state. */
const { state } = defineProps<{ state: PowerState }>()
const emit = defineEmits<{ state: [state: PowerState] }>()
const { shop, screen, result } = usePower()
const takers = computed(() => result.value.wiring.parts.filter(isTaker))
const picked = ref('')
const named = (id: string) => takers.value.find((part) => part.id === id)
const taker = computed(() => named(picked.value) ?? named('motor') ?? takers.value[0])
const solved = computed(() => result.value.solved[state])
const way = computed(() => taker.value && voltsLost(result.value.wiring, taker.value.id, solved.value.volts))
/** A smaller loss gets no bar, V. */
const LEAST_SHOWN = 0.0005
const bars = computed(() => way.value?.lost.filter(({ volts }) => Math.abs(volts) >= LEAST_SHOWN) ?? [])
const whole = computed(() => Math.max(0.1, ...bars.value.map(({ volts }) => Math.abs(volts))))
const text = (volts: number) => showText(volts, 'voltage', shop.units, 3)
/** The motor at each pressure it works against, key on and engine off. */
const atPressures = computed(() => {
  const source = motorSource(result.value.wiring)
  const { feed } = result.value
  return source && feed ? motorAtPressures(feed.compressor.current, source) : []
})
const amps = computed(() => Math.abs(solved.value.amps[taker.value?.id ?? ''] ?? 0))
</script>

<template>
  <section class="sheet p-4" aria-label="Volts lost">
    <div class="grid gap-3 grid-cols-2 md:grid-cols-3 items-end">
      <PickField
        label="State"
        :value="state"
        :options="POWER_STATES.map(({ id, label }) => ({ value: id, label }))"
        @change="(v) => emit('state', v as PowerState)"
      />
      <PickField
        label="On the way to"
        :value="taker?.id ?? ''"
        :options="takers.map(({ id, label }) => ({ value: id, label }))"
        @change="(v) => void (picked = v)"
      />
      <p v-if="way" class="text-sm" aria-live="polite">
        <span class="figure">{{ text(way.left) }}</span> are left across it,
        <span class="figure">{{ showText(amps, 'current', shop.units) }}</span> through it<template
          v-if="taker?.role === 'motor'"
          >: {{ solved.turning.has(taker.id) ? 'it turns' : 'it stands still' }}</template
        >.
      </p>
    </div>
    <dl v-if="bars.length" class="mt-3 grid gap-x-3 gap-y-1 text-sm grid-cols-[minmax(8rem,auto)_1fr_auto]">
      <template v-for="{ id, label, volts } in bars" :key="id">
        <dt>
          <button type="button" class="text-left underline touch" @click="screen.subject = id">
            {{ label }}
          </button>
        </dt>
        <dd class="self-center">
          <span
            class="block h-3 rounded-sm"
            :class="Math.abs(volts) > 2 ? 'bg-brick' : 'bg-ochre'"
            :style="{ width: `${(100 * Math.abs(volts)) / whole}%`, minWidth: '2px' }"
            aria-hidden="true"
          />
        </dd>
        <dd class="figure text-right">{{ text(volts) }}</dd>
      </template>
    </dl>
    <p v-else class="label mt-3">Nothing is lost: no current flows to it in this state.</p>
    <table v-if="atPressures.length" class="text-sm mt-3">
      <caption class="label text-left">
        The motor at each pressure, key on, engine off: the volts Air runs on
      </caption>
      <tbody>
        <tr class="border-t border-line">
          <th scope="row" class="label text-left pr-4">Pressure</th>
          <td v-for="at in atPressures" :key="at.pressure" class="figure text-right pl-4">
            {{ showText(at.pressure, 'pressure', shop.units) }}
          </td>
        </tr>
        <tr class="border-t border-line">
          <th scope="row" class="label text-left pr-4">Takes</th>
          <td v-for="at in atPressures" :key="at.pressure" class="figure text-right pl-4">
            {{ showText(at.amps, 'current', shop.units) }}
          </td>
        </tr>
        <tr class="border-t border-line">
          <th scope="row" class="label text-left pr-4">Has</th>
          <td v-for="at in atPressures" :key="at.pressure" class="figure text-right pl-4">
            {{ showText(at.volts, 'voltage', shop.units) }}
          </td>
        </tr>
      </tbody>
    </table>
    <p class="label mt-2">
      Kirchhoff’s laws on the whole wiring; battery at its charge, copper warm, joints and contacts as is
      usual (from memory). An open contact takes all that is left.
    </p>
  </section>
</template>
