/** How deep a document may be nested; a plan is nine levels deep. */
const DEEPEST = 32

/** A NUL, which the database cannot store, or half of a surrogate pair, which is not a character. */
// eslint-disable-next-line no-control-regex
const UNFIT_TEXT = /\u0000|[\uD800-\uDBFF](?![\uDC00-\uDFFF])|(?<![\uD800-\uDBFF])[\uDC00-\uDFFF]/

/** A text without what no document can contain. */
export const fitText = (text: string): string => {
  const all = new RegExp(UNFIT_TEXT, 'g')
  return text.replace(all, '')
}

/** Why a JSON value cannot be part of a document, in a sentence that names the place; null if it can. */
export function unfitJson(value: unknown, path: string[] = []): string | null {
  if (typeof value === 'string') {
    const found = UNFIT_TEXT.exec(value)
    if (!found) return null
    const what = found[0] === '\u0000' ? 'a NUL character' : 'half of a character (a lone surrogate)'
    return `The text at ${path.join('.') || 'the top'} holds ${what} at place ${found.index + 1}. Take it out.`
  }
  if (typeof value !== 'object' || value === null) return null
  if (path.length >= DEEPEST)
    return `What is at ${path.slice(0, 4).join('.')} … is nested more than ${DEEPEST} deep.`
  for (const [key, entry] of Object.entries(value)) {
    const unfit =
      (UNFIT_TEXT.test(key)
        ? `A name at ${path.join('.') || 'the top'} holds a character that no text can.`
        : null) ?? unfitJson(entry, [...path, key])
    if (unfit) return unfit
  }
  return null
}
