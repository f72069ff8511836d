/** The job's hauls to pick from, after what is said for none of them. */
export function useHaulChoices(none: string) {
  const job = useJob()
  return computed(() => [
    { value: '', label: none },
    ...job.hauls.map(([id, { label }]) => ({ value: id, label })),
  ])
}
