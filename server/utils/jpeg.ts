import PDFDocument from 'pdfkit'

/** What the PDF library's types leave out: it opens a picture before it prints it. */
type Opener = { openImage(bytes: Buffer): { width: number; height: number } }

/** Size of a JPEG, px; null where it is none, or one that cannot be printed. */
export function jpegSize(bytes: Buffer): { width: number; height: number } | null {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8) return null
  try {
    const { width, height } = (new PDFDocument({ autoFirstPage: false }) as unknown as Opener).openImage(
      bytes,
    )
    return width > 0 && height > 0 ? { width, height } : null
  } catch {
    return null
  }
}
