<script setup lang="ts">
import { showText } from '#core/quantity/units'
import type { ComponentKind, LayPlan, Point } from '#core/document/types'
import { LINE_STYLES } from '~/pictures/lineStyles'
import { polyline } from '~/pictures/scale'
import { useMoving } from '~/pictures/useMoving'

const job = useJob()
const shop = useShop()
const screen = useScreen()
const plan = computed(() => job.plan!)
const stage = computed(() => job.derived!.stages.lay)
const result = computed(() => stage.value.result)
const set = (label: string, change: (lay: LayPlan) => void) => job.edit(label, (draft) => change(draft.lay))
const tidy = (v: number) => Math.round(v * 100) / 100
const SMALL: [number, number, number] = [0.07, 0.06, 0.06]
const SIZE: Partial<Record<ComponentKind, [number, number, number]>> = {
  tank: [0.5, 0.16, 0.16],
  belt: [0.2, 0.16, 0.2],
  manifold: [0.12, 0.06, 0.05],
  plug: [0.03, 0.03, 0.03],
  relief: [0.03, 0.03, 0.05],
  drain: [0.03, 0.03, 0.04],
  pressureSwitch: [0.04, 0.04, 0.06],
  spring: [0, 0, 0],
  handFill: [0.06, 0.06, 0.06],
  tee: [0.06, 0.05, 0.05],
  filter: [0.07, 0.07, 0.12],
  dryer: [0.09, 0.06, 0.06],
}
/** What is screwed into another part stands with it and is not laid by itself. */
const screwed = computed(
  () =>
    new Set(
      Object.values(plan.value.air.lines)
        .filter((l) => l.tube === 'direct')
        .map((l) => l.from),
    ),
)
const parts = computed(() =>
  Object.entries(plan.value.air.components)
    .filter(([id]) => !screwed.value.has(id))
    .map(([id, c]) => {
      const r = job.derived!.stages.air.result
      const size =
        c.kind === 'compressor'
          ? (r.compressor?.size ?? SMALL)
          : c.kind === 'block'
            ? (r.block?.size ?? SMALL)
            : (SIZE[c.kind] ?? SMALL)
      return { id, ...c, place: result.value.places[id]!, size }
    }),
)
const radius = computed(() => (job.derived!.stages.air.result.spring?.diameter ?? 0.15) / 2)
/** How far aside of the rail each kind of line is drawn, mm, so that lines on one rail do not hide each other. */
const ASIDE = { left: -24, right: 24, both: 0, supply: 0, feed: -48 }
const NAMED: ComponentKind[] = ['compressor', 'belt', 'block', 'tank', 'handFill']

function put(id: string, label: string, place: Point): void {
  set(`Move ${label}`, (lay) => {
    lay.places[id] = place
  })
}
const moves = useMoving<{ id: string; label: string; view: 'above' | 'side' }>(
  ({ id, label, view }) => {
    screen.subject = id
    const from = { ...result.value.places[id]! }
    return {
      label: `Move ${label}`,
      to: (dx, dy) => {
        const x = tidy(from.x - dx / 1000)
        const place =
          view === 'above'
            ? { ...from, x, y: tidy(from.y - dy / 1000) }
            : { ...from, x, z: tidy(from.z - dy / 1000) }
        return (draft) => void (draft.lay.places[id] = place)
      },
    }
  },
  { usual: 50, fine: 10 },
)
const alarmed = computed(
  () => new Set(stage.value.notes.filter((n) => n.rank !== 'know').map((n) => n.subject)),
)
const codes = computed(() => [...new Set(result.value.routes.map((r) => r.path))])
const chosen = computed(
  () =>
    parts.value.find((p) => p.id === screen.subject && p.kind !== 'spring') ??
    parts.value.find((p) => p.kind === 'compressor') ??
    parts.value.find((p) => p.kind === 'handFill'),
)
const move = (axis: 'x' | 'y' | 'z', v: number) =>
  chosen.value && put(chosen.value.id, chosen.value.label, { ...chosen.value.place, [axis]: v })
</script>

<template>
  <div class="space-y-3">
    <div class="sheet p-3">
      <p class="label">From above, front at left</p>
      <TruckAbove :truck="plan.truck">
        <template #default="{ s }">
          <g
            v-for="route in result.routes"
            :key="route.id"
            :opacity="
              screen.subject &&
              screen.subject !== route.id &&
              result.routes.some((r) => r.id === screen.subject)
                ? 0.3
                : 1
            "
          >
            <polyline
              :points="polyline(route.points, (p) => [s.x(p.x), s.y(p.y) + ASIDE[route.path]])"
              fill="none"
              :stroke="LINE_STYLES[route.path].colour"
              :stroke-width="alarmed.has(route.id) || screen.subject === route.id ? 5 : 3"
              :stroke-dasharray="LINE_STYLES[route.path].dash"
              vector-effect="non-scaling-stroke"
              stroke-linejoin="round"
              :data-route="route.id"
            />
          </g>
          <rect
            v-if="result.feed !== null"
            :x="s.x(plan.truck.battery.x + 0.13)"
            :y="s.y(plan.truck.battery.y + 0.09)"
            width="260"
            height="180"
            fill="var(--card)"
            stroke="var(--ink)"
            stroke-width="1.5"
            vector-effect="non-scaling-stroke"
          />
          <g v-for="part in parts" :key="part.id">
            <circle
              v-if="part.kind === 'spring'"
              :cx="s.x(part.place.x)"
              :cy="s.y(part.place.y)"
              :r="radius * 1000"
              fill="var(--card)"
              :stroke="part.side === 'left' ? 'var(--ochre)' : 'var(--iris)'"
              stroke-width="3"
              :stroke-dasharray="part.side === 'left' ? undefined : '8 4'"
              vector-effect="non-scaling-stroke"
            />
            <g
              v-else
              tabindex="0"
              role="button"
              :aria-label="`${part.label} from above. Arrow keys move it.`"
              class="cursor-grab"
              :data-part="part.id"
              v-on="moves({ id: part.id, label: part.label, view: 'above' })"
              @focus="screen.subject = part.id"
            >
              <rect
                :x="s.x(part.place.x) - part.size[0] * 500 - 25"
                :y="s.y(part.place.y) - part.size[1] * 500 - 25"
                :width="part.size[0] * 1000 + 50"
                :height="part.size[1] * 1000 + 50"
                fill="transparent"
              />
              <rect
                :x="s.x(part.place.x) - part.size[0] * 500"
                :y="s.y(part.place.y) - part.size[1] * 500"
                :width="part.size[0] * 1000"
                :height="part.size[1] * 1000"
                rx="12"
                :fill="alarmed.has(part.id) ? 'var(--brick)' : 'var(--card)'"
                :fill-opacity="alarmed.has(part.id) ? 0.35 : 1"
                :stroke="screen.subject === part.id ? 'var(--blue)' : 'var(--ink)'"
                :stroke-width="screen.subject === part.id ? 3 : 1.5"
                vector-effect="non-scaling-stroke"
              />
            </g>
          </g>
        </template>
        <template #over="{ at, s }">
          <template v-for="part in parts" :key="part.id">
            <span
              v-if="part.kind === 'spring'"
              class="absolute figure pointer-events-none"
              style="transform: translate(-50%, -50%)"
              :style="at(s.x(part.place.x), s.y(part.place.y))"
              >{{ part.side === 'left' ? 'L' : 'R' }}</span
            >
            <span
              v-else-if="NAMED.includes(part.kind)"
              class="absolute text-[11px] pointer-events-none whitespace-nowrap bg-sheet/70 rounded px-0.5"
              :style="[
                at(s.x(part.place.x), s.y(part.place.y)),
                {
                  transform:
                    { handFill: 'translate(9px, -50%)', block: 'translate(-50%, 9px)' }[
                      part.kind as string
                    ] ?? 'translate(-50%, -26px)',
                },
              ]"
              >{{
                part.label.toLowerCase().replace(' valve', part.kind === 'handFill' ? '' : ' valve')
              }}</span
            >
          </template>
          <span
            v-if="result.feed !== null"
            class="absolute text-[11px] pointer-events-none"
            style="transform: translate(-50%, -50%)"
            :style="at(s.x(plan.truck.battery.x), s.y(plan.truck.battery.y))"
            >battery</span
          >
          <span
            v-if="plan.truck.exhaust.points.length"
            class="absolute text-[11px] text-brick pointer-events-none bg-sheet/70 px-0.5"
            :style="at(s.x(plan.truck.wheelbase * 0.42), s.y(plan.truck.exhaust.points.at(-3)?.y ?? 0) + 180)"
            >exhaust, {{ showText(0.15, 'length', shop.units) }} keep-off</span
          >
        </template>
      </TruckAbove>
      <LineLegend :codes="codes" class="mt-1" />
    </div>
    <div class="sheet p-3">
      <p class="label">From the left side</p>
      <TruckSide :truck="plan.truck" :below="0.05" exhaust>
        <template #default="{ s }">
          <polyline
            v-for="route in result.routes"
            :key="route.id"
            :points="polyline(route.points, (p) => [s.x(p.x), s.z(p.z)])"
            fill="none"
            :stroke="LINE_STYLES[route.path].colour"
            stroke-width="2.5"
            :stroke-dasharray="LINE_STYLES[route.path].dash"
            vector-effect="non-scaling-stroke"
          />
          <g
            v-for="part in parts.filter((p) => p.kind !== 'spring')"
            :key="part.id"
            tabindex="0"
            role="button"
            :aria-label="`${part.label} from the side. Arrow keys move it.`"
            class="cursor-grab"
            v-on="moves({ id: part.id, label: part.label, view: 'side' })"
          >
            <rect
              :x="s.x(part.place.x) - part.size[0] * 500"
              :y="s.z(part.place.z + part.size[2])"
              :width="part.size[0] * 1000"
              :height="part.size[2] * 1000"
              rx="12"
              fill="var(--card)"
              :stroke="screen.subject === part.id ? 'var(--blue)' : 'var(--ink)'"
              stroke-width="1.5"
              vector-effect="non-scaling-stroke"
            />
          </g>
        </template>
      </TruckSide>
    </div>
    <div class="sheet p-4">
      <h2 class="mb-1">Cut in this order</h2>
      <div class="relative overflow-x-auto">
        <table class="w-full text-sm min-w-[620px]">
          <thead class="sr-only">
            <tr>
              <th>Order</th>
              <th>Line</th>
              <th>Mark</th>
              <th>Length</th>
              <th>From the exhaust</th>
              <th>Notes</th>
            </tr>
          </thead>
          <tbody>
            <tr
              v-for="(cut, i) in result.cuts"
              :key="cut.id"
              class="border-b border-line"
              :class="{ 'bg-chosen': screen.subject === cut.id }"
              @mouseenter="screen.subject = cut.id"
            >
              <td class="py-1 w-7">{{ i + 1 }}</td>
              <td class="py-1">{{ cut.fromLabel }} → {{ cut.toLabel }}</td>
              <td class="py-1 figure">{{ LINE_STYLES[cut.path].letter }}</td>
              <td class="py-1 text-right pr-4"><Fig :figure="stage.figures[`cut.${cut.id}`]" /></td>
              <td class="py-1 pr-4 whitespace-nowrap">
                <template v-if="stage.figures[`heat.${cut.id}`]">
                  <Fig :figure="stage.figures[`heat.${cut.id}`]" />
                  <span class="label pl-1">from exhaust</span>
                </template>
              </td>
              <td class="py-1 text-soft">
                {{ cut.ties }} ties<template v-if="cut.grommets"> · {{ cut.grommets }} grommets</template
                ><template v-if="cut.slack"> · {{ showText(cut.slack, 'length', shop.units) }} slack</template
                ><template v-if="plan.lay.shields[cut.id]"> · shielded</template>
              </td>
            </tr>
            <tr v-if="result.feed !== null">
              <td />
              <td class="py-1">Battery → Compressor, harness</td>
              <td class="figure">+ −</td>
              <td class="text-right pr-4"><Fig :figure="stage.figures.feed" /></td>
              <td class="pr-4 whitespace-nowrap">
                <template v-if="stage.figures['heat.feed']">
                  <Fig :figure="stage.figures['heat.feed']" />
                  <span class="label pl-1">from exhaust</span>
                </template>
              </td>
              <td class="text-soft">harness {{ showText(result.harness, 'run', shop.units) }}</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p class="label mt-2">
        Longest first. Tube <Fig :figure="stage.figures.tube" /> in all;
        <template v-if="stage.figures.apart"
          >compressor to block <Fig :figure="stage.figures.apart" />.</template
        >
        Never near drive shaft or steering; grommet or loom at every metal hole; no bend tighter than
        {{ showText(job.derived!.stages.air.result.tube?.bendRadius, 'length', shop.units) }}.
      </p>
    </div>
    <div class="sheet p-4 grid grid-cols-2 sm:grid-cols-4 gap-3">
      <PickField
        label="Part"
        :value="chosen?.id ?? ''"
        :options="parts.filter((p) => p.kind !== 'spring').map((p) => ({ value: p.id, label: p.label }))"
        @change="
          (v) => {
            screen.subject = v
          }
        "
      />
      <template v-if="chosen">
        <NumField
          :label="`${chosen.label}, ahead of rear axle`"
          :value="chosen.place.x"
          quantity="length"
          :min="-10"
          :max="20"
          @change="(v) => move('x', v)"
        />
        <NumField
          :label="`${chosen.label}, left of centre`"
          :value="chosen.place.y"
          quantity="length"
          :min="-3"
          :max="3"
          @change="(v) => move('y', v)"
        />
        <NumField
          :label="`${chosen.label}, above ground`"
          :value="chosen.place.z"
          quantity="length"
          :min="0"
          :max="4"
          @change="(v) => move('z', v)"
        />
      </template>
      <NumField
        label="Slack left at each spring"
        :value="plan.lay.slackAtSpring"
        quantity="length"
        :min="0"
        :max="3"
        @change="
          (v) =>
            set('Slack at the spring', (l) => {
              l.slackAtSpring = v
            })
        "
      />
      <template v-if="result.feed !== null">
        <NumField
          label="Harness in the kit"
          :value="plan.lay.harnessLength ?? job.derived!.stages.air.result.compressor?.harness ?? 0"
          quantity="run"
          :min="0"
          :max="50"
          @change="
            (v) =>
              set('Harness length', (l) => {
                l.harnessLength = v
              })
          "
        />
        <NumField
          label="Extended by"
          :value="plan.lay.harnessExtension"
          quantity="run"
          :min="0"
          :max="50"
          @change="
            (v) =>
              set('Harness extension', (l) => {
                l.harnessExtension = v
              })
          "
        />
      </template>
      <p
        v-for="[id] in Object.entries(plan.lay.shields).filter(([, on]) => on)"
        :key="id"
        class="text-sm self-end"
      >
        Heat shield at {{ plan.air.components[id]?.label.toLowerCase() ?? 'a line' }}
        <button
          type="button"
          class="underline touch"
          @click="
            set('Take the heat shield away', (l) => {
              l.shields[id] = false
            })
          "
        >
          take away
        </button>
      </p>
    </div>
  </div>
</template>
