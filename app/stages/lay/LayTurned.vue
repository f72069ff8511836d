<script setup lang="ts">
import { solidsOf, partBox } from '#core/lay/space/room'
import { LINE_STYLES } from '~/pictures/lineStyles'
import type { Drawn, Layer } from './turnScene'
import type { Look } from './turnCamera'
import { useLay } from './useLay'

/** The truck in 3D, turned by hand; the drawing library is loaded when this is first shown. */
const screen = useScreen()
const { plan, result, parts } = useLay()
const canvas = useTemplateRef('canvas')
const problem = ref('')
const ready = ref(false)
const hidden = reactive(new Set<Layer>(['sheet']))

const COLOURS: Record<Layer, string> = {
  structure: '--steel-edge',
  sheet: '--steel',
  body: '--load',
  moving: '--rubber',
  hot: '--brick',
  parts: '--ink',
  runs: '--blue',
}
/** The theme token in `var(--…)`. */
const token = (colour: string) => colour.replace(/^var\(|\)$/g, '')

let program: { scene: typeof import('./turnScene'); camera: typeof import('./turnCamera') } | null = null
let camera: ReturnType<typeof import('./turnCamera').turnCamera> | null = null
let drawnScene: ReturnType<typeof import('./turnScene').sceneOf> | null = null
const layers = shallowRef<readonly { id: Layer; label: string }[]>([])
const looks = shallowRef<{ id: Look; label: string }[]>([])

const drawn = computed<Drawn[]>(() => {
  const { truck, air, lay } = plan.value
  const solids = solidsOf(truck, air, lay.solids).map((solid): Drawn => {
    const layer: Layer = solid.kind === 'floor' ? 'sheet' : solid.kind
    return { id: solid.id, label: solid.label, layer, shape: solid.shape, colour: COLOURS[layer] }
  })
  const placed = parts.value
    .filter((part) => part.kind !== 'spring')
    .map((part): Drawn => ({
      id: part.id,
      label: part.label,
      layer: 'parts',
      shape: partBox(part.place, part.size),
      colour: COLOURS.parts,
    }))
  const runs = result.value.routes.map((route): Drawn => ({
    id: route.id,
    label: `${route.fromLabel} to ${route.toLabel}`,
    layer: 'runs',
    shape: route,
    colour: token(LINE_STYLES[route.path].colour),
  }))
  return [...solids, ...placed, ...runs]
})
const chosen = computed(() => drawn.value.find((d) => d.id === screen.subject)?.label ?? null)

function draw(): void {
  if (!program || !camera) return
  const style = getComputedStyle(document.documentElement)
  if (drawnScene) program.scene.forget(drawnScene.scene)
  drawnScene = program.scene.sceneOf(
    drawn.value,
    (name) => style.getPropertyValue(name).trim(),
    screen.subject,
  )
  showLayers()
  camera.show(drawnScene.scene, Object.values(drawnScene.groups))
}
function showLayers(): void {
  for (const { id } of layers.value) drawnScene!.groups[id].visible = !hidden.has(id)
  camera?.render()
}
const toggle = (id: Layer) => {
  if (!hidden.delete(id)) hidden.add(id)
  showLayers()
}

let resized: ResizeObserver | null = null
onMounted(async () => {
  const fetched = await Promise.all([import('./turnScene'), import('./turnCamera')]).catch(() => null)
  if (!fetched) {
    problem.value = 'The turned view could not be fetched. It is there when the connection is.'
    return
  }
  if (!canvas.value) return
  const [scene, turn] = fetched
  try {
    camera = turn.turnCamera(canvas.value, plan.value.truck.wheelbase * 1.4)
    program = { scene, camera: turn }
    layers.value = scene.LAYERS
    looks.value = Object.entries(turn.LOOKS).map(([id, { label }]) => ({ id: id as Look, label }))
    resized = new ResizeObserver(() => camera?.size())
    resized.observe(canvas.value)
    draw()
    camera.size()
    camera.look('corner')
    ready.value = true
  } catch {
    problem.value =
      'This browser has no WebGL, which the turned view is drawn with. The flat views show the same places and runs.'
  }
})
onBeforeUnmount(() => {
  resized?.disconnect()
  if (drawnScene && program) program.scene.forget(drawnScene.scene)
  camera?.end()
})
watch([drawn, () => screen.subject, () => screen.theme], draw)

let pressed: { x: number; y: number } | null = null
function press({ clientX: x, clientY: y }: PointerEvent): void {
  pressed = { x, y }
}
/** Pressing and releasing in one place chooses what is there; anything else turned the truck. */
function letGo({ clientX: x, clientY: y }: PointerEvent): void {
  if (pressed && Math.hypot(x - pressed.x, y - pressed.y) < 4) screen.subject = camera?.under(x, y) ?? null
  pressed = null
}
function key(event: KeyboardEvent): void {
  if (camera?.key(event.key)) event.preventDefault()
}
async function save(): Promise<void> {
  const { GLTFExporter } = await import('three/addons/exporters/GLTFExporter.js')
  const out = await new GLTFExporter().parseAsync(drawnScene!.scene, { binary: true, onlyVisible: true })
  saveFile(`${plan.value.job.name}.glb`, out as ArrayBuffer, 'model/gltf-binary')
}
</script>

<template>
  <div class="sheet p-3">
    <p class="label">Turned: drag, wheel or the arrow keys; + and − come nearer</p>
    <p v-if="problem" class="p-3 text-sm" aria-live="polite">{{ problem }}</p>
    <template v-else>
      <canvas
        ref="canvas"
        tabindex="0"
        role="img"
        class="w-full h-[320px] block touch-none rounded"
        :data-turned="ready"
        aria-label="The truck in space with its parts and runs. Arrow keys turn it, plus and minus come nearer."
        @pointerdown="press"
        @pointerup="letGo"
        @keydown="key"
      />
      <p class="text-sm min-h-6" aria-live="polite">
        {{ chosen ? `Chosen: ${chosen}` : 'Press something to choose it.' }}
      </p>
      <div class="flex flex-wrap gap-x-4 gap-y-1 items-center text-sm no-print">
        <button
          v-for="l in looks"
          :key="l.id"
          type="button"
          class="underline touch"
          @click="camera?.look(l.id)"
        >
          {{ l.label }}
        </button>
        <button v-if="ready" type="button" class="underline touch" @click="save">Save as GLB</button>
      </div>
      <fieldset class="flex flex-wrap gap-x-4 gap-y-1 text-sm no-print">
        <legend class="label">Shown</legend>
        <label v-for="layer in layers" :key="layer.id" class="touch inline-flex items-center gap-1.5">
          <input
            type="checkbox"
            class="accent-petrol size-6"
            :checked="!hidden.has(layer.id)"
            @change="toggle(layer.id)"
          />{{ layer.label }}
        </label>
      </fieldset>
    </template>
  </div>
</template>
