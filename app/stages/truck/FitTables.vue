<script setup lang="ts">
import { obstacleName } from '#core/truck/fit'
import { showText } from '#core/quantity/units'

/** Heights of the springs in place, and what they come near over the travel. */
const job = useJob()
const shop = useShop()
const stage = computed(() => job.derived!.stages.truck)
const fit = computed(() => stage.value.result.fit)
/** Heights with the shown haul aboard and its pressures set. */
const laden = computed(() => {
  const { figures } = job.derived!.stages.load
  const [left, right] = [figures[`${job.haulId}.springLeft`], figures[`${job.haulId}.springRight`]]
  return left && right && left.value !== null ? { left, right } : null
})
/** What would bring the springs to their seats if they hang short of them. */
const wanted = computed(() => {
  const { spacerWanted, standardSpacer, closingLoad } = stage.value.result
  const rows: [string, string, boolean][] = [
    ['spacerWanted', 'Spacer to the design height', spacerWanted > 0.005],
    ['standardSpacer', 'Smallest standard spacer', (standardSpacer ?? 0) > 0],
    ['closingLoad', 'Load that closes the gap', closingLoad > 0],
  ]
  return rows.filter(([, , shown]) => shown)
})
const text = (value: number) => showText(value, 'length', shop.units)
</script>

<template>
  <section
    class="sheet p-4 grid gap-x-6 gap-y-3 sm:grid-cols-2"
    aria-label="Springs in place"
    data-subject="fit"
  >
    <div>
      <table class="w-full text-sm">
        <tbody>
          <tr
            v-for="[id, label] in [
              ['droopHeight', 'At full droop'],
              ['springHeight', 'Unladen'],
              ['bumpHeight', 'On the bump stop'],
            ] as const"
            :key="id"
            class="border-b border-line"
          >
            <th scope="row" class="text-left font-normal py-0.5">{{ label }}</th>
            <td class="text-right"><Fig :figure="stage.figures[id]" /></td>
          </tr>
          <tr v-if="laden" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">
              Laden, {{ job.plan!.hauls[job.haulId]!.label }}
            </th>
            <td class="text-right whitespace-nowrap">
              <Fig :figure="laden.left" />, <Fig :figure="laden.right" />
            </td>
          </tr>
          <tr class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">Rake, unladen</th>
            <td class="text-right"><Fig :figure="stage.figures.rake" plus /></td>
          </tr>
          <tr v-if="stage.figures.lean?.value" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">Lean between its seats</th>
            <td class="text-right"><Fig :figure="stage.figures.lean" /></td>
          </tr>
          <tr v-if="stage.figures.diameter" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">At its largest</th>
            <td class="text-right"><Fig :figure="stage.figures.diameter" /></td>
          </tr>
          <tr v-for="[id, label] in wanted" :key="id" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">{{ label }}</th>
            <td class="text-right"><Fig :figure="stage.figures[id]" /></td>
          </tr>
        </tbody>
      </table>
    </div>
    <div>
      <h3 class="text-sm">Least clearance, droop to bump and crossed up</h3>
      <table class="w-full text-sm">
        <tbody>
          <tr v-for="c in fit?.clearances ?? []" :key="c.on" class="border-b border-line">
            <th scope="row" class="text-left font-normal py-0.5">
              {{ obstacleName(c.on, stage.result.truck) }}
            </th>
            <td
              class="text-right"
              :class="{
                'text-brick': c.value < (stage.figures[`clear.${c.on}`]?.min ?? 0) && c.on !== 'coil',
              }"
            >
              <Fig :figure="stage.figures[`clear.${c.on}`]" />
            </td>
          </tr>
        </tbody>
      </table>
      <p class="label mt-1">
        {{
          fit?.clearances[0]?.on === 'coil'
            ? 'Round the insert inside the steel coil.'
            : `Wanted all round: ${text(0.013)}, bag at full size.`
        }}
      </p>
    </div>
  </section>
</template>
