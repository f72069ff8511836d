/**
 * A picture of a step in units of its own: `SIZE.width` wide and at most `SIZE.height` high, y downwards. It is made of few kinds of shapes,
 * so that page, paper and pack draw the same.
 */

export const SIZE = { width: 480, height: 320 } as const
/** Room for the view's name at the top, and around everything. */
const TITLE = 22
const EDGE = 10

/**
 * How a thing is drawn: the thing of this step; what it is held to and measured from; the rest of the truck;
 * what is hot; what moves; a run; helping lines; the circle round a number.
 */
export type Look = 'lit' | 'near' | 'faint' | 'hot' | 'moving' | 'run' | 'thin' | 'mark'

export type Spot = readonly [x: number, y: number]

export type Shape =
  | { kind: 'rect'; x: number; y: number; width: number; height: number; round: number; look: Look }
  | { kind: 'circle'; x: number; y: number; radius: number; look: Look }
  /** `thick`: drawn as wide as the thing is; null: a line. */
  | { kind: 'line'; points: readonly Spot[]; thick: number | null; look: Look }
  /** Closed if it has a fill. */
  | { kind: 'path'; d: string; look: Look }
  | { kind: 'arrow'; from: Spot; to: Spot; look: Look }

export interface Words {
  x: number
  /** Of its base line. */
  y: number
  text: string
  anchor: 'start' | 'middle' | 'end'
  look: 'view' | 'name' | 'figure' | 'mark'
}

/** A length between two edges, as it is drawn and as it is in the plan, m. */
export interface Dimension {
  from: Spot
  to: Spot
  text: string
  value: number
}

export interface Bounds {
  left: number
  top: number
  right: number
  bottom: number
}

export interface StepPicture {
  /** From where one looks: "Seen from behind". */
  view: string
  height: number
  /** Units of the picture to the metre. */
  scale: number
  shapes: readonly Shape[]
  words: readonly Words[]
  dimensions: readonly Dimension[]
  /** Where the thing of this step is in the picture. */
  lit: Bounds
  /** Spots to walk through one after the other, with what is there or is done there. */
  walk: readonly { at: Spot; text: string }[]
  /** Names of the numbered things, from 1; empty if they stand in the picture themselves. */
  legend: readonly string[]
}

const FONT: Record<Words['look'], number> = { view: 13, name: 15, figure: 17, mark: 13 }
/** Mean width of a letter, as a share of its size, a little more than the fonts that ship with the page. */
const LETTER: Record<Words['look'], number> = { view: 0.55, name: 0.52, figure: 0.62, mark: 0.6 }

export const fontOf = (look: Words['look']): number => FONT[look]

/** The rectangle that some words take. */
export function wordsBox({ x, y, text, anchor, look }: Words): Bounds {
  const width = text.length * FONT[look] * LETTER[look]
  const left = anchor === 'start' ? x : anchor === 'end' ? x - width : x - width / 2
  return { left, right: left + width, top: y - FONT[look] * 0.85, bottom: y + FONT[look] * 0.25 }
}

export const overlaps = (a: Bounds, b: Bounds): boolean =>
  a.left < b.right && b.left < a.right && a.top < b.bottom && b.top < a.bottom

/** An arrow's head: where its shaft ends, its tip, and its two corners. */
export function arrowHead({ from, to }: { from: Spot; to: Spot }): [Spot, Spot, Spot, Spot] {
  const [[ax, ay], [bx, by]] = [from, to]
  const far = Math.hypot(bx - ax, by - ay) || 1
  const [ux, uy] = [(bx - ax) / far, (by - ay) / far]
  const [px, py] = [bx - ux * 9, by - uy * 9]
  return [
    [px, py],
    [bx, by],
    [px - uy * 5, py + ux * 5],
    [px + uy * 5, py - ux * 5],
  ]
}

/** The rectangle around some spots. */
export function boundsOfSpots(spots: readonly Spot[]): Bounds {
  const [xs, ys] = [spots.map(([x]) => x), spots.map(([, y]) => y)]
  return { left: Math.min(...xs), right: Math.max(...xs), top: Math.min(...ys), bottom: Math.max(...ys) }
}

/** What of the truck a picture shows, m, in the two directions of its view: to the right and up. */
export interface Frame {
  left: number
  right: number
  low: number
  high: number
}

/** The frame that holds some spots, no smaller than a given size, with room around, m. */
export function frameAround(
  spots: readonly Spot[],
  least: { width: number; height: number },
  room: number,
): Frame {
  const { left, right, top: low, bottom: high } = boundsOfSpots(spots)
  const grow = (from: number, to: number, size: number): [number, number] => {
    const more = Math.max(size - (to - from), 0) / 2 + room
    return [from - more, to + more]
  }
  const [a, b] = grow(left, right, least.width)
  const [c, d] = grow(low, high, least.height)
  return { left: a, right: b, low: c, high: d }
}

/** Directions in which words are tried around a spot, nearest to reading first. */
const TRIES: readonly { dx: number; dy: number; anchor: Words['anchor'] }[] = [
  { dx: 1, dy: 0, anchor: 'start' },
  { dx: -1, dy: 0, anchor: 'end' },
  { dx: 0, dy: -1, anchor: 'middle' },
  { dx: 0, dy: 1, anchor: 'middle' },
  { dx: 0.8, dy: -0.8, anchor: 'start' },
  { dx: 0.8, dy: 0.8, anchor: 'start' },
  { dx: -0.8, dy: -0.8, anchor: 'end' },
  { dx: -0.8, dy: 0.8, anchor: 'end' },
]
const FAR = [8, 20, 36, 56, 84, 120]

/** Draws in metres: x to the right and y up, as the view has them. */
export function createCanvas(view: string, frame: Frame) {
  const [wide, high] = [frame.right - frame.left, frame.high - frame.low]
  const scale = Math.min((SIZE.width - 2 * EDGE) / wide, (SIZE.height - TITLE - EDGE) / high)
  const height = TITLE + high * scale + EDGE
  const [shiftX, shiftY] = [(SIZE.width - wide * scale) / 2 - frame.left * scale, TITLE + frame.high * scale]
  const inPicture = ({ left, right, top, bottom }: Bounds): boolean =>
    left >= 2 && right <= SIZE.width - 2 && top >= TITLE && bottom <= height - 2
  const spot = (x: number, y: number): Spot => [shiftX + x * scale, shiftY - y * scale]
  const shapes: Shape[] = []
  const words: Words[] = [{ x: EDGE, y: 15, text: view, anchor: 'start', look: 'view' }]
  const taken: Bounds[] = [wordsBox(words[0]!)]
  const dimensions: Dimension[] = []
  const walk: { at: Spot; text: string }[] = []
  const legend: string[] = []
  const litSpots: Spot[] = []
  const isLit = (look: Look, spots: readonly Spot[]) => {
    if (look === 'lit') litSpots.push(...spots)
  }

  const canvas = {
    scale,
    spot,
    /** An upright rectangle, by its corners in m. */
    rect(left: number, low: number, right: number, top: number, look: Look, round = 1): void {
      const [a, b] = [spot(left, top), spot(right, low)]
      // A thing thinner than a line is still seen.
      const [width, height] = [Math.max(b[0] - a[0], 2), Math.max(b[1] - a[1], 2)]
      shapes.push({ kind: 'rect', x: a[0], y: a[1], width, height, round, look })
      isLit(look, [a, [a[0] + width, a[1] + height]])
    },
    circle(x: number, y: number, radius: number, look: Look): void {
      const [cx, cy] = spot(x, y)
      const r = Math.max(radius * scale, 2)
      shapes.push({ kind: 'circle', x: cx, y: cy, radius: r, look })
      isLit(look, [
        [cx - r, cy - r],
        [cx + r, cy + r],
      ])
    },
    /** A line through places; `thick` in m, null for one that has no width of its own. */
    line(places: readonly (readonly [number, number])[], look: Look, thick: number | null = null): void {
      const points = places.map(([x, y]) => spot(x, y))
      shapes.push({ kind: 'line', points, thick: thick === null ? null : Math.max(thick * scale, 2), look })
      isLit(look, points)
    },
    /** A path that is already in the picture's own units, with the spots around it. */
    path(d: string, around: readonly Spot[], look: Look): void {
      shapes.push({ kind: 'path', d, look })
      isLit(look, around)
    },
    arrow(from: Spot, to: Spot, look: Look = 'near'): void {
      shapes.push({ kind: 'arrow', from, to, look })
    },
    /** Words that must stand; nothing else is put over them. */
    write(at: Spot, text: string, look: Words['look'], anchor: Words['anchor'] = 'middle'): void {
      const one: Words = { x: at[0], y: at[1], text, anchor, look }
      words.push(one)
      taken.push(wordsBox(one))
    },
    /** Keeps words away from a rectangle. */
    keep(bounds: Bounds): void {
      taken.push(bounds)
    },
    /** Keeps words away from a box, m. */
    keepFrame({ left, right, low, high: top }: Frame): void {
      const [a, b] = [spot(left, top), spot(right, low)]
      taken.push({ left: a[0], right: b[0], top: a[1], bottom: b[1] })
    },
    /** Names a box from one of its edges. */
    nameBox({ left, right, low, high: top }: Frame, text: string): boolean {
      const [x, y] = [(left + right) / 2, (low + top) / 2]
      const edges: [number, number][] = [
        [right, y],
        [x, top],
        [x, low],
        [left, y],
      ]
      return edges.some((edge) => canvas.name(spot(...edge), text))
    },
    /** Writes a name inside a box if it has room there, and keeps other words away from the box. */
    writeInside(box: Frame, text: string): boolean {
      const { left, right, low, high: top } = box
      const [x, y] = spot((left + right) / 2, (low + top) / 2)
      const inside: Words = { x, y: y + 4, text, anchor: 'middle', look: 'name' }
      const { left: from, right: to } = wordsBox(inside)
      const fits = to - from < (right - left) * scale - 4
      if (fits) canvas.write([x, inside.y], text, 'name')
      canvas.keepFrame(box)
      return fits
    },
    /** Puts words near a spot, where they are over nothing else, with a line to it from afar; left out if there is no room. */
    name(at: Spot, text: string, look: Words['look'] = 'name'): boolean {
      for (const far of FAR)
        for (const { dx, dy, anchor } of TRIES) {
          const one: Words = {
            x: at[0] + dx * far,
            y: at[1] + dy * far + FONT[look] * 0.3,
            text,
            anchor,
            look,
          }
          const box = wordsBox(one)
          if (!inPicture(box) || taken.some((other) => overlaps(box, other))) continue
          if (far > FAR[1]!)
            shapes.push({
              kind: 'line',
              points: [at, [at[0] + dx * (far - 3), at[1] + dy * (far - 3)]],
              thick: null,
              look: 'thin',
            })
          words.push(one)
          taken.push(box)
          return true
        }
      return false
    },
    /** A number in a circle; moved aside where another stands already. */
    mark([x, y]: Spot, text: string): void {
      const r = 10
      const free = (dx: number) =>
        !taken.some((other) =>
          overlaps({ left: x + dx - r, right: x + dx + r, top: y - r, bottom: y + r }, other),
        )
      const dx = [0, 20, -20, 40, -40].find(free) ?? 0
      const at: Spot = [x + dx, y]
      shapes.push({ kind: 'circle', x: at[0], y: at[1], radius: r, look: 'mark' })
      canvas.write([at[0], at[1] + 4.5], text, 'mark')
      canvas.keep({ left: at[0] - r, right: at[0] + r, top: y - r, bottom: y + r })
    },
    /** A length from one edge to another, drawn level or upright at `beside`, m of the other direction. */
    dimension(
      way: 'level' | 'upright',
      from: number,
      to: number,
      beside: number,
      value: number,
      text: string,
    ): void {
      const at = (v: number) => (way === 'level' ? spot(v, beside) : spot(beside, v))
      const [a, b] = [at(from), at(to)]
      const tick = 5
      const [tx, ty] = way === 'level' ? [0, tick] : [tick, 0]
      for (const end of [a, b])
        shapes.push({
          kind: 'line',
          points: [
            [end[0] - tx, end[1] - ty],
            [end[0] + tx, end[1] + ty],
          ],
          thick: null,
          look: 'near',
        })
      shapes.push({ kind: 'line', points: [a, b], thick: null, look: 'near' })
      dimensions.push({ from: a, to: b, text, value })
      const middle: Spot = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2]
      canvas.name(middle, text, 'figure')
    },
    /** A number beside a thing that the legend names, and where the walk comes to it. */
    numberAt(at: Spot, text: string, number: number): void {
      legend.push(text)
      walk.push({ at, text })
      canvas.name(at, String(number), 'figure')
    },
    walkTo(x: number, y: number, text: string): void {
      walk.push({ at: spot(x, y), text })
    },
    done(): StepPicture {
      const lit = litSpots.length > 0 ? boundsOfSpots(litSpots) : { left: 0, top: 0, right: 0, bottom: 0 }
      return { view, height, scale, shapes, words, dimensions, lit, walk, legend }
    },
  }
  return canvas
}
export type Canvas = ReturnType<typeof createCanvas>
