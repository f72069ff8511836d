import { MAX_FILE_BYTES, MOST_PLANS, readPlanFiles } from '#core/document/file'

/** Result of opening files: the jobs made, and why the other files were refused. */
export interface Taken {
  ids: string[]
  problems: string[]
}

/** Makes a job of every plan in the files; a file that cannot be opened does not stop the others. */
export async function takePlanFiles(files: readonly File[]): Promise<Taken> {
  const taken: Taken = { ids: [], problems: [] }
  for (const file of files) {
    let made = 0
    try {
      if (file.size > MAX_FILE_BYTES * MOST_PLANS)
        throw new Error('It is larger than a file of plans can be. Choose one saved from the job list.')
      for (const text of readPlanFiles(await file.text())) {
        const body = { file: text }
        const { id } = await callApi<{ id: string }>('/api/jobs', { method: 'POST', body })
        taken.ids.push(id)
        made++
      }
    } catch (error) {
      const became =
        made === 0
          ? 'was not opened, and nothing changed'
          : `was opened as far as its plan ${made}, and no further`
      taken.problems.push(`“${file.name}” ${became}. ${(error as Error).message}`)
    }
  }
  return taken
}
