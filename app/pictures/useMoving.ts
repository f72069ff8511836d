import type { Plan } from '#core/document/types'
import { pointerOn } from './scale'

type Change = (draft: Plan) => void

/**
 * How one drawn thing is moved: `to` turns a move from its current place, in drawing mm to the right and down,
 * into a change of the plan; null if it cannot go that way. `nudged` is true for the arrow keys.
 */
export interface Moving {
  label: string
  to(dx: number, dy: number, nudged: boolean): Change | null
}

const ARROWS: Record<string, readonly [number, number]> = {
  ArrowLeft: [-1, 0],
  ArrowRight: [1, 0],
  ArrowUp: [0, -1],
  ArrowDown: [0, 1],
}

/**
 * Moves things on a picture by dragging or with the arrow keys; every picture uses this. A drag is one edit,
 * however far it goes.
 * @param begin called when a thing is grabbed or nudged: says how it moves from its place
 * @param step of one arrow key, drawing mm, and with Shift held
 * @returns the listeners of a thing: `v-on="moves(thing)"`
 */
export function useMoving<T>(begin: (thing: T) => Moving, step: { usual: number; fine: number }) {
  const job = useJob()
  let held: { from: { x: number; y: number }; moving: Moving } | null = null
  function move(event: PointerEvent): void {
    if (!held) return
    const now = pointerOn(event)
    const change = held.moving.to(now.x - held.from.x, now.y - held.from.y, false)
    if (change) job.drag(change)
  }
  function letGo(): void {
    removeEventListener('pointerup', letGo)
    removeEventListener('pointercancel', letGo)
    if (held) job.drop(held.moving.label)
    held = null
  }
  return (thing: T) => ({
    pointerdown(event: PointerEvent): void {
      ;(event.currentTarget as Element).setPointerCapture(event.pointerId)
      held = { from: pointerOn(event), moving: begin(thing) }
      // On the window, because the thing may be rendered anew before it is released.
      addEventListener('pointerup', letGo)
      addEventListener('pointercancel', letGo)
    },
    pointermove: move,
    keydown(event: KeyboardEvent): void {
      const way = ARROWS[event.key]
      if (!way) return
      const moving = begin(thing)
      const by = event.shiftKey ? step.fine : step.usual
      const change = moving.to(way[0] * by, way[1] * by, true)
      if (!change) return
      event.preventDefault()
      job.edit(moving.label, change)
    },
  })
}
