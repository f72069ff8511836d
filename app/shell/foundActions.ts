/** Actions available anywhere in a job, under the words people search for. */
export const FOUND_ACTIONS = [
  { id: 'print', label: 'Print this stage' },
  { id: 'pack', label: 'Print the whole job pack, PDF' },
  { id: 'plan', label: 'Save the plan file' },
  { id: 'revisions', label: 'Revisions and history' },
  { id: 'undo', label: 'Undo' },
  { id: 'redo', label: 'Redo' },
  { id: 'units', label: 'Units' },
  { id: 'theme', label: 'Theme: bench or bay' },
  { id: 'fold', label: 'Fold the bench notes away or show them' },
  { id: 'words', label: 'Words of this stage, and keys' },
  { id: 'jobs', label: 'Job list: duplicate, put away, new job' },
  { id: 'sums', label: 'Quick sums' },
  { id: 'parts', label: 'Own parts of the shop' },
] as const
export type FoundAction = (typeof FOUND_ACTIONS)[number]['id']
