import type { ShopSettings } from '#core/document/shop'
import type { Plan } from '#core/document/types'

/** Milliseconds after a document is opened that its schema comes. */
const MOMENT = 2000

let schemas: typeof import('./schemas') | null = null
const fetchSchemas = async () => {
  schemas ??= await import('./schemas')
}

/** Fetches the schemas a moment from now: a page opens without them. */
export const schemasSoon = (): void => void setTimeout(() => void fetchSchemas().catch(() => {}), MOMENT)

/**
 * What is wrong with a document before it is handed in, in a sentence, or null. Until the schemas are there the server
 * alone says: what it refuses is set aside and told.
 */
export const planProblem = (plan: Plan): string | null => schemas?.planProblem(plan) ?? null
export const shopProblem = (settings: ShopSettings): string | null =>
  schemas?.shopSettingsProblem(settings) ?? null
