import { defineStore } from 'pinia'
import { LEVEL_TARGET } from '#core/document/newHaul'
import type { OwnClass, Target } from '#core/document/types'
import { METRIC_UNITS, type UnitChoice } from '#core/quantity/units'

export interface Person {
  id: string
  name: string
  role: string
}

/** The shop: its units, its habits, its people, and who is working at this browser. */
export const useShop = defineStore('shop', () => {
  const name = ref('')
  const units = ref<UnitChoice>({ ...METRIC_UNITS })
  const people = ref<Person[]>([])
  /** What a new haul is brought to. */
  const target = ref<Target>({ ...LEVEL_TARGET })
  /** Classes of parts of its own. */
  const parts = shallowRef<Record<string, OwnClass>>({})
  const who = ref(localStorage.getItem('np.who') ?? 'odile')
  const problem = ref('')

  async function load(): Promise<void> {
    try {
      const shop = await callApi<{
        name: string
        units: UnitChoice
        target: Target | null
        parts: Record<string, OwnClass>
        people: Person[]
      }>('/api/shop')
      name.value = shop.name
      units.value = shop.units
      people.value = shop.people
      target.value = shop.target ?? LEVEL_TARGET
      parts.value = shop.parts
      problem.value = ''
      if (!shop.people.some((p) => p.id === who.value) && shop.people[0]) who.value = shop.people[0].id
    } catch (error) {
      problem.value = (error as Error).message
      setTimeout(() => void load(), 2000)
    }
  }

  async function put(body: {
    units?: UnitChoice
    target?: Target
    parts?: Record<string, OwnClass>
  }): Promise<void> {
    await callApi('/api/shop', { method: 'PUT', body }).catch((error) => {
      problem.value = (error as Error).message
    })
  }
  function setUnits(choice: UnitChoice): Promise<void> {
    units.value = choice
    return put({ units: choice })
  }
  function setTarget(choice: Target): Promise<void> {
    target.value = { ...choice }
    return put({ target: { ...choice } })
  }

  function setParts(next: Record<string, OwnClass>): Promise<void> {
    parts.value = next
    return put({ parts: next })
  }

  watch(who, (value) => localStorage.setItem('np.who', value))
  const person = computed(() => people.value.find((p) => p.id === who.value) ?? null)
  return { name, units, people, target, who, person, parts, problem, load, setUnits, setTarget, setParts }
})
