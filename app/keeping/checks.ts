import type { ShopSettings } from '#core/document/shop'
import type { Plan } from '#core/document/types'

/** Time after opening a document before its schema is loaded, ms. */
const MOMENT = 2000

let schemas: typeof import('./schemas') | null = null
const fetchSchemas = async () => {
  schemas ??= await import('./schemas')
}

/** Loads the schemas a little later, so that a page opens without them. */
export const schemasSoon = (): void => void setTimeout(() => void fetchSchemas().catch(() => {}), MOMENT)

/**
 * What is wrong with a document before it is handed in, in a sentence, or null. Until the schemas are loaded
 * only the server checks; what it refuses is set aside and shown.
 */
export const planProblem = (plan: Plan): string | null => schemas?.planProblem(plan) ?? null
export const shopProblem = (settings: ShopSettings): string | null =>
  schemas?.shopSettingsProblem(settings) ?? null
