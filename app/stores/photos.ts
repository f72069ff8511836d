import { defineStore } from 'pinia'
import type { PhotoRequest } from '#core/document/photoRequests'
import type { Photo, PhotoSubject } from '#core/document/photos'
import { RefusedError, callApi, sayWho } from '~/composables/useApi'
import { dropPhoto, keepPhoto, waitingPhotos, type WaitingPhoto } from '~/photos/photoShelf'
import { base64Of, shrinkPhoto } from '~/photos/shrink'

/** A photo as the page shows it: on the server, or waiting in this browser. */
export interface ShownPhoto {
  id: string
  subject: PhotoSubject
  caption: string
  src: string
  who: string
  at: string
  waits: boolean
  refused: string
}

const AGAIN = 10_000

/** A waiting photo as it is kept, without its address in this page. */
const bare = ({ id, job, subject, caption, photo, at, refused }: WaitingPhoto): WaitingPhoto => ({
  id,
  job,
  subject,
  caption,
  photo,
  at,
  ...(refused !== undefined && { refused }),
})

type Waiting = WaitingPhoto & { src: string }

/** Makes a waiting photo of a file. */
const waitingPhoto = async (job: string, subject: PhotoSubject, file: Blob): Promise<WaitingPhoto> => ({
  id: crypto.randomUUID(),
  job,
  subject,
  caption: '',
  photo: await shrinkPhoto(file),
  at: new Date().toISOString(),
})

/** Sends a photo to the server. @throws its refusal */
async function sendPhoto({ id, job, subject, caption, photo }: WaitingPhoto): Promise<void> {
  const body = { id, subject, caption, data: await base64Of(photo) } satisfies PhotoRequest
  await callApi(`/api/jobs/${job}/photos`, { method: 'POST', body })
  await dropPhoto(id).catch(() => {})
}

/** Photos of the open job. Each is kept in this browser from the moment it is taken until the server has it. */
export const usePhotos = defineStore('photos', () => {
  const job = ref('')
  const held = shallowRef<Photo[]>([])
  const waiting = shallowRef<Waiting[]>([])
  /** False while the server has not answered, so the photos are unknown. */
  const known = ref(false)
  const problem = ref('')
  /** Id of the photo shown large. */
  const looking = ref('')
  let timer: ReturnType<typeof setTimeout> | undefined

  const address = (id = '') => `/api/jobs/${job.value}/photos${id && `/${id}`}`
  const shown = computed<ShownPhoto[]>(() => [
    ...held.value.map((p) => ({ ...p, src: address(p.id), waits: false, refused: '' })),
    ...waiting.value.map((p) => ({ ...p, who: '', waits: true, refused: p.refused ?? '' })),
  ])
  const of = (subject: PhotoSubject) => shown.value.filter((p) => p.subject === subject)

  async function open(jobId: string): Promise<void> {
    clearTimeout(timer)
    waiting.value.forEach(({ src }) => URL.revokeObjectURL(src))
    job.value = jobId
    looking.value = ''
    held.value = []
    known.value = false
    problem.value = ''
    const rows = await waitingPhotos(jobId).catch(() => [])
    if (job.value !== jobId) return
    waiting.value = rows.map((row) => ({ ...row, src: URL.createObjectURL(row.photo) }))
    await send()
  }

  /**
   * Sends waiting photos, then reads the server's list; tries again while something waits or nobody answers.
   */
  async function send(): Promise<void> {
    clearTimeout(timer)
    const jobId = job.value
    if (!jobId) return
    let away = false
    for (const row of waiting.value.filter((w) => !w.refused)) {
      try {
        await sendPhoto(row)
      } catch (error) {
        if (error instanceof RefusedError && !error.passing) await refuse(row, error.message)
        else away = true
      }
    }
    const rows = await callApi<Photo[]>(`/api/jobs/${jobId}/photos`).catch(() => null)
    if (job.value !== jobId) return
    if (rows) received(rows)
    if (away || !rows) timer = setTimeout(() => void send(), AGAIN)
  }

  /** The server's photos; those that it has no longer wait. */
  function received(rows: Photo[]): void {
    held.value = rows
    known.value = true
    const ids = new Set(rows.map((r) => r.id))
    waiting.value.filter((w) => ids.has(w.id)).forEach(({ src }) => URL.revokeObjectURL(src))
    waiting.value = waiting.value.filter((w) => !ids.has(w.id))
  }

  async function refuse(row: WaitingPhoto, why: string): Promise<void> {
    await keepPhoto(bare({ ...row, refused: why })).catch(() => {})
    waiting.value = waiting.value.map((w) => (w.id === row.id ? { ...w, refused: why } : w))
  }
  async function add(subject: PhotoSubject, file: Blob): Promise<void> {
    problem.value = ''
    try {
      const row = await waitingPhoto(job.value, subject, file)
      await keepPhoto(row).catch(() => {
        problem.value =
          'This browser cannot keep the photo: it is only in this page until it is saved. Do not close it.'
      })
      waiting.value = [...waiting.value, { ...row, src: URL.createObjectURL(row.photo) }]
      await send()
    } catch (error) {
      problem.value = (error as Error).message
    }
  }

  /** Sends a refused photo once more, saying again who is here. */
  async function retry(id: string): Promise<void> {
    await sayWho(useShop().who)
    waiting.value = waiting.value.map((w) => (w.id === id ? { ...w, refused: undefined } : w))
    await send()
  }

  /** Saves a photo's caption. @throws the server's refusal */
  async function caption(id: string, text: string): Promise<void> {
    const row = waiting.value.find((w) => w.id === id)
    if (row) {
      await keepPhoto(bare({ ...row, caption: text })).catch(() => {})
      waiting.value = waiting.value.map((w) => (w.id === id ? { ...w, caption: text } : w))
      return
    }
    await callApi(address(id), { method: 'PUT', body: { caption: text } })
    held.value = held.value.map((p) => (p.id === id ? { ...p, caption: text } : p))
  }

  /** Removes a photo. @throws the server's refusal */
  async function remove(id: string): Promise<void> {
    if (waiting.value.some((w) => w.id === id)) {
      await dropPhoto(id)
      waiting.value = waiting.value.filter((w) => w.id !== id)
      return
    }
    await callApi(address(id), { method: 'DELETE' })
    held.value = held.value.filter((p) => p.id !== id)
  }

  addEventListener('online', () => void send())
  return { known, problem, looking, shown, of, open, add, retry, caption, remove }
})
