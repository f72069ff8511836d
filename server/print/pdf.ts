import { createRequire } from 'node:module'
import { readFileSync } from 'node:fs'
import type PDFDocument from 'pdfkit'
import type { Paper } from '#core/document/paper'

/** What every PDF shares: paper, fonts, and how it becomes a file. */
type Doc = InstanceType<typeof PDFDocument>
/** The PDF library's names of the papers. */
export const PAPER_SIZE: Record<Paper, string> = { A4: 'A4', Letter: 'LETTER' }

const require = createRequire(import.meta.url)
const font = (family: string, weight: 400 | 600) =>
  readFileSync(require.resolve(`@fontsource/${family}/files/${family}-latin-${weight}-normal.woff`))

/** Embeds the fonts by the names `text`, `bold` and `figure`. */
export function pdfFonts(doc: Doc): void {
  doc
    .registerFont('text', font('barlow', 400))
    .registerFont('bold', font('barlow', 600))
    .registerFont('figure', font('spline-sans-mono', 600))
}

/** Ends a document and returns it as a whole. */
export function wholePdf(doc: Doc): Promise<Buffer> {
  return new Promise((resolve, reject) => {
    const chunks: Buffer[] = []
    doc.on('data', (chunk: Buffer) => chunks.push(chunk))
    doc.on('end', () => resolve(Buffer.concat(chunks)))
    doc.on('error', reject)
    doc.end()
  })
}
