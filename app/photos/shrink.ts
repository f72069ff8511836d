import { LONGEST_SIDE, MOST_PHOTO_BYTES } from '#core/document/photos'

/**
 * Steps for making a photo smaller, tried in this order until it fits: share of the longest side, and quality.
 */
const TRIES = [
  [1, 0.82],
  [1, 0.65],
  [0.75, 0.6],
  [0.5, 0.5],
] as const

/**
 * A photo as it is kept: a JPEG of at most {@link MOST_PHOTO_BYTES}, upright, without the phone's own data
 * (where and with what it was taken).
 * @throws with a sentence if it cannot be read as a picture.
 */
export async function shrinkPhoto(file: Blob): Promise<Blob> {
  const picture = await createImageBitmap(file).catch(() => null)
  if (!picture) throw new Error('This file is no picture the browser can read. Choose a JPEG or PNG.')
  const longest = Math.max(picture.width, picture.height)
  try {
    for (const [share, quality] of TRIES) {
      const scale = Math.min(1, (LONGEST_SIDE * share) / longest)
      const canvas = document.createElement('canvas')
      canvas.width = Math.max(1, Math.round(picture.width * scale))
      canvas.height = Math.max(1, Math.round(picture.height * scale))
      const pen = canvas.getContext('2d')!
      // Transparent areas would turn black.
      pen.fillStyle = 'white'
      pen.fillRect(0, 0, canvas.width, canvas.height)
      pen.drawImage(picture, 0, 0, canvas.width, canvas.height)
      const made = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve, 'image/jpeg', quality))
      if (made && made.size <= MOST_PHOTO_BYTES) return made
    }
  } finally {
    picture.close()
  }
  throw new Error('This picture stays too large however it is shrunk. Take one of less of it.')
}

/** A photo's bytes as base64. */
export function base64Of(photo: Blob): Promise<string> {
  return new Promise((resolve, reject) => {
    const reader = new FileReader()
    reader.onload = () => resolve(String(reader.result).split(',')[1] ?? '')
    reader.onerror = () => reject(reader.error ?? new Error('The photo could not be read.'))
    reader.readAsDataURL(photo)
  })
}
