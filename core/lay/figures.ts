import type { CompressorClass } from '../catalog/compressors'
import { PRACTICE } from '../catalog/practice'
import type { Truck } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import type { LayResult, Route } from './types'

/** Lengths of lines and feed and their distances from the exhaust, m. */
export function layFigures(
  r: LayResult,
  truck: Truck,
  compressor: CompressorClass | null,
): Record<string, Figure> {
  return {
    ...Object.assign({}, ...r.routes.map((route) => routeFigures(route, truck))),
    ...totals(r),
    ...(r.feed === null ? {} : { feed: feed(r, r.feed) }),
    ...(r.apart === null
      ? {}
      : {
          apart: {
            label: 'Compressor to block',
            value: r.apart,
            quantity: 'length',
            formula: 'straight distance',
            inputs: [],
            source: 'Geometry; 400 mm on a shared harness (common practice)',
            max: compressor?.blockReach,
          },
        }),
  }
}

function routeFigures(route: Route, truck: Truck): Record<string, Figure> {
  const label = `${route.fromLabel} to ${route.toLabel}`
  const figures: Record<string, Figure> = {
    [`cut.${route.id}`]: {
      label,
      value: route.cut,
      quantity: 'run',
      formula:
        route.coiled === null
          ? 'run along the frame + slack, up to the next 10 mm'
          : 'run along the frame + slack, up to the next length a hose is sold in with its ends on',
      inputs: [
        input('Run', route.run, 'run'),
        input('Slack at the spring', route.slack, 'length'),
        input('Ties', route.ties, 'count'),
        ...(route.coiled === null ? [] : [input('Left over, coiled', route.coiled, 'run')]),
      ],
      source: 'Shortest path on the chassis graph, keep-off counted dearer; slack 300 mm (common practice)',
    },
  }
  if (Number.isFinite(route.heat))
    figures[`heat.${route.id}`] = {
      label: `${label}, from the exhaust`,
      value: route.heat,
      quantity: 'length',
      formula: 'least distance of the run from the pipe’s outside',
      inputs: [input('Pipe radius', truck.exhaust.radius, 'length')],
      source: 'Geometry; 150 mm (common practice)',
      min: PRACTICE.heatClearance.value,
    }
  return figures
}

function totals({ cuts }: LayResult): Record<string, Figure> {
  return {
    longest: {
      label: 'Longest line',
      value: cuts[0]?.cut ?? null,
      quantity: 'run',
      formula: 'largest of the cut list',
      inputs: cuts.slice(0, 5).map((c) => input(`${c.fromLabel} to ${c.toLabel}`, c.cut, 'run')),
      source: 'Cut list',
      max: PRACTICE.longestLine.value,
    },
    tube: {
      label: 'Tube in all',
      value: cuts.reduce((s, c) => s + c.cut, 0),
      quantity: 'run',
      formula: 'Σ cut lengths',
      inputs: [input('Lines', cuts.length, 'count')],
      source: 'Cut list',
    },
  }
}

const feed = ({ harness }: LayResult, run: number): Figure => ({
  label: 'Battery to compressor',
  value: run,
  quantity: 'run',
  formula: 'run along the frame, one way',
  inputs: [input('Harness as fitted', harness, 'run')],
  source: 'Shortest path on the chassis graph',
  max: harness,
})
