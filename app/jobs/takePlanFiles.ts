import { readPlanFiles } from '#core/document/file'

/** What became of files chosen to be opened: the jobs made, and why the others were not. */
export interface Taken {
  ids: string[]
  problems: string[]
}

/** Makes a job of every plan in the files; one that cannot be opened does not hold up the others. */
export async function takePlanFiles(files: readonly File[]): Promise<Taken> {
  const taken: Taken = { ids: [], problems: [] }
  for (const file of files) {
    try {
      for (const text of readPlanFiles(await file.text())) {
        const body = { file: text }
        const { id } = await callApi<{ id: string }>('/api/jobs', { method: 'POST', body })
        taken.ids.push(id)
      }
    } catch (error) {
      taken.problems.push(`“${file.name}” was not opened, and nothing changed. ${(error as Error).message}`)
    }
  }
  return taken
}
