import type { AirPlan, Component, OwnPart, Plan } from '../document/types'
import { isPlain, share } from '../quantity/share'

/**
 * Names that people give to parts are left out while the rooms compute, and filled into their texts last. So a
 * new name computes nothing again: only the texts that hold it change.
 *
 * A name is replaced by two Cherokee letters, which number it. That script has upper and lower case, so a room
 * may write a placeholder in lower case, or only its first letter, as it does with any name; the case of the
 * two letters tells how. A plan that holds such letters itself is computed with its names.
 */

const FIRST_UPPER = 0x13a0
const FIRST_LOWER = 0xab70
/** Number of letters that exist in both cases. */
const LETTERS = 80
const PLACEHOLDER = /[\u13a0-\u13ef\uab70-\uabbf]{2}/g
const RESERVED = /[\u13a0-\u13ff\uab70-\uabbf]/

/** Placeholder of the name with a number. */
const placeholder = (number: number): string =>
  String.fromCharCode(FIRST_UPPER + Math.floor(number / LETTERS), FIRST_UPPER + (number % LETTERS))

/** A letter's number, and whether it is upper case. */
const read = (letter: number) =>
  letter >= FIRST_LOWER
    ? { number: letter - FIRST_LOWER, isUpper: false }
    : { number: letter - FIRST_UPPER, isUpper: true }
const numberOf = (found: string): number =>
  read(found.charCodeAt(0)).number * LETTERS + read(found.charCodeAt(1)).number
/** Numbers of the placeholders in a text that holds such letters; -1 for a letter without its pair. */
function numbersIn(text: string): readonly number[] {
  const found = [...text.matchAll(PLACEHOLDER)].map(([pair]) => numberOf(pair))
  return found.length > 0 ? found : [-1]
}

/** The name a placeholder is for, with the case that the placeholder was given. */
function named(found: string, names: readonly string[]): string {
  const name = names[numberOf(found)]
  if (name === undefined) return found
  const [first, second] = [read(found.charCodeAt(0)), read(found.charCodeAt(1))]
  const [begin, rest] = [name.charAt(0), name.slice(1)]
  if (!first.isUpper) return begin.toLowerCase() + (second.isUpper ? rest : rest.toLowerCase())
  return second.isUpper ? name : begin.toUpperCase() + rest.toLowerCase()
}

const isWalked = (value: unknown): value is object => Array.isArray(value) || isPlain(value)

const NONE: readonly number[] = []
/**
 * Numbers of the placeholders in the texts of an object; found once for each object. An object without parts,
 * such as a point, is not kept: it is read quicker than it is looked up.
 */
const placeholders = new WeakMap<object, readonly number[]>()
function placeholdersIn(value: unknown): readonly number[] {
  if (typeof value === 'string') return RESERVED.test(value) ? numbersIn(value) : NONE
  if (!isWalked(value)) return NONE
  const known = placeholders.get(value)
  if (known) return known
  let found: Set<number> | null = null
  let hasParts = false
  const add = (numbers: readonly number[]) => {
    if (numbers === NONE) return
    found ??= new Set()
    for (const number of numbers) found.add(number)
  }
  const look = (part: unknown) => {
    if (typeof part === 'object' && part !== null) hasParts = true
    else if (typeof part !== 'string') return
    add(placeholdersIn(part))
  }
  if (Array.isArray(value)) for (const part of value) look(part)
  else
    for (const key in value) {
      if (RESERVED.test(key)) add(numbersIn(key))
      look((value as Record<string, unknown>)[key])
    }
  const numbers = found ? [...(found as Set<number>)] : NONE
  if (hasParts || found) placeholders.set(value, numbers)
  return numbers
}

const NO_BOOKS: OwnPart = { number: '', make: '', price: null }

export interface Bare {
  /** The circuit with placeholders for names, and without number, make and price. */
  air: AirPlan
  /** Names by the number of their placeholder. */
  names: readonly string[]
}

/** A circuit without what no room but Build reads: the names of its parts, and what only the shop's books need. */
export function bareAir(air: AirPlan): Bare {
  const names: string[] = []
  const bare = (components: Record<string, Component>): Record<string, Component> =>
    Object.fromEntries(
      Object.entries(components).map(([id, part]) => {
        const label = placeholder(names.push(part.label) - 1)
        return [id, { ...part, label, own: NO_BOOKS }]
      }),
    )
  const { components, gone } = air
  return {
    air: { ...air, components: bare(components), gone: { ...gone, components: bare(gone.components) } },
    names,
  }
}

/** True if a plan holds letters of the placeholders itself, so that it has to be computed with its names. */
export const holdsPlaceholders = (plan: Plan): boolean => placeholdersIn(plan).length > 0

interface Filled {
  value: unknown
  /** The names that were put in. */
  names: readonly (string | undefined)[]
}
const filled = new WeakMap<object, Filled>()

/**
 * A value with its names put in. What holds no placeholder stays the very same object, and while its names are
 * the same so does what was filled before.
 * @param names by their number
 */
export const fill = <T>(value: T, names: readonly string[]): T => fillIn(value, names) as T

function fillIn(value: unknown, names: readonly string[]): unknown {
  const numbers = placeholdersIn(value)
  if (numbers.length === 0) return value
  if (typeof value === 'string') return value.replace(PLACEHOLDER, (found) => named(found, names))
  const known = filled.get(value as object)
  if (known && numbers.every((number, i) => names[number] === known.names[i])) return known.value
  const next = Array.isArray(value)
    ? value.map((part) => fillIn(part, names))
    : Object.fromEntries(
        Object.entries(value as object).map(([key, part]) => [
          fillIn(key, names) as string,
          fillIn(part, names),
        ]),
      )
  const shared = share(known?.value, next)
  filled.set(value as object, { value: shared, names: numbers.map((number) => names[number]) })
  return shared
}
