import { and, asc, eq } from 'drizzle-orm'
import { MOST_PHOTOS, type Photo, type PhotoSubject } from '#core/document/photos'
import type { Database } from './client'
import type { Who } from './jobs'
import { jobs, people, photos } from './schema'

/** Photos of a job: add, caption, remove, and read for the page and the pack. */

export interface NewPhoto {
  id: string
  subject: PhotoSubject
  caption: string
  width: number
  height: number
  bytes: Buffer
}

const ofJob = (shopId: string, jobId: string) => and(eq(photos.jobId, jobId), eq(photos.shopId, shopId))
const one = (shopId: string, jobId: string, id: string) => and(ofJob(shopId, jobId), eq(photos.id, id))

/** Adds a photo; if it exists already because its answer was lost, nothing changes. */
export async function addPhoto(
  db: Database,
  who: Who,
  jobId: string,
  photo: NewPhoto,
): Promise<'added' | 'no-job' | 'too-many'> {
  return db.transaction(async (tx) => {
    // The job's row is locked, so that two pages together cannot exceed the limit.
    const [job] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.id, jobId), eq(jobs.shopId, who.shopId)))
      .for('update')
    if (!job) return 'no-job'
    const there = await tx.select({ id: photos.id }).from(photos).where(ofJob(who.shopId, jobId))
    if (there.some(({ id }) => id === photo.id)) return 'added'
    if (there.length >= MOST_PHOTOS) return 'too-many'
    await tx.insert(photos).values({ ...photo, ...who, jobId })
    return 'added'
  })
}

/** A job's photos without their bytes, in the order they were taken. */
export async function listPhotos(db: Database, shopId: string, jobId: string): Promise<Photo[]> {
  const rows = await db
    .select({
      id: photos.id,
      subject: photos.subject,
      caption: photos.caption,
      width: photos.width,
      height: photos.height,
      who: people.name,
      at: photos.madeAt,
    })
    .from(photos)
    .innerJoin(people, eq(people.id, photos.authorId))
    .where(ofJob(shopId, jobId))
    .orderBy(asc(photos.madeAt), asc(photos.id))
  return rows.map((row) => ({ ...row, at: row.at.toISOString() }))
}

export async function photoBytes(
  db: Database,
  shopId: string,
  jobId: string,
  id: string,
): Promise<Buffer | null> {
  const [row] = await db
    .select({ bytes: photos.bytes })
    .from(photos)
    .where(one(shopId, jobId, id))
  return row?.bytes ?? null
}

/** Every photo's bytes by its id, for the pack. */
export async function allPhotoBytes(
  db: Database,
  shopId: string,
  jobId: string,
): Promise<Map<string, Buffer>> {
  const rows = await db
    .select({ id: photos.id, bytes: photos.bytes })
    .from(photos)
    .where(ofJob(shopId, jobId))
  return new Map(rows.map(({ id, bytes }) => [id, bytes]))
}

/** False if there is no such photo. */
export async function captionPhoto(
  db: Database,
  shopId: string,
  jobId: string,
  id: string,
  caption: string,
): Promise<boolean> {
  const changed = await db
    .update(photos)
    .set({ caption })
    .where(one(shopId, jobId, id))
    .returning({ id: photos.id })
  return changed.length > 0
}

/** False if there is no such photo. */
export async function removePhoto(db: Database, shopId: string, jobId: string, id: string): Promise<boolean> {
  const gone = await db
    .delete(photos)
    .where(one(shopId, jobId, id))
    .returning({ id: photos.id })
  return gone.length > 0
}
