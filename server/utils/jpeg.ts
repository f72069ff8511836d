import sharp from 'sharp'
import { LONGEST_SIDE } from '#core/document/photos'

const START_OF_SCAN = 0xda
const END = 0xd9
/** Markers without a length: a byte that only looks like a marker, and restarts within a scan. */
const standsAlone = (marker: number) =>
  marker === 0x00 || marker === 0x01 || (marker >= 0xd0 && marker <= 0xd8)

/** End of a JPEG, bytes from its start (ITU-T T.81, annex B); null if it has none. */
function endOfJpeg(bytes: Buffer): number | null {
  let at = 2
  let inScan = false
  while (at + 1 < bytes.length) {
    const marker = bytes[at + 1]!
    if (bytes[at] !== 0xff || marker === 0xff || (inScan && standsAlone(marker))) {
      if (bytes[at] !== 0xff && !inScan) return null
      at += bytes[at] === 0xff && marker !== 0xff ? 2 : 1
      continue
    }
    if (marker === END) return at + 2
    if (at + 3 >= bytes.length) return null
    inScan = marker === START_OF_SCAN
    at += 2 + bytes.readUInt16BE(at + 2)
  }
  return null
}

/**
 * Size of a JPEG, px, after it was decoded completely; null if it is not one, is cut, has something after its
 * end, or is larger than the page makes any.
 */
export async function jpegSize(bytes: Buffer): Promise<{ width: number; height: number } | null> {
  if (bytes[0] !== 0xff || bytes[1] !== 0xd8 || endOfJpeg(bytes) !== bytes.length) return null
  try {
    const picture = sharp(bytes, { failOn: 'warning', limitInputPixels: LONGEST_SIDE ** 2 })
    const { format, width, height } = await picture.metadata()
    if (format !== 'jpeg' || Math.max(width, height) > LONGEST_SIDE) return null
    await picture.raw().toBuffer()
    return { width, height }
  } catch {
    return null
  }
}
