import type { Route } from '#core/lay/types'

/** The layers of the flat views; one choice for all of them. */
export const FLAT_LAYERS = [
  { id: 'air', label: 'Air lines' },
  { id: 'wires', label: 'Wires' },
  { id: 'entered', label: 'What you entered' },
  { id: 'names', label: 'Names' },
] as const
export type FlatLayer = (typeof FLAT_LAYERS)[number]['id']

const shown = reactive<Record<FlatLayer, boolean>>({ air: true, wires: true, entered: true, names: true })

export function useLayLayers() {
  return {
    shown,
    /** The runs of the shown layers. */
    runsOf: <R extends Pick<Route, 'kind'>>(routes: readonly R[]): R[] =>
      routes.filter(({ kind }) => (kind === 'air' ? shown.air : shown.wires)),
  }
}
