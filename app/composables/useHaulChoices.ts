/** The job's hauls as choices, after a choice for none of them. */
export function useHaulChoices(none: string) {
  const job = useJob()
  return computed(() => [
    { value: '', label: none },
    ...job.hauls.map(([id, { label }]) => ({ value: id, label })),
  ])
}
