/** Hears what happens to an open document, as it happens; asks anew by itself when the connection was lost. */
export interface LiveChange {
  doc: string
  revision: number
  who: string
  label: string
}

export function hearChanges(
  doc: string,
  line: string,
  on: { changed: (change: LiveChange | null) => void; present: (names: string[]) => void },
): () => void {
  const source = new EventSource(`/api/live/${doc}?tab=${line}`)
  const data = <T>(event: Event) => JSON.parse((event as MessageEvent<string>).data) as T
  source.addEventListener('changed', (event) => on.changed(data<LiveChange>(event)))
  source.addEventListener('present', (event) => on.present(data<string[]>(event)))
  // Whatever happened while nobody listened is read now.
  source.addEventListener('ready', () => on.changed(null))
  return () => source.close()
}
