import { defineStore } from 'pinia'
import { METRIC_UNITS, type UnitChoice } from '#core/quantity/units'

export interface Person { id: string, name: string, role: string }

/** The shop: its units, its people, and who is working at this browser. */
export const useShop = defineStore('shop', () => {
  const name = ref('')
  const units = ref<UnitChoice>({ ...METRIC_UNITS })
  const people = ref<Person[]>([])
  const who = ref(localStorage.getItem('np.who') ?? 'odile')
  const problem = ref('')

  async function load(): Promise<void> {
    try {
      const shop = await callApi<{ name: string, units: UnitChoice, people: Person[] }>('/api/shop')
      name.value = shop.name
      units.value = shop.units
      people.value = shop.people
      problem.value = ''
      if (!shop.people.some(p => p.id === who.value) && shop.people[0]) who.value = shop.people[0].id
    }
    catch (error) {
      problem.value = (error as Error).message
      setTimeout(() => void load(), 2000)
    }
  }

  async function setUnits(choice: UnitChoice): Promise<void> {
    units.value = choice
    await callApi('/api/shop', { method: 'PUT', body: choice }).catch((error) => {
      problem.value = (error as Error).message
    })
  }

  watch(who, value => localStorage.setItem('np.who', value))
  const person = computed(() => people.value.find(p => p.id === who.value) ?? null)
  return { name, units, people, who, person, problem, load, setUnits }
})
