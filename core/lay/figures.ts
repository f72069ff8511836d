import type { CompressorClass } from '../catalog/compressors'
import { PRACTICE } from '../catalog/practice'
import type { Truck } from '../document/types'
import { input, type Figure } from '../quantity/figure'
import { allowanceOf } from './measured'
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
    ...wireTotal(r),
    ...measuredFigure(r),
    ...radioFigure(r),
    ...consumables(r),
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

const RUN_SOURCE =
  'Cheapest way along the structure, clear of all solids; bends by geometry; slack 300 mm (common practice)'

function routeFigures(route: Route, truck: Truck): Record<string, Figure> {
  const label = `${route.fromLabel} to ${route.toLabel}`
  const figures: Record<string, Figure> = {
    [`cut.${route.id}`]: {
      label,
      value: route.cut,
      quantity: 'run',
      formula:
        route.coiled === null
          ? 'run with its bends × (1 + allowance) + slack, up to the next 10 mm'
          : 'run with its bends + slack, up to the next length a hose is sold in with its ends on',
      inputs: [
        input('Run', route.run, 'run'),
        input(
          route.kind === 'air' ? 'Slack at the spring' : 'Drip loops and terminals',
          route.slack,
          'length',
        ),
        ...(route.swept > 0 ? [input('Of it, for the axle’s travel', route.swept, 'length')] : []),
        ...(route.cut === route.planned ? [] : [input('As planned', route.planned, 'run')]),
        input('Bend radius', route.bend, 'length'),
        input('Ties', route.ties, 'count'),
        input('Holes with a grommet', route.grommets, 'count'),
        ...(route.coiled === null ? [] : [input('Left over, coiled', route.coiled, 'run')]),
      ],
      source: RUN_SOURCE,
    },
  }
  figures[`run.${route.id}`] = {
    label: `${label}, with its bends`,
    value: route.run,
    quantity: 'run',
    formula: 'Σ straight pieces − what its rounded corners save',
    inputs: [
      input('Straight pieces', route.points.length - 1, 'count'),
      input('Bend radius', route.bend, 'length'),
    ],
    source: RUN_SOURCE,
  }
  if (Number.isFinite(route.heat))
    figures[`heat.${route.id}`] = {
      label: `${label}, from ${route.heatOf}`,
      value: route.heat,
      quantity: 'length',
      formula: 'least distance of the run’s outside from the outside of what is hot',
      inputs: [
        input('Pipe radius', truck.exhaust.radius, 'length'),
        input('Half its thickness', route.radius, 'length'),
      ],
      source: 'Geometry; 150 mm (common practice)',
      min: PRACTICE.heatClearance.value,
    }
  if (Number.isFinite(route.clear))
    figures[`clear.${route.id}`] = {
      label: `${label}, from what moves`,
      value: route.clear,
      quantity: 'length',
      formula:
        'least distance of the run’s outside from wheels, axle, shaft, spring or spare over their whole travel',
      inputs: [input('Half its thickness', route.radius, 'length')],
      source: 'Geometry; 25 mm (from memory)',
      min: PRACTICE.movingClearance.value,
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

/** All wires besides the feed; empty if there are none. */
const wireTotal = ({ wires }: LayResult): Record<string, Figure> =>
  wires.length === 0
    ? {}
    : {
        wires: {
          label: 'Wire beside the feed',
          value: wires.reduce((sum, wire) => sum + wire.cut, 0),
          quantity: 'run',
          formula: 'Σ cut lengths',
          inputs: wires.map((wire) =>
            input(`${wire.fromLabel} to ${wire.toLabel}, ${wire.carries}`, wire.cut, 'run'),
          ),
          source: 'Lay’s runs; drip loops and terminals from memory',
        },
      }

/** Consumables of the runs: ties, grommets, loom; and the weight of the parts. */
function consumables({ routes, holes, mass }: LayResult): Record<string, Figure> {
  const wires = routes.filter(({ kind }) => kind !== 'air')
  const lined = holes.filter(({ grommet, drill }) => grommet !== null && drill !== null)
  return {
    ties: {
      label: 'Ties',
      value: routes.reduce((sum, { ties }) => sum + ties, 0),
      quantity: 'count',
      formula: 'Σ run ÷ 175 mm, each rounded up; runs that share a way want fewer',
      inputs: [input('Lines and wires', routes.length, 'count')],
      source: 'Common practice',
    },
    grommets: {
      label: 'Grommets',
      value: lined.length,
      quantity: 'count',
      formula: 'one for each hole that is drilled',
      inputs: [input('Holes in all', holes.length, 'count')],
      source: 'Hole list',
    },
    loom: {
      label: 'Loom',
      value: wires.reduce((sum, { run }) => sum + run, 0),
      quantity: 'run',
      formula: 'Σ runs of wires and feed',
      inputs: wires.map((wire) => input(`${wire.fromLabel} to ${wire.toLabel}`, wire.run, 'run')),
      source: 'Lay’s runs',
    },
    mass: {
      label: 'Parts together',
      value: mass,
      quantity: 'mass',
      formula: 'Σ parts with a place of their own',
      inputs: [],
      source: 'Own sheets, else as is usual of their kind (from memory)',
    },
  }
}

/** How much longer the measured lines were; empty if none was measured. */
const measuredFigure = ({ measured }: LayResult): Record<string, Figure> =>
  measured === null
    ? {}
    : {
        measured: {
          label: 'Longer than its run, as measured',
          value: allowanceOf(measured),
          quantity: 'ratio',
          formula: '(Σ cut − Σ slack) ÷ Σ run − 1',
          inputs: [
            input('Lines measured', measured.lines, 'count'),
            input('Their runs', measured.runs, 'run'),
            input('As cut, less slack', measured.real, 'run'),
          ],
          source: 'As typed under the truck',
        },
      }

/** Margin of the block's signal at the driver's seat; empty without a block. */
const radioFigure = ({ radio }: LayResult): Record<string, Figure> =>
  radio === null
    ? {}
    : {
        radio: {
          label: 'Signal left at the driver’s seat',
          value: radio.margin,
          quantity: 'decibel',
          formula: 'budget − 20 log₁₀(4π d f ⁄ c) − steel between × loss of each',
          inputs: [
            input('Budget', PRACTICE.radioBudget.value, 'decibel'),
            input('Block to seat', radio.far, 'run'),
            input('Lost in the open', radio.open, 'decibel'),
            input('Steel between', radio.between.join(', ') || 'none'),
            input('Loss of each', PRACTICE.radioSheet.value, 'decibel'),
          ],
          source: 'Friis’ transmission formula; budget and losses from memory',
          min: PRACTICE.radioReserve.value,
        },
      }

const feed = ({ harness }: LayResult, run: number): Figure => ({
  label: 'Battery to compressor',
  value: run,
  quantity: 'run',
  formula: 'run with its bends × (1 + allowance), one way; as really cut where that was typed',
  inputs: [input('Harness as fitted', harness, 'run')],
  source: RUN_SOURCE,
  max: harness,
})
