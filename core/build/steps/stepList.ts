import type { Step } from '../types'

/** A list to add steps to: group, id, title and detail, then any extra fields. */
export function stepList() {
  const steps: Step[] = []
  const add = (
    group: string,
    id: string,
    title: string,
    detail: string,
    rest: Partial<Omit<Step, 'id' | 'group' | 'title' | 'detail'>> = {},
  ): void => {
    const plain = { values: {}, cautions: [], tools: [], minutes: 3, after: {} }
    steps.push({ id, group, title, detail, ...plain, ...rest })
  }
  return { steps, add }
}
