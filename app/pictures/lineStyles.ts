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
/** The one code of colours and line styles, always doubled by a letter. */
export const LINE_STYLES = Object.fromEntries(
  (Object.keys(LINE_CODES) as LineCode[]).map((code) => [code, style(code)]),
) as Record<LineCode, ReturnType<typeof style>>

/** What a word on a drawing is bound to, to be read where a line passes behind it. */
export const READABLE = { 'paint-order': 'stroke', stroke: 'var(--sheet)', 'stroke-width': 3 }
