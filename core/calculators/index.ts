import * as yup from 'yup'
import { AIR_CALCULATORS } from './air'
import { axleLoadsCalculator, levelPressureCalculator, headlampCalculator } from './axles'
import { tubeFlowCalculator, valveFlowCalculator, fillTimeCalculator, gasTemperatureCalculator } from './flow'
import { wireDropCalculator, wireSizeCalculator, fuseCalculator, standbyCalculator } from './power'
import {
  cutInLeakCalculator,
  holdPlanCalculator,
  leakRateCalculator,
  sinkLeakCalculator,
  torqueCheckCalculator,
} from './proof'
import { bendLengthCalculator, cutPlanCalculator } from './lay'
import { fuseTimeCalculator, liftsCalculator, networkCalculator } from './network'
import {
  leverAngleCalculator,
  presetCoverCalculator,
  radioMarginCalculator,
  setReadsCalculator,
} from './tune'
import { inrushFuseCalculator, jointDropCalculator } from './wiring'
import { LOAD_CALCULATORS } from './load'
import { criticalPathCalculator } from './work'
import { CalculatorError, type Calculator } from './define'

/** The calculators of `bin/np calc` and of Quick sums, in the order shown: one list, one schema each. */
export const CALCULATORS: readonly Calculator[] = [
  axleLoadsCalculator,
  levelPressureCalculator,
  tubeFlowCalculator,
  valveFlowCalculator,
  fillTimeCalculator,
  gasTemperatureCalculator,
  wireDropCalculator,
  wireSizeCalculator,
  fuseCalculator,
  leakRateCalculator,
  headlampCalculator,
  standbyCalculator,
  torqueCheckCalculator,
  criticalPathCalculator,
  ...LOAD_CALCULATORS,
  ...AIR_CALCULATORS,
  bendLengthCalculator,
  cutPlanCalculator,
  networkCalculator,
  fuseTimeCalculator,
  liftsCalculator,
  inrushFuseCalculator,
  jointDropCalculator,
  presetCoverCalculator,
  leverAngleCalculator,
  setReadsCalculator,
  radioMarginCalculator,
  holdPlanCalculator,
  cutInLeakCalculator,
  sinkLeakCalculator,
]

/** Checks the input of a calculator and runs it. @throws {CalculatorError} with one line per field */
export function calculate(name: string, input: unknown): Record<string, unknown> {
  const calculator = CALCULATORS.find((c) => c.name === name)
  if (!calculator)
    throw new CalculatorError([
      `${name}: no calculator of that name. Use one of ${CALCULATORS.map((c) => c.name).join(', ')}.`,
    ])
  try {
    calculator.schema.validateSync(input, { strict: true, abortEarly: false })
  } catch (error) {
    if (!(error instanceof yup.ValidationError)) throw error
    const all = error.inner.length ? error.inner : [error]
    throw new CalculatorError([...new Set(all.map((e) => e.message))])
  }
  const output = calculator.run(input)
  const bad = notFinite(output)
  if (bad)
    throw new CalculatorError([
      `${bad} comes out without a finite value: the figures typed are too large or too small`,
    ])
  return output
}

function notFinite(value: unknown, path = ''): string | null {
  if (typeof value === 'number') return Number.isFinite(value) ? null : path
  if (typeof value !== 'object' || value === null) return null
  for (const [key, inner] of Object.entries(value)) {
    const bad = notFinite(inner, path ? `${path}.${key}` : key)
    if (bad) return bad
  }
  return null
}

/** One field of a calculator's input, flattened for a list or a form. */
export interface InputField {
  path: string
  label: string
  unit: string
}

/** All input fields with labels and units, nested ones by dotted path; list items carry `[]`. */
export function inputFields(schema: yup.Schema, path = ''): InputField[] {
  const meta = schema.meta() as { label?: string; unit?: string } | undefined
  if (meta?.label) return [{ path, label: meta.label, unit: meta.unit ?? '' }]
  const fields = (schema as yup.ObjectSchema<yup.AnyObject>).fields as Record<string, yup.Schema> | undefined
  if (fields)
    return Object.entries(fields).flatMap(([key, inner]) => inputFields(inner, path ? `${path}.${key}` : key))
  const item = (schema as yup.ArraySchema<unknown[], yup.AnyObject>).innerType as yup.Schema | undefined
  return item ? inputFields(item, `${path}[]`) : []
}
