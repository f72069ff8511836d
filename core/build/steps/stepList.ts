import type { Step } from '../types'

export type Rest = Partial<Omit<Step, 'id' | 'group' | 'title' | 'detail'>>

/** A step with what is usual of one that says nothing else. */
export const newStep = (group: string, id: string, title: string, detail: string, rest: Rest = {}): Step => ({
  id,
  group,
  title,
  detail,
  values: {},
  way: '',
  part: null,
  line: null,
  place: 'truck',
  facts: [],
  choices: {},
  reads: [],
  tightens: [],
  frees: [],
  putsBack: [],
  from: 'usual',
  picture: '',
  later: false,
  cautions: [],
  tools: [],
  minutes: 3,
  after: {},
  ...rest,
})

/** A list to add steps to: group, id, title and detail, then what else there is to say. */
export function stepList() {
  const steps: Step[] = []
  const add = (group: string, id: string, title: string, detail: string, rest: Rest = {}): void => {
    steps.push(newStep(group, id, title, detail, rest))
  }
  return { steps, add }
}
