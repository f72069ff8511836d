import { select } from 'd3-selection'
import { zoom, zoomIdentity, type D3ZoomEvent } from 'd3-zoom'
import { WHOLE, type Seen } from './scale'
import { svgCopy } from './svgCopy'

/** Greatest zoom. */
const NEAREST = 16
/** How much one key press zooms, and how much of the visible part it moves. */
const STEP = 1.5
const MOVE = 0.2

/** What can be dragged itself: dragging it does not move the picture. */
const OWN_HAND = '[role="button"], button, a, .cursor-grab, .cursor-pointer'

/**
 * Zooms and moves a picture by wheel, fingers, dragging its ground, or keys. The wheel scrolls the page until
 * the picture is focused or Ctrl is held.
 */
export function nearerTo(frame: HTMLElement, see: (seen: Seen) => void) {
  const { clientWidth, clientHeight } = frame
  const within: [[number, number], [number, number]] = [
    [0, 0],
    [clientWidth, clientHeight],
  ]
  let now: Seen = WHOLE
  const mayBegin = (event: MouseEvent | TouchEvent | WheelEvent): boolean => {
    if (event.type === 'wheel') return event.ctrlKey || frame.contains(document.activeElement)
    if ('touches' in event && event.touches.length > 1) return true
    const onThing = (event.target as Element).closest(OWN_HAND) !== null
    return !onThing && frame.dataset.taping === undefined && now.nearer > 1
  }
  const behaviour = zoom<HTMLElement, unknown>()
    .extent(within)
    .translateExtent(within)
    .scaleExtent([1, NEAREST])
    .filter(mayBegin)
    .on('zoom', ({ transform: { k, x, y } }: D3ZoomEvent<HTMLElement, unknown>) => {
      now = { nearer: k, left: -x / k / clientWidth, top: -y / k / clientHeight }
      see(now)
    })
  const held = select(frame).call(behaviour).on('dblclick.zoom', null)
  const moveBy = (right: number, down: number) =>
    held.call(
      (at, x: number, y: number) => behaviour.translateBy(at, x, y),
      (-right * MOVE * clientWidth) / now.nearer,
      (-down * MOVE * clientHeight) / now.nearer,
    )
  const scaleBy = (by: number) => void held.call((at, k: number) => behaviour.scaleBy(at, k), by)
  const whole = () => void held.call((at) => behaviour.transform(at, zoomIdentity))
  const KEYS: Record<string, () => unknown> = {
    '+': () => scaleBy(STEP),
    '=': () => scaleBy(STEP),
    '-': () => scaleBy(1 / STEP),
    '0': whole,
    ArrowLeft: () => moveBy(-1, 0),
    ArrowRight: () => moveBy(1, 0),
    ArrowUp: () => moveBy(0, -1),
    ArrowDown: () => moveBy(0, 1),
  }
  return {
    nearer: () => scaleBy(STEP),
    farther: () => scaleBy(1 / STEP),
    whole,
    key(event: KeyboardEvent): void {
      const act = KEYS[event.key]
      if (act && !event.ctrlKey && !event.metaKey) act()
    },
    end: () => void held.on('.zoom', null),
  }
}

/** A picture as an SVG file: the visible part in the theme's colours, with its labels. */
export function svgFile(frame: HTMLElement): string {
  const drawn = frame.querySelector('svg')!
  const copy = svgCopy(drawn)
  const box = drawn.getBoundingClientRect()
  const view = drawn.viewBox.baseVal
  const scale = view.width / box.width
  for (const label of frame.querySelectorAll<HTMLElement>(':scope > .absolute')) {
    const place = label.getBoundingClientRect()
    const text = document.createElementNS('http://www.w3.org/2000/svg', 'text')
    text.setAttribute('x', String(view.x + (place.left - box.left) * scale))
    text.setAttribute('y', String(view.y + (place.bottom - box.top - place.height / 4) * scale))
    text.setAttribute('font-size', String(11 * scale))
    text.setAttribute('font-family', 'sans-serif')
    text.setAttribute('fill', getComputedStyle(label).color)
    text.textContent = label.textContent!.trim()
    if (place.width > 0) copy.append(text)
  }
  return new XMLSerializer().serializeToString(copy)
}
