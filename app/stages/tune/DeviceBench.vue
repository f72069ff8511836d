<script setup lang="ts">
import { PRACTICE } from '#core/catalog/practice'
import { KEY_PLACES, type KeyPlace } from '#core/devices/types'
import { poseAtHeights } from '#core/truck/fit'
import { showText, type Quantity } from '#core/quantity/units'
import type { Devices } from '~/devices/useDevices'

/** The simulated devices: power, key, load, the box with its keys, and the moving truck. */
const { devices } = defineProps<{ devices: Devices }>()
const { state, opened, said, away, problem, phone, ask, attempt, box } = devices
const job = useJob()
const shop = useShop()
const text = (value: number, quantity: Quantity) => showText(value, quantity, shop.units)
const now = computed(() => state.value!)
const boxNow = computed(() => state.value?.box ?? null)

const KEY_WORDS: Record<KeyPlace, string> = { off: 'off', on: 'on', running: 'engine running' }
const keys = KEY_PLACES.map((value) => ({ value, label: KEY_WORDS[value] }))
const SPEEDS = [1, 5, 20, 60].map((speed) => ({ value: String(speed), label: `${speed} ×` }))
const loads = useHaulChoices('nothing')
/** Places for the phone: the seat, with Lay's result, and places beside the truck. */
const places = computed(() => {
  const { radio } = job.derived!.stages.lay.result
  return [
    { value: 'beside', label: 'beside the box', away: 1, sheets: 0 },
    ...(radio
      ? [{ value: 'seat', label: 'in the driver’s seat', away: radio.far, sheets: radio.between.length }]
      : []),
    ...(radio
      ? [
          {
            value: 'trailer',
            label: 'behind a trailer',
            away: radio.trailer.far,
            sheets: radio.trailer.between.length,
          },
        ]
      : []),
    { value: 'yard', label: 'across the yard', away: 40, sheets: 1 },
  ]
})
const place = ref('beside')
function stand(id: string): void {
  const at = places.value.find(({ value }) => value === id)
  if (!at) return
  place.value = id
  void ask({ do: 'place', away: at.away, sheets: at.sheets })
}

const code = ref('')
async function pair(): Promise<void> {
  // The typed text stays if it is refused.
  if ((await attempt(box.pair(code.value).then(() => true))) === true) code.value = ''
}
const SIDES = computed(() =>
  job.derived!.stages.air.result.teed ? (['both'] as const) : (['left', 'right'] as const),
)
const SIDE_WORDS = { left: 'Left', right: 'Right', both: 'Both' }
const press = (side: 'left' | 'right' | 'both', way: 'up' | 'down' | 'let-go') =>
  void attempt(box.press({ side }, way))
const holdKey = (event: KeyboardEvent, side: 'left' | 'right' | 'both', way: 'up' | 'down') => {
  if (event.key !== ' ' && event.key !== 'Enter') return
  event.preventDefault()
  if (!event.repeat) press(side, way)
}

const hand = (part: string, way: 'up' | 'down' | 'let-go') => void ask({ do: 'hand', part, way })

/** A memory key: a press goes to the memory, holding it stores. */
let heldAt = 0
const hold = PRACTICE.holdToStore.value
const memoryDown = () => (heldAt = performance.now())
const memoryUp = (memory: number) =>
  void attempt(box.press({ memory }, performance.now() - heldAt >= hold * 1000 ? 'hold' : 'tap'))
const store = (memory: number) => void attempt(box.press({ memory }, 'hold'))
const go = (memory: number) => void attempt(box.press({ memory }, 'tap'))

const DOING = computed(() => {
  const at = boxNow.value
  if (!at) return ''
  if (!at.fuseIn) return 'fuse out'
  if (!at.awake) return 'asleep'
  if (at.doing === 'memory') return `going to memory ${at.memory! + 1}`
  return { idle: 'waiting', 'by-hand': 'worked by hand', 'keep-up': 'filling to its minimum', off: 'off' }[
    at.doing
  ]
})
/** The truck from behind with its springs at their current heights. */
const pose = computed(() => {
  const { truck } = job.derived!.stages.truck.result
  const { spring } = job.derived!.stages.air.result
  return state.value && spring ? poseAtHeights(truck, spring, job.plan!.air, now.value.heights) : null
})
</script>

<template>
  <section class="sheet p-4 mt-3 no-print" aria-label="On the stand-in">
    <p v-if="away" class="text-sm" :class="state ? 'text-brick' : 'label'" aria-live="polite">{{ away }}</p>
    <p class="label">
      A stand-in answers here for the box on the truck: it runs this job’s own circuit, wiring and load.
      Nothing on the real truck moves.
    </p>
    <div v-if="state" class="grid gap-4 lg:grid-cols-[1fr_20rem] mt-3">
      <div class="space-y-3">
        <div class="grid gap-3 grid-cols-2 md:grid-cols-3 items-end">
          <PickField
            label="Key"
            :value="now.key"
            :options="keys"
            @change="(v) => ask({ do: 'set', key: v as KeyPlace })"
          />
          <PickField
            label="On the truck"
            :value="now.haul ?? ''"
            :options="loads"
            @change="(v) => ask({ do: 'set', haul: v || null })"
          />
          <PickField
            label="Time goes"
            :value="String(now.speed)"
            :options="SPEEDS"
            @change="(v) => ask({ do: 'set', speed: Number(v) })"
          />
          <PickField v-if="boxNow" label="The phone is" :value="place" :options="places" @change="stand" />
          <TextField
            label="This phone is called"
            :value="phone"
            :max="80"
            @change="(v) => (phone = v || phone)"
          />
          <button
            v-if="boxNow"
            type="button"
            class="button quiet"
            @click="ask({ do: 'fuse', isIn: !boxNow.fuseIn })"
          >
            {{ boxNow.fuseIn ? 'Pull the main fuse' : 'Put the main fuse in' }}
          </button>
        </div>
        <template v-if="boxNow">
          <p class="text-sm" aria-live="polite">
            The box: <strong>{{ DOING }}</strong>, {{ text(boxNow.volts, 'voltage') }}; signal
            {{ now.margin >= 0 ? `${Math.round(now.margin)} dB to spare` : 'lost' }};
            {{
              boxNow.pairing === null ? 'pairing closed' : `pairing open for ${Math.ceil(boxNow.pairing)} s`
            }}; {{ boxNow.paired === null ? 'no phone paired' : `paired with ${boxNow.paired}` }}.
          </p>
          <p v-if="boxNow.trouble" class="text-sm text-brick" role="alert">{{ boxNow.trouble.message }}</p>
          <form v-if="boxNow.paired !== phone" class="flex flex-wrap gap-3 items-end" @submit.prevent="pair">
            <div>
              <label class="label block" for="box-code">Code on the label</label>
              <input
                id="box-code"
                v-model="code"
                class="field figure w-28"
                type="text"
                inputmode="numeric"
                autocomplete="off"
                maxlength="20"
              />
            </div>
            <button type="submit" class="button">Pair this phone</button>
            <p class="label pb-2">
              The label reads <span class="figure">{{ now.label }}</span>
            </p>
          </form>
          <template v-else>
            <div class="flex flex-wrap gap-2">
              <template v-for="side in SIDES" :key="side">
                <button
                  v-for="way in ['up', 'down'] as const"
                  :key="way"
                  type="button"
                  class="button quiet touch"
                  @pointerdown="press(side, way)"
                  @pointerup="press(side, 'let-go')"
                  @pointerleave="boxNow.doing === 'by-hand' && press(side, 'let-go')"
                  @keydown="(event) => holdKey(event, side, way)"
                  @keyup="(event) => [' ', 'Enter'].includes(event.key) && press(side, 'let-go')"
                >
                  {{ SIDE_WORDS[side] }} {{ way }}
                </button>
              </template>
            </div>
            <ul class="grid gap-2 sm:grid-cols-2">
              <li v-for="(held, i) in boxNow.memories" :key="i" class="border border-line rounded p-2">
                <p class="font-head font-semibold">
                  Memory {{ i + 1 }}
                  <span v-if="boxNow.reached.includes(i)" class="label">reached</span>
                </p>
                <p class="figure text-sm">
                  {{
                    held ? `L ${text(held.left, 'pressure')} · R ${text(held.right, 'pressure')}` : 'empty'
                  }}
                </p>
                <button
                  type="button"
                  class="button quiet text-sm mr-2"
                  :aria-label="`Memory ${i + 1}: go there, held ${hold} s: store`"
                  @pointerdown="memoryDown"
                  @pointerup="memoryUp(i)"
                  @keydown.enter.prevent="go(i)"
                  @keydown.space.prevent="go(i)"
                >
                  Go there
                </button>
                <button type="button" class="button quiet text-sm" @click="store(i)">Store here</button>
              </li>
            </ul>
            <NumField
              label="Minimum it keeps up"
              :value="boxNow.keepUp"
              quantity="pressure"
              :min="0"
              :max="2e6"
              @change="(v) => attempt(box.keepUp(v))"
            />
          </template>
        </template>
        <LevelBench v-if="now.level" :devices="devices" :level="now.level" />
        <template v-if="!boxNow">
          <p v-if="!now.level" class="text-sm">
            This circuit has no control box: its valves work by hand or by themselves.
          </p>
          <div class="flex flex-wrap gap-2">
            <template v-for="{ part, label, up, down } in opened.hands" :key="part">
              <button v-if="up" type="button" class="button quiet" @click="hand(part, 'up')">
                {{ label }}: up
              </button>
              <button v-if="down" type="button" class="button quiet" @click="hand(part, 'down')">
                {{ label }}: down
              </button>
              <button type="button" class="button quiet" @click="hand(part, 'let-go')">
                {{ label }}: let go
              </button>
            </template>
          </div>
        </template>
        <p v-if="problem" class="text-brick" role="alert">{{ problem }}</p>
      </div>
      <div>
        <TruckRear
          :truck="job.derived!.stages.truck.result.truck"
          :fit="job.derived!.stages.truck.result.fit"
          :pose="pose"
        />
        <dl class="grid grid-cols-2 gap-x-3 text-sm mt-2">
          <template v-for="side in ['left', 'right'] as const" :key="side">
            <dt>{{ SIDE_WORDS[side] }}</dt>
            <dd class="figure text-right" :data-gauge="side">
              {{ text(now.gauge[side], 'pressure') }} · {{ text(now.heights[side], 'length') }}
            </dd>
          </template>
          <template v-if="now.gauge.tank !== null">
            <dt>Tank</dt>
            <dd class="figure text-right">{{ text(now.gauge.tank, 'pressure') }}</dd>
          </template>
          <dt>Air around</dt>
          <dd class="figure text-right">
            {{ text(now.gauge.temperature, 'temperature') }} ·
            {{ text(now.gauge.barometer, 'pressure') }} absolute
          </dd>
          <dt>Battery gives</dt>
          <dd class="figure text-right">{{ text(now.amps, 'current') }}</dd>
        </dl>
        <ol class="label mt-2" aria-label="What happened">
          <li v-for="{ t, text: line } in said.slice(0, 6)" :key="`${t} ${line}`">
            <span class="figure">{{ Math.round(t) }} s</span> {{ line }}
          </li>
        </ol>
      </div>
    </div>
  </section>
</template>
