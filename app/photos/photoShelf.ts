import { openDB, type DBSchema } from 'idb'
import type { PhotoSubject } from '#core/document/photos'

/** A photo kept in this browser until the server has it. */
export interface WaitingPhoto {
  id: string
  job: string
  subject: PhotoSubject
  caption: string
  photo: Blob
  at: string
  /** Why the server refused it; such a photo waits for a person's decision. */
  refused?: string
}
interface Shape extends DBSchema {
  photos: { key: string; value: WaitingPhoto; indexes: { job: string } }
}

const database = () =>
  openDB<Shape>('nimble-piston-photos', 1, {
    upgrade(db) {
      db.createObjectStore('photos', { keyPath: 'id' }).createIndex('job', 'job')
    },
  })

export async function waitingPhotos(job: string): Promise<WaitingPhoto[]> {
  const rows = await (await database()).getAllFromIndex('photos', 'job', job)
  return rows.sort((a, b) => a.at.localeCompare(b.at))
}
export async function keepPhoto(row: WaitingPhoto): Promise<void> {
  await (await database()).put('photos', row)
}
export async function dropPhoto(id: string): Promise<void> {
  await (await database()).delete('photos', id)
}
