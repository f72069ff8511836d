import { arrowHead, fontOf, SIZE, type Look, type Shape, type StepPicture, type Words } from './canvas'

/**
 * A step's picture as SVG. Colours are names of the page's theme, so that it follows day and bay; a file of its
 * own has them written in (`onPaper`).
 */

/** What a shape is filled with, by how it is drawn. */
export const FILL: Record<Look, string> = {
  lit: 'var(--lit)',
  near: 'var(--steel)',
  faint: 'var(--steel-faint)',
  hot: 'var(--hot-faint)',
  moving: 'var(--steel-faint)',
  run: 'none',
  thin: 'none',
  mark: 'var(--petrol)',
}
export const LINE: Record<Look, string> = {
  lit: 'var(--ink)',
  near: 'var(--ink)',
  faint: 'var(--steel-edge)',
  hot: 'var(--brick)',
  moving: 'var(--steel-edge)',
  run: 'var(--petrol)',
  thin: 'var(--soft)',
  mark: 'var(--petrol)',
}
export const WIDE: Record<Look, number> = {
  lit: 2,
  near: 1.4,
  faint: 1,
  hot: 1.4,
  moving: 1,
  run: 2,
  thin: 0.8,
  mark: 1,
}

const escape = (text: string) =>
  text.replaceAll('&', '&amp;').replaceAll('<', '&lt;').replaceAll('>', '&gt;').replaceAll('"', '&quot;')
const n = (value: number) => String(Math.round(value * 10) / 10)

function shapeSvg(shape: Shape): string {
  const { look } = shape
  const stroke = `stroke="${LINE[look]}" stroke-width="${WIDE[look]}"`
  switch (shape.kind) {
    case 'rect':
      return `<rect x="${n(shape.x)}" y="${n(shape.y)}" width="${n(shape.width)}" height="${n(shape.height)}" rx="${n(shape.round)}" fill="${FILL[look]}" ${stroke}/>`
    case 'circle':
      return `<circle cx="${n(shape.x)}" cy="${n(shape.y)}" r="${n(shape.radius)}" fill="${FILL[look]}" ${stroke}/>`
    case 'path':
      return `<path d="${shape.d}" fill="${FILL[look]}" ${stroke} stroke-linejoin="round"/>`
    case 'line': {
      const points = shape.points.map(([x, y]) => `${n(x)},${n(y)}`).join(' ')
      if (shape.thick === null)
        return `<polyline points="${points}" fill="none" ${stroke}${look === 'thin' ? ' stroke-dasharray="3 3"' : ''}/>`
      const inside = look === 'lit' ? 'var(--lit)' : look === 'hot' ? 'var(--hot-faint)' : FILL[look]
      const ends = 'stroke-linecap="round" stroke-linejoin="round" fill="none"'
      return `<polyline points="${points}" ${ends} stroke="${LINE[look]}" stroke-width="${n(shape.thick + 2)}"/><polyline points="${points}" ${ends} stroke="${inside === 'none' ? LINE[look] : inside}" stroke-width="${n(shape.thick)}"/>`
    }
    case 'arrow': {
      const [base, ...head] = arrowHead(shape)
      const [x, y] = shape.from
      const corners = head.map((at) => at.map(n).join(' ')).join(' L')
      return `<line x1="${n(x)}" y1="${n(y)}" x2="${n(base[0])}" y2="${n(base[1])}" ${stroke}/><path d="M${corners} Z" fill="${LINE[look]}"/>`
    }
  }
}

const COLOUR: Record<Words['look'], string> = {
  view: 'var(--soft)',
  name: 'var(--ink)',
  figure: 'var(--petrol)',
  mark: 'var(--sheet)',
}

/** Words with a rim of the background, so that they can be read over lines. */
const wordsSvg = ({ x, y, text, anchor, look }: Words): string =>
  `<text x="${n(x)}" y="${n(y)}" text-anchor="${anchor}" font-size="${fontOf(look)}" font-family="${look === 'figure' ? 'var(--font-mono)' : 'var(--font-sans)'}" font-weight="${look === 'figure' ? 600 : 400}" fill="${COLOUR[look]}"${look === 'mark' ? '' : ' stroke="var(--sheet)" stroke-width="3" paint-order="stroke"'}>${escape(text)}</text>`

/** @param at index of the spot of its walk that is shown; null for none */
export function pictureSvg(picture: StepPicture, at: number | null = null): string {
  const spot = at === null ? undefined : picture.walk[at]
  const dot = spot
    ? `<circle cx="${n(spot.at[0])}" cy="${n(spot.at[1])}" r="9" fill="var(--lit)" stroke="var(--ink)" stroke-width="2.5"/>`
    : ''
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${SIZE.width} ${n(picture.height)}" role="img" aria-label="${escape(picture.view)}">${picture.shapes.map(shapeSvg).join('')}${dot}${picture.words.map(wordsSvg).join('')}</svg>`
}

/** The theme's colours and fonts as they are on paper, by the names that pictures use. */
const PAPER: Record<string, string> = {
  sheet: '#ffffff',
  ink: '#000000',
  soft: '#555555',
  petrol: '#0c5960',
  brick: '#a53627',
  lit: '#eec66a',
  steel: '#d9d9d9',
  'steel-edge': '#8a8a8a',
  'steel-faint': '#f2f2f2',
  'hot-faint': '#f0d5cf',
  'font-sans': 'Barlow, sans-serif',
  'font-mono': 'Spline Sans Mono, monospace',
}
/** A picture with its colours written in, for a file of its own. @throws if it uses a colour that paper has not */
export const onPaper = (svg: string): string =>
  svg.replace(/var\(--([a-z-]+)\)/g, (_, name: string) => {
    const colour = PAPER[name]
    if (!colour) throw new Error(`Paper has no colour ${name}. Give it one.`)
    return colour
  })
