import {
  AmbientLight,
  BoxGeometry,
  CapsuleGeometry,
  CatmullRomCurve3,
  Color,
  CylinderGeometry,
  DirectionalLight,
  DoubleSide,
  Group,
  Mesh,
  MeshLambertMaterial,
  Quaternion,
  Scene,
  TubeGeometry,
  Vector3,
  type BufferGeometry,
} from 'three'
import type { Point } from '#core/document/types'
import { roundedPath } from '#core/lay/run/bends'
import type { Box, Shape } from '#core/lay/space/shapes'
import type { Route } from '#core/lay/types'

/**
 * The truck, its parts and its runs as a scene in 3D. Plan axes (ahead, left, up) become x, −z, y of the scene,
 * in m.
 */

export interface Drawn {
  id: string
  label: string
  layer: Layer
  shape: Shape | Route
  /** A colour of the theme, by its token. */
  colour: string
}
export const LAYERS = [
  { id: 'structure', label: 'Rails and cross-members' },
  { id: 'sheet', label: 'Floors and sheet metal' },
  { id: 'body', label: 'Tank, batteries, hitch, what you entered' },
  { id: 'moving', label: 'What moves' },
  { id: 'hot', label: 'Exhaust' },
  { id: 'parts', label: 'Parts' },
  { id: 'runs', label: 'Lines and wires' },
] as const
export type Layer = (typeof LAYERS)[number]['id']

/** Layers that are transparent. */
const CLEAR: Partial<Record<Layer, number>> = { sheet: 0.16, moving: 0.55 }

const toScene = ({ x, y, z }: Point) => new Vector3(x, z, -y)

/** Number of pieces of a drawn bend, and of sides of a drawn tube. */
const BEND_PIECES = 6
const TUBE_SIDES = 8
const ROUND_SIDES = 28

function boxMesh({ min, max }: Box): BufferGeometry {
  const [a, b] = [toScene(min), toScene(max)]
  const size = b.clone().sub(a)
  const box = new BoxGeometry(Math.abs(size.x), Math.abs(size.y), Math.abs(size.z))
  const middle = a.add(b).multiplyScalar(0.5)
  return box.translate(middle.x, middle.y, middle.z)
}

/** Turns a geometry along the scene's y so that it lies between two places. */
function laidBetween(geometry: BufferGeometry, a: Vector3, b: Vector3): BufferGeometry {
  const way = b.clone().sub(a)
  const turn = new Quaternion().setFromUnitVectors(new Vector3(0, 1, 0), way.clone().normalize())
  const middle = a.clone().add(b).multiplyScalar(0.5)
  return geometry.applyQuaternion(turn).translate(middle.x, middle.y, middle.z)
}

function shapeMesh(shape: Shape): BufferGeometry {
  if (shape.shape === 'box') return boxMesh(shape)
  if (shape.shape === 'capsule') {
    const [a, b] = [toScene(shape.a), toScene(shape.b)]
    const long = Math.max(a.distanceTo(b), 1e-4)
    return laidBetween(new CapsuleGeometry(shape.radius, long, 4, 14), a, b)
  }
  // A disc is drawn in the middle of its travel.
  const middle = toScene(shape.from).add(toScene(shape.to)).multiplyScalar(0.5)
  const disc = new CylinderGeometry(shape.radius, shape.radius, shape.half * 2, ROUND_SIDES)
  if (shape.axis === 'y') disc.rotateX(Math.PI / 2)
  return disc.translate(middle.x, middle.y, middle.z)
}

function runMesh({ points, wantedBend, radius }: Route): BufferGeometry {
  const path = roundedPath(points, wantedBend, BEND_PIECES).map(toScene)
  const curve = new CatmullRomCurve3(path, false, 'catmullrom', 0)
  return new TubeGeometry(curve, path.length * 3, Math.max(radius, 0.007), TUBE_SIDES)
}

/** Everything drawn, by layer; each mesh knows what it represents. */
export function sceneOf(drawn: readonly Drawn[], colourOf: (token: string) => string, chosen: string | null) {
  const scene = new Scene()
  scene.background = new Color(colourOf('--card'))
  const groups = Object.fromEntries(LAYERS.map(({ id }) => [id, new Group()])) as Record<Layer, Group>
  for (const { id, label, layer, shape, colour } of drawn) {
    const opacity = CLEAR[layer] ?? 1
    const material = new MeshLambertMaterial({
      color: new Color(colourOf(id === chosen ? '--blue' : colour)),
      transparent: opacity < 1,
      opacity: id === chosen ? 1 : opacity,
      depthWrite: opacity === 1,
      side: DoubleSide,
    })
    const mesh = new Mesh('points' in shape ? runMesh(shape) : shapeMesh(shape), material)
    mesh.name = label
    mesh.userData = { id }
    groups[layer].add(mesh)
  }
  scene.add(...Object.values(groups))
  scene.add(new AmbientLight(0xffffff, 1.6))
  const sun = new DirectionalLight(0xffffff, 1.8)
  sun.position.set(3, 8, 5)
  scene.add(sun)
  return { scene, groups }
}

/** Frees the graphics memory of a scene. */
export function forget(scene: Scene): void {
  scene.traverse((thing) => {
    if (!(thing instanceof Mesh)) return
    ;(thing.geometry as BufferGeometry).dispose()
    ;(thing.material as MeshLambertMaterial).dispose()
  })
}
