<script setup lang="ts">
import { Plus, Ruler, Trash2 } from '@lucide/vue'
import { newHaul, newItem } from '#core/document/newHaul'
import { itemMass } from '#core/load/masses'
import { ordered, type LoadItem, type Plan, type School } from '#core/document/types'
import { showText } from '#core/quantity/units'
import TruckAbove from '~/pictures/TruckAbove.vue'
import TruckSide from '~/pictures/TruckSide.vue'
import { clearLabels, drawingScale, useDragging } from '~/pictures/scale'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const plan = computed(() => job.plan!)
const haul = computed(() => plan.value.hauls[job.haulId])
const result = computed(() => job.derived!.stages.load.result.hauls[job.haulId])
const figure = (id: string) => job.derived!.stages.load.figures[`${job.haulId}.${id}`]
const items = computed(() => ordered(haul.value?.items ?? {}))
const sag = computed(
  () =>
    result.value && {
      front: result.value.sagNoAir.front,
      rear: (result.value.sagNoAir.rearLeft + result.value.sagNoAir.rearRight) / 2,
    },
)
const text = (value: number, quantity: Parameters<typeof showText>[1]) =>
  showText(value, quantity, shop.units)
const tidy = (v: number) => Math.round(v * 1000) / 1000

const itemIn = (draft: Plan, id: string): LoadItem => draft.hauls[job.haulId]!.items[id]!
function dragger(id: string, view: 'side' | 'above') {
  const start = haul.value!.items[id]!
  const from = { x: start.x, y: start.y }
  return useDragging(
    (dx, dy) =>
      job.drag((draft) => {
        const item = itemIn(draft, id)
        item.x = tidy(Math.round((from.x - dx / 1000) * 100) / 100)
        if (view === 'above') item.y = tidy(Math.round((from.y - dy / 1000) * 100) / 100)
      }),
    () => job.drop(`Move ${start.label}`),
  )
}
const dragging = shallowRef<ReturnType<typeof useDragging> | null>(null)
function down(event: PointerEvent, id: string, view: 'side' | 'above'): void {
  screen.subject = `${job.haulId}:${id}`
  dragging.value = dragger(id, view)
  dragging.value.pointerdown(event)
}
function nudge(event: KeyboardEvent, id: string, view: 'side' | 'above'): void {
  const step = event.shiftKey ? 0.01 : 0.05
  const by = { ArrowLeft: [step, 0], ArrowRight: [-step, 0], ArrowUp: [0, step], ArrowDown: [0, -step] }[
    event.key
  ]
  if (!by || (view === 'side' && by[1] !== 0)) return
  event.preventDefault()
  job.edit(`Move ${haul.value!.items[id]!.label}`, (draft) => {
    const item = itemIn(draft, id)
    item.x = tidy(item.x + by[0]!)
    item.y = tidy(item.y + by[1]!)
  })
}

const sampled = useSampled()
const rangeOf = (side: 'left' | 'right') => sampled.value?.[side] ?? figure(side)?.range
const setLiquid = (id: string, label: string, change: (liquid: NonNullable<LoadItem['liquid']>) => void) =>
  setItem(id, label, (i) => i.liquid && change(i.liquid))
function setKind(id: string, kind: string): void {
  setItem(id, `What ${haul.value!.items[id]!.label} is`, (i) => {
    i.on = kind === 'seat' || kind === 'rack' ? kind : 'bed'
    i.liquid = kind === 'liquid' ? (i.liquid ?? { density: 1000, fill: 1, baffled: false }) : null
  })
}
const kindOf = (i: LoadItem) => (i.liquid ? 'liquid' : i.on)
/** How high an item stands: on the bed, a seat or the roof. */
const standsAt = (i: LoadItem) =>
  i.on === 'bed'
    ? plan.value.truck.bed.floor
    : i.on === 'seat'
      ? plan.value.truck.frame.top + 0.15
      : Math.max(
          plan.value.truck.frame.top + plan.value.truck.tyre.radius * 2.6,
          plan.value.truck.bed.floor + plan.value.truck.bed.sides,
        )
/** Height of an item's two lines on the drawing, mm. */
const LABEL = 360
const labels = computed(() => {
  const { x, z } = drawingScale(plan.value.truck)
  return clearLabels(
    items.value.map(([id, i]) => ({
      id,
      x: x(i.x + i.length / 2),
      y: z(standsAt(i) + i.height),
      width: i.length * 1000,
    })),
    LABEL,
  )
})
const couplingX = computed(() =>
  haul.value?.coupling === 'bed' ? (plan.value.truck.bedHitch ?? 0) : -plan.value.truck.axleToBall,
)
const couplingZ = computed(() =>
  haul.value?.coupling === 'bed' ? plan.value.truck.bed.floor + 0.06 : plan.value.truck.ballHeight,
)
const surge = computed(() => figure('surgeAxle'))
const isShopHabit = computed(
  () => haul.value?.target.school === shop.target.school && haul.value.target.share === shop.target.share,
)

const SCHOOLS: { value: School; label: string }[] = [
  { value: 'level', label: 'Unladen rear height' },
  { value: 'share', label: 'Some of the sag left in' },
  { value: 'rake', label: 'Unladen rake, front to rear' },
]
const KINDS = [
  { value: 'bed', label: 'on the bed' },
  { value: 'liquid', label: 'tank of liquid' },
  { value: 'seat', label: 'person or seat' },
  { value: 'rack', label: 'roof rack' },
]
const HOW = [
  { value: 'weighed', label: 'weighed' },
  { value: 'marked', label: 'as marked' },
  { value: 'guessed', label: 'a guess' },
]
const SIZES = [
  ['length', 'Length'],
  ['width', 'Width'],
  ['height', 'Height'],
] as const
/** Common liquids, kg/m³, and whatever the plan already has. */
const LIQUIDS: [number, string][] = [
  [1000, 'water'],
  [1025, 'seawater'],
  [840, 'diesel'],
  [745, 'petrol'],
  [1300, 'brine'],
]
const liquids = (density: number) => [
  ...LIQUIDS.map(([d, label]) => ({ value: String(d), label })),
  ...(LIQUIDS.some(([d]) => d === density) ? [] : [{ value: String(density), label: `${density} kg/m³` }]),
]
/** The item whose size is open. */
const opened = ref('')
const set = (label: string, change: (haul: Plan['hauls'][string]) => void) =>
  job.edit(label, (draft) => change(draft.hauls[job.haulId]!))
const setItem = (id: string, label: string, change: (item: LoadItem) => void) =>
  job.edit(label, (draft) => change(itemIn(draft, id)))
function addItem(): void {
  const id = `i${crypto.randomUUID().slice(0, 8)}`
  const { bed } = plan.value.truck
  set('Add an item', (h) => {
    h.items[id] = newItem(
      `Item ${items.value.length + 1}`,
      Math.max(0, ...items.value.map(([, i]) => i.order)) + 1,
      100,
      tidy((bed.front + bed.rear) / 2),
      0,
      [0.6, 0.6, 0.5],
    )
  })
}
function removeItem(id: string): void {
  set(`Take away ${haul.value!.items[id]!.label}`, (h) => Reflect.deleteProperty(h.items, id))
}
function addHaul(): void {
  const id = `h${crypto.randomUUID().slice(0, 8)}`
  job.edit('Add a haul', (draft) => {
    draft.hauls[id] = newHaul(
      `Haul ${job.hauls.length + 1}`,
      Math.max(0, ...job.hauls.map(([, h]) => h.order)) + 1,
      { ...shop.target },
    )
  })
  job.chosenHaul = id
}
function removeHaul(): void {
  const id = job.haulId
  job.edit(`Take away ${haul.value?.label}`, (draft) => {
    Reflect.deleteProperty(draft.hauls, id)
    Reflect.deleteProperty(draft.tune.presets, id)
  })
}
const under = computed(() => {
  const r = result.value
  if (!r) return { left: '', right: '' }
  const limit = (side: 'left' | 'right') =>
    ({
      minPressure: 'held at the minimum',
      maxPressure: 'over the spring’s limit',
      maxLoad: 'over the spring’s load',
      height: 'outside its height range',
    })[r[side].limitedBy ?? ('none' as never)] as string | undefined
  const differ = r.left.pressure - r.right.pressure
  return {
    left: limit('left') ?? (job.derived!.stages.air.result.teed ? 'teed, one pressure' : 'within limits'),
    right:
      limit('right') ??
      (Math.abs(differ) < 1000
        ? 'same as left'
        : `${text(Math.abs(differ), 'pressure')} ${differ < 0 ? 'more' : 'less'} than left`),
  }
})
</script>

<template>
  <div v-if="!haul || !result" class="sheet p-5">
    <p class="mb-3">Nothing is carried in this job yet. Add a haul and say what goes on the truck.</p>
    <button type="button" class="button" @click="addHaul">
      <Plus :size="16" aria-hidden="true" />Add a haul
    </button>
  </div>
  <div v-else class="space-y-3">
    <div class="no-print sheet p-3 pb-7 sm:pb-3">
      <TruckSide :truck="plan.truck" :sag="sag">
        <template #default="{ s, sagged }">
          <g
            v-for="[id, item] in items"
            :key="id"
            tabindex="0"
            role="button"
            :aria-label="`${item.label}, ${text(itemMass(item), 'mass')}, ${text(item.x, 'length')} ahead of the rear axle. Arrow keys move it.`"
            class="cursor-grab load-item"
            :data-item="id"
            @pointerdown="down($event, id, 'side')"
            @pointermove="dragging?.pointermove($event)"
            @pointerup="dragging?.pointerup()"
            @pointercancel="dragging?.pointercancel()"
            @keydown="nudge($event, id, 'side')"
            @focus="screen.subject = `${job.haulId}:${id}`"
          >
            <rect
              v-if="item.liquid"
              :x="s.x(item.x + item.length / 2)"
              :y="s.z(standsAt(item) + item.height * item.liquid.fill)"
              :width="item.length * 1000"
              :height="item.height * item.liquid.fill * 1000"
              fill="var(--blue)"
              fill-opacity="0.45"
            />
            <rect
              :x="s.x(item.x + item.length / 2)"
              :y="s.z(standsAt(item) + item.height)"
              :width="item.length * 1000"
              :height="item.height * 1000"
              rx="20"
              :fill="item.liquid ? 'transparent' : 'var(--load)'"
              fill-opacity="0.92"
              :stroke="screen.subject === `${job.haulId}:${id}` ? 'var(--ink)' : 'var(--blue)'"
              stroke-width="1.5"
              vector-effect="non-scaling-stroke"
            />
          </g>
          <g v-if="result.towed.ball !== 0">
            <line
              :x1="s.x(couplingX)"
              :x2="s.x(couplingX)"
              :y1="s.z(couplingZ)"
              :y2="s.z(couplingZ - 0.2)"
              stroke="var(--ink)"
              stroke-width="3"
              vector-effect="non-scaling-stroke"
            />
            <circle :cx="s.x(couplingX)" :cy="s.z(couplingZ)" r="55" fill="var(--ink)" />
          </g>
          <line
            v-if="sagged"
            :x1="sagged.rearX"
            :x2="sagged.rearX"
            :y1="s.z(plan.truck.frame.top - plan.truck.frame.depth)"
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
            class="absolute pointer-events-none text-xs leading-tight pl-1.5 pt-1 overflow-hidden"
            :style="{
              ...at(labels[id]!.x, labels[id]!.y),
              width: `calc(${at(s.x(item.x - item.length / 2), 0).left} - ${at(s.x(item.x + item.length / 2), 0).left})`,
            }"
          >
            <span class="block truncate">{{ item.label }}</span><span class="figure">{{
              text(itemMass(item), 'mass')
            }}</span>
          </div>
          <div
            class="absolute text-center leading-tight whitespace-nowrap"
            :style="at(s.x(plan.truck.wheelbase), 60)"
            style="transform: translate(-50%, 0)"
          >
            <Fig :figure="figure('frontAxle')" />
            <p class="text-[11px] text-soft">front, of {{ text(plan.truck.ratings.frontAxle, 'mass') }}</p>
          </div>
          <div
            class="absolute text-center leading-tight whitespace-nowrap"
            :style="at(s.x(0), 60)"
            style="transform: translate(-50%, 0)"
          >
            <Fig :figure="figure('rearAxle')" />
            <p class="text-[11px] text-soft">rear, of {{ text(plan.truck.ratings.rearAxle, 'mass') }}</p>
          </div>
          <div
            v-if="result.towed.ball !== 0"
            class="absolute text-xs leading-tight"
            :style="at(s.x(couplingX) + 90, s.z(0.3))"
          >
            {{ haul.coupling === 'bed' ? 'bed hitch' : 'ball' }}<br /><span class="figure">{{
              text(result.towed.ball, 'mass')
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

    <div class="no-print sheet p-4 grid gap-4 sm:grid-cols-[1fr_1fr_1.2fr]">
      <GaugeDial
        :figure="figure('left')"
        side="left"
        :under="under.left"
        :range="rangeOf('left')"
        class="mx-auto"
      />
      <GaugeDial
        :figure="figure('right')"
        side="right"
        :under="under.right"
        :range="rangeOf('right')"
        class="mx-auto"
      />
      <div>
        <fieldset>
          <legend class="font-head font-semibold mb-1.5">Bring it to</legend>
          <label v-for="school in SCHOOLS" :key="school.value" class="touch flex items-center gap-2 py-0.5"
            ><input
              type="radio"
              name="school"
              class="accent-petrol size-4"
              :value="school.value"
              :checked="haul.target.school === school.value"
              @change="
                set(`Bring it to: ${school.label}`, (h) => {
                  h.target.school = school.value
                })
              "
            />{{ school.label }}</label
          >
        </fieldset>
        <div v-if="haul.target.school === 'share'" class="flex items-center gap-2 mt-1">
          <NumField
            label="Sag left in"
            class="w-28"
            :value="haul.target.share"
            quantity="ratio"
            :digits="0"
            :min="0"
            :max="1"
            @change="
              (v) =>
                set('Sag left in', (h) => {
                  h.target.share = v
                })
            "
          />
        </div>
        <button
          v-if="!isShopHabit"
          type="button"
          class="underline text-sm mt-1 touch min-h-[24px]"
          @click="shop.setTarget(haul.target)"
        >
          Make this the shop’s habit for new hauls
        </button>
        <p v-else class="label mt-1">The shop’s habit for new hauls.</p>
      </div>
      <dl
        class="sm:col-span-3 text-sm grid grid-cols-[auto_1fr] lg:grid-cols-[auto_1fr_auto_1fr] gap-x-3 border-t border-line pt-2"
      >
        <dt class="text-soft">Sag with no air</dt>
        <dd>
          <Fig :figure="figure('sagLeft')" /> left, <Fig :figure="figure('sagRight')" /> right,
          <Fig :figure="figure('sagFront')" /> front
        </dd>
        <dt class="text-soft">Headlamps now</dt>
        <dd>
          <Fig :figure="figure('pitchAfter')" plus />, were <Fig :figure="figure('pitchBefore')" plus />
        </dd>
        <dt class="text-soft">Beam at 7.6 m</dt>
        <dd><Fig :figure="figure('riseAfter')" plus />, was <Fig :figure="figure('riseBefore')" plus /></dd>
        <dt class="text-soft">Steel springs carry</dt>
        <dd><Fig :figure="figure('steelShare')" :digits="0" /></dd>
        <template v-if="figure('frequency')">
          <dt class="text-soft">Ride rate, a side</dt>
          <dd>
            <Fig :figure="figure('rideRate')" />, <Fig :figure="figure('frequency')" />, empty
            <Fig :figure="figure('frequencyEmpty')" />
          </dd>
          <dt class="text-soft">In roll</dt>
          <dd>
            <Fig :figure="figure('rollSeparate')" /> separate, <Fig :figure="figure('rollTeed')" /> teed
          </dd>
          <dt class="text-soft">Leans left</dt>
          <dd>
            <Fig :figure="figure('leanSeparate')" plus /> separate,
            <Fig :figure="figure('leanTeed')" plus /> teed
          </dd>
          <dt class="text-soft">Springs stand</dt>
          <dd><Fig :figure="figure('springLeft')" />, <Fig :figure="figure('springRight')" /></dd>
        </template>
        <dt class="text-soft">Front axle, any pressure</dt>
        <dd><Fig :figure="figure('frontChange')" plus /></dd>
        <template v-if="figure('barsFront')"
          ><dt class="text-soft">Spring bars</dt>
          <dd>
            <Fig :figure="figure('barsFront')" plus /> front, <Fig :figure="figure('barsRear')" plus /> rear
          </dd></template
        >
        <template v-if="surge"
          ><dt class="text-soft">Liquid surge</dt>
          <dd>
            ± <Fig :figure="surge" /> between axles, ± <Fig :figure="figure('surgeSide')" /> sides
          </dd></template
        >
      </dl>
    </div>

    <div class="no-print sheet px-4 py-2 relative overflow-x-auto">
      <table class="w-full text-sm min-w-[480px]">
        <thead>
          <tr class="label text-left">
            <th class="font-normal">Against its rating</th>
            <th class="font-normal text-right">Carries</th>
            <th class="font-normal text-right">Rated</th>
            <th class="font-normal text-right">In hand</th>
          </tr>
        </thead>
        <tbody>
          <tr v-for="r in result.ratings" :key="r.figure" class="border-t border-line">
            <th scope="row" class="text-left font-normal">{{ figure(r.figure)!.label }}</th>
            <td class="text-right"><Fig :figure="figure(r.figure)" /></td>
            <td class="text-right figure">{{ text(r.limit, 'mass') }}</td>
            <td class="text-right figure" :class="{ 'text-brick': r.inHand < 0 }">
              {{ text(r.inHand, 'mass') }}
            </td>
          </tr>
        </tbody>
      </table>
    </div>

    <div class="no-print sheet p-4">
      <div class="flex flex-wrap items-end gap-3 mb-3">
        <TextField
          label="Haul"
          :value="haul.label"
          required
          :max="80"
          class="grow max-w-60"
          @change="
            (v) =>
              set('Name the haul', (h) => {
                h.label = v
              })
          "
        />
        <button type="button" class="button quiet" @click="addHaul">
          <Plus :size="16" aria-hidden="true" />Haul
        </button>
        <button v-if="job.hauls.length > 1" type="button" class="button quiet" @click="removeHaul">
          <Trash2 :size="16" aria-hidden="true" />This haul
        </button>
      </div>
      <div class="relative overflow-x-auto">
        <table class="w-full text-sm min-w-[560px]">
          <thead>
            <tr class="text-left label">
              <th class="font-normal pr-2">Item</th>
              <th class="font-normal pr-2">What it is</th>
              <th class="font-normal pr-2">Mass</th>
              <th class="font-normal pr-2">Ahead of rear axle</th>
              <th class="font-normal pr-2">Left of centre</th>
              <th class="font-normal pr-2">Weight is</th>
              <th><span class="sr-only">Take away</span></th>
            </tr>
          </thead>
          <tbody
            v-for="[id, item] in items"
            :key="id"
            :class="{ 'bg-chosen': screen.subject === `${job.haulId}:${id}` }"
          >
            <tr>
              <td class="pr-2 py-0.5">
                <TextField
                  hide-label
                  :label="`Name of ${item.label}`"
                  :value="item.label"
                  :max="80"
                  @change="
                    (v) =>
                      setItem(id, 'Name an item', (i) => {
                        i.label = v
                      })
                  "
                />
              </td>
              <td class="pr-2 w-[7.2rem]">
                <PickField
                  hide-label
                  :label="`What ${item.label} is`"
                  :value="kindOf(item)"
                  :options="KINDS"
                  @change="(v) => setKind(id, v)"
                />
              </td>
              <td class="pr-2 w-28">
                <NumField
                  hide-label
                  :label="`Mass of ${item.label}`"
                  :value="item.mass"
                  quantity="mass"
                  :min="-100000"
                  :max="100000"
                  @change="
                    (v) =>
                      setItem(id, `Mass of ${item.label}`, (i) => {
                        i.mass = v
                      })
                  "
                />
              </td>
              <td class="pr-2 w-32">
                <NumField
                  hide-label
                  :label="`${item.label} ahead of the rear axle`"
                  :value="item.x"
                  quantity="length"
                  :min="-20"
                  :max="20"
                  @change="
                    (v) =>
                      setItem(id, `Move ${item.label}`, (i) => {
                        i.x = v
                      })
                  "
                />
              </td>
              <td class="pr-2 w-28">
                <NumField
                  hide-label
                  :label="`${item.label} left of centre`"
                  :value="item.y"
                  quantity="length"
                  :min="-3"
                  :max="3"
                  @change="
                    (v) =>
                      setItem(id, `Move ${item.label}`, (i) => {
                        i.y = v
                      })
                  "
                />
              </td>
              <td class="pr-2 w-[7.4rem]">
                <PickField
                  hide-label
                  :label="`Weight of ${item.label} is`"
                  :value="item.how"
                  :options="HOW"
                  @change="
                    (v) =>
                      setItem(id, `How ${item.label} is known`, (i) => {
                        i.how = v as LoadItem['how']
                      })
                  "
                />
              </td>
              <td class="whitespace-nowrap">
                <button
                  type="button"
                  class="touch p-1.5"
                  :aria-label="`Size of ${item.label}, ${SIZES.map(([key]) => text(item[key], 'length')).join(' by ')}`"
                  :aria-expanded="item.liquid !== null || opened === id"
                  @click="opened = opened === id ? '' : id"
                >
                  <Ruler :size="16" aria-hidden="true" /></button
                ><button
                  type="button"
                  class="touch p-1.5"
                  :aria-label="`Take away ${item.label}`"
                  @click="removeItem(id)"
                >
                  <Trash2 :size="16" aria-hidden="true" />
                </button>
              </td>
            </tr>
            <tr v-if="item.liquid || opened === id">
              <td colspan="7" class="pb-2 pl-3">
                <div class="flex flex-wrap gap-3 items-end">
                  <NumField
                    v-for="[key, words] in SIZES"
                    :key="key"
                    class="w-28"
                    :label="`${words} of ${item.label}`"
                    :value="item[key]"
                    quantity="length"
                    :min="0.01"
                    :max="20"
                    @change="
                      (v) =>
                        setItem(id, `Size of ${item.label}`, (i) => {
                          i[key] = v
                        })
                    "
                  />
                  <template v-if="item.liquid">
                    <NumField
                      class="w-28"
                      :label="`${item.label} filled to`"
                      :value="item.liquid.fill"
                      quantity="ratio"
                      :digits="0"
                      :min="0"
                      :max="1"
                      @change="
                        (v) =>
                          setLiquid(id, `Level of ${item.label}`, (l) => {
                            l.fill = v
                          })
                      "
                    />
                    <PickField
                      class="w-36"
                      :label="`Liquid in ${item.label}`"
                      :value="String(item.liquid.density)"
                      :options="liquids(item.liquid.density)"
                      @change="
                        (v) =>
                          setLiquid(id, `Liquid in ${item.label}`, (l) => {
                            l.density = Number(v)
                          })
                      "
                    />
                    <label class="flex items-center gap-1.5 touch pb-1.5"
                      ><input
                        type="checkbox"
                        class="accent-petrol size-4"
                        :checked="item.liquid.baffled"
                        @change="
                          setLiquid(id, `Baffles in ${item.label}`, (l) => {
                            l.baffled = ($event.target as HTMLInputElement).checked
                          })
                        "
                      />baffles</label
                    >
                    <p class="label pb-1.5">
                      weighs <FigText :value="itemMass(item)" quantity="mass" /> in all
                    </p>
                  </template>
                </div>
              </td>
            </tr>
          </tbody>
        </table>
      </div>
      <button type="button" class="button mt-2" @click="addItem">
        <Plus :size="16" aria-hidden="true" />Add an item
      </button>
    </div>

    <TrailerPanel :haul="haul" :haul-id="job.haulId" class="no-print" />
    <HowSure
      v-if="job.derived!.stages.load.result.uncertainties[job.haulId]"
      :doubt="job.derived!.stages.load.result.uncertainties[job.haulId]!"
      :sampled="sampled"
      class="no-print"
    />

    <PressureCard />

    <div class="no-print sheet p-3">
      <TruckAbove :truck="plan.truck" :heat="false">
        <template #default="{ s }">
          <g
            v-for="[id, item] in items"
            :key="id"
            tabindex="0"
            role="button"
            :aria-label="`${item.label} from above. Arrow keys move it.`"
            class="cursor-grab"
            @pointerdown="down($event, id, 'above')"
            @pointermove="dragging?.pointermove($event)"
            @pointerup="dragging?.pointerup()"
            @pointercancel="dragging?.pointercancel()"
            @keydown="nudge($event, id, 'above')"
          >
            <rect
              :x="s.x(item.x + item.length / 2)"
              :y="s.y(item.y + item.width / 2)"
              :width="item.length * 1000"
              :height="item.width * 1000"
              rx="20"
              fill="var(--load)"
              fill-opacity="0.85"
              stroke="var(--blue)"
              stroke-width="1.5"
              vector-effect="non-scaling-stroke"
            />
          </g>
        </template>
        <template #over="{ at, s }">
          <div
            v-for="[corner, x, y] in [
              ['frontLeft', plan.truck.wheelbase, 1],
              ['frontRight', plan.truck.wheelbase, -1],
              ['rearLeft', 0, 1],
              ['rearRight', 0, -1],
            ] as const"
            :key="corner"
            class="absolute text-sm bg-sheet/85 rounded px-1"
            style="transform: translate(-50%, -50%)"
            :style="at(s.x(x), s.y((y * (x ? plan.truck.frontTrack : plan.truck.rearTrack)) / 2))"
          >
            <Fig :figure="figure(corner)" />
          </div>
          <div
            v-for="[id, item] in items"
            :key="id"
            class="absolute pointer-events-none text-xs pl-1 pt-0.5"
            :style="at(s.x(item.x + item.length / 2), s.y(item.y + item.width / 2))"
          >
            {{ item.label }}
          </div>
        </template>
      </TruckAbove>
    </div>
  </div>
</template>
