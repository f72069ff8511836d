<script setup lang="ts">
import { showText, type Quantity } from '#core/quantity/units'
import { withLive } from '../stageDrawers'
import { isGuess } from '#core/truck/survey'
import { firstMeasures, isMeasured } from '#core/truck/firstMeasures'
import { useTruck } from './useTruck'

const laterDrawers = begunOnce(() => import('./truckDrawers'))
const BesideSprings = laterComponent(() => laterDrawers().then((d) => d.BesideSprings))
const CertifiedUpgrade = laterComponent(() => laterDrawers().then((d) => d.CertifiedUpgrade))
const CrossMembers = laterComponent(() => laterDrawers().then((d) => d.CrossMembers))
const ExhaustPath = laterComponent(() => laterDrawers().then((d) => d.ExhaustPath))
const FitPicture = laterComponent(() => laterDrawers().then((d) => d.FitPicture))
const FitTables = laterComponent(() => laterDrawers().then((d) => d.FitTables))
const FoundParts = laterComponent(() => laterDrawers().then((d) => d.FoundParts))
const SurveyPanel = laterComponent(() => laterDrawers().then((d) => d.SurveyPanel))
const TicketsPanel = laterComponent(() => laterDrawers().then((d) => d.TicketsPanel))
const TruckBasics = laterComponent(() => laterDrawers().then((d) => d.TruckBasics))
const TruckPhotos = laterComponent(() => laterDrawers().then((d) => d.TruckPhotos))
const UpperBracket = laterComponent(() => laterDrawers().then((d) => d.UpperBracket))
/** Fields above those that are loaded later: shown together, so that the drawer appears complete. */
const FieldsAbove = laterComponent(() => laterDrawers().then((d) => d.SurveyGroup))
const { job, truck } = useTruck()
const shop = useShop()
const photos = usePhotos()
const stage = computed(() => job.derived!.stages.truck)
const text = (value: number | null, quantity: Quantity) => showText(value, quantity, shop.units)

const VIEWS = [
  { id: 'side', title: 'From the left' },
  { id: 'rear', title: 'From behind' },
  { id: 'below', title: 'From below' },
]
/** Number of important figures that somebody has measured. */
const measured = computed(() => {
  const { frontAxle, rearAxle, gap, rearRate, motion } = job.plan!.truck.survey
  const decisive = [frontAxle, rearAxle, gap, rearRate, motion]
  return `${decisive.filter(({ how }) => !isGuess(how)).length} of ${decisive.length}`
})
const FIRST = 5
const fresh = computed(() => {
  const haul = job.plan!.hauls[job.haulId]
  return firstMeasures(truck.value).filter((m) => isMeasured(truck.value, haul, m)).length
})
const drawers = computed(() => {
  const { figures, result } = stage.value
  const clearance = result.fit?.clearances[0]
  const { rearAxle, frontAxle } = figures
  return withLive('truck', {
    measure: `${fresh.value} of ${FIRST}`,
    heights: text(truck.value.seatGap.unladen, 'length'),
    weights: `${bareFigure(frontAxle, shop.units)} · ${text(rearAxle?.value ?? null, 'mass')}`,
    known: measured.value,
    fit: clearance && text(clearance.value, 'length'),
    lengths: text(truck.value.wheelbase, 'length'),
    frame: text(truck.value.suspension.rearRate, 'springRate'),
    photos: photos.known ? String(photos.of('truck').length || '') : '…',
    around: String(Object.keys(truck.value.existing).length || ''),
    exhaust: truck.value.exhaust.points.length ? '' : 'none',
  })
})
</script>

<template>
  <DrawerBench
    stage="truck"
    :drawers="drawers"
    :views="VIEWS"
    :first="fresh === FIRST ? 'heights' : 'measure'"
  >
    <template #view-side><TruckPicture /></template>
    <template #view-rear="{ seen }"><FitPicture v-if="seen" /></template>
    <template #view-below>
      <div class="sheet p-3">
        <TruckPlan :truck="truck">
          <template #default="{ s }">
            <MovableParts :truck="truck" view="below" :place="(p) => ({ x: s.x(p.x), y: s.y(p.y) })" />
          </template>
        </TruckPlan>
      </div>
    </template>
    <template #measure><MeasureFirst /></template>
    <template #heights><SurveyGroup group="Heights and gap" /></template>
    <template #weights>
      <FieldsAbove group="Weights, unladen" />
      <FieldsAbove group="Ratings, as plated" />
      <CertifiedUpgrade />
      <TicketsPanel />
    </template>
    <template #known><SurveyPanel /></template>
    <template #fit><FitTables /></template>
    <template #lengths><SurveyGroup group="Lengths" /></template>
    <template #frame><FieldsAbove group="Frame and springs" /><CrossMembers /></template>
    <template #beside><FieldsAbove group="Beside the springs" /><UpperBracket /><BesideSprings /></template>
    <template #around>
      <FieldsAbove group="Batteries, fuel tank and spare wheel" />
      <FoundParts />
    </template>
    <template #exhaust><ExhaustPath /></template>
    <template #photos><TruckPhotos /></template>
    <template #job><TruckBasics /></template>
  </DrawerBench>
</template>
