import { LINE_CODES, type LineCode } from '#core/air/drawing/lineCodes'

const COLOURS: Record<LineCode, string> = {
  left: 'var(--ochre)',
  right: 'var(--iris)',
  supply: 'var(--blue)',
  both: 'var(--blue)',
  feed: 'var(--brick)',
  earth: 'var(--ink)',
  signal: 'var(--moss)',
}

const style = (code: LineCode) => {
  const { dash, letter, name } = LINE_CODES[code]
  return { colour: COLOURS[code], dash: dash.join(' ') || undefined, letter, name }
}
/** The one code of colours and line styles; a letter always says the same. */
export const LINE_STYLES = Object.fromEntries(
  (Object.keys(LINE_CODES) as LineCode[]).map((code) => [code, style(code)]),
) as Record<LineCode, ReturnType<typeof style>>

/** Outline of a word on a drawing, so that it can be read over a line. */
export const READABLE = { 'paint-order': 'stroke', stroke: 'var(--sheet)', 'stroke-width': 3 }
