import {
  PerspectiveCamera,
  Raycaster,
  Spherical,
  Vector2,
  Vector3,
  WebGLRenderer,
  type Group,
  type Scene,
} from 'three'
import { OrbitControls } from 'three/addons/controls/OrbitControls.js'

/** Directions of view, as angles about the truck's middle: from straight above, and round from the left. */
export const LOOKS = {
  corner: { label: 'From the corner', down: 1.0, round: Math.PI - 0.8 },
  above: { label: 'From above', down: 0.001, round: 0 },
  left: { label: 'From the left', down: Math.PI / 2, round: Math.PI },
  behind: { label: 'From behind', down: Math.PI / 2, round: -Math.PI / 2 },
} as const
export type Look = keyof typeof LOOKS

/** How far one key press turns, rad, and how much it zooms. */
const TURN = Math.PI / 18
const NEARER = 0.85

/** Draws a scene on a canvas, turned by mouse, wheel, fingers or keys. @throws without WebGL */
export function turnCamera(canvas: HTMLCanvasElement, length: number) {
  const renderer = new WebGLRenderer({ canvas, antialias: true, preserveDrawingBuffer: true })
  const camera = new PerspectiveCamera(38, 1, 0.05, 60)
  const controls = new OrbitControls(camera, canvas)
  const target = new Vector3(length * 0.38, 0.6, 0)
  let shown: { scene: Scene; groups: Group[] } | null = null
  let asked = false
  function render(): void {
    if (asked) return
    asked = true
    requestAnimationFrame(() => {
      asked = false
      if (shown) renderer.render(shown.scene, camera)
    })
  }
  controls.addEventListener('change', render)
  /** Moves the camera to angles about the middle; `far` in m. */
  function place(down: number, round: number, far: number): void {
    const offset = new Vector3().setFromSpherical(new Spherical(far, Math.max(down, 0.001), round))
    camera.position.copy(controls.target).add(offset)
    controls.update()
    render()
  }
  function look(from: Look): void {
    controls.target.copy(target)
    place(LOOKS[from].down, LOOKS[from].round, length * 1.05)
  }
  function key(name: string): boolean {
    const at = new Spherical().setFromVector3(camera.position.clone().sub(controls.target))
    const turns: Partial<Record<string, [number, number, number]>> = {
      ArrowLeft: [0, -TURN, 1],
      ArrowRight: [0, TURN, 1],
      ArrowUp: [-TURN, 0, 1],
      ArrowDown: [TURN, 0, 1],
      '+': [0, 0, NEARER],
      '=': [0, 0, NEARER],
      '-': [0, 0, 1 / NEARER],
    }
    const turn = turns[name]
    if (!turn) return false
    place(Math.min(at.phi + turn[0], Math.PI - 0.01), at.theta + turn[1], at.radius * turn[2])
    return true
  }
  function size(): void {
    const { clientWidth, clientHeight } = canvas
    if (clientWidth === 0 || clientHeight === 0) return
    renderer.setPixelRatio(Math.min(devicePixelRatio, 2))
    renderer.setSize(clientWidth, clientHeight, false)
    camera.aspect = clientWidth / clientHeight
    camera.updateProjectionMatrix()
    render()
  }
  /** What is under a place of the page; null if nothing is. */
  function under(x: number, y: number): string | null {
    if (!shown) return null
    const box = canvas.getBoundingClientRect()
    const at = new Vector2(((x - box.left) / box.width) * 2 - 1, 1 - ((y - box.top) / box.height) * 2)
    const ray = new Raycaster()
    ray.setFromCamera(at, camera)
    const [hit] = ray.intersectObjects(shown.groups.filter((group) => group.visible))
    return (hit?.object.userData.id as string | undefined) ?? null
  }
  return {
    look,
    key,
    size,
    under,
    render,
    show(scene: Scene, groups: Group[]): void {
      shown = { scene, groups }
      render()
    },
    end(): void {
      controls.dispose()
      renderer.dispose()
    },
  }
}
