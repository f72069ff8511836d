import { defineStore } from 'pinia'
import { makeEdit } from '#core/document/edit'
import { LEVEL_TARGET } from '#core/document/newHaul'
import type { ShopSettings } from '#core/document/shop'
import type { Kit, OwnClass, Target } from '#core/document/types'
import { METRIC_UNITS, type UnitChoice } from '#core/quantity/units'
import { shopProblem } from '~/keeping/checks'
import { keeperOf } from '~/keeping/keeping'
import type { Keeper } from '~/keeping/keeper'
import { hearChanges } from '~/keeping/live'
import { callApi, sayWho } from '~/composables/useApi'

export interface Person {
  id: string
  name: string
  role: string
}
interface ShopAnswer {
  doc: string
  name: string
  people: Person[]
  you: string | null
}

const AGAIN = 2000

/** The shop's settings, as its keeper has them, and the edits of them. */
function useSettings(keeper: Readonly<Ref<Keeper<ShopSettings> | null>>, trouble: Ref<string>) {
  const settings = computed(() => keeper.value?.document.value ?? null)
  const units = computed<UnitChoice>(() => settings.value?.units ?? METRIC_UNITS)
  /** Target of a new haul. */
  const target = computed<Target>(() => settings.value?.target ?? LEVEL_TARGET)
  /** The shop's own classes of parts. */
  const parts = computed<Record<string, OwnClass>>(() => settings.value?.parts ?? {})
  /** Kits as they are sold. */
  const kits = computed<Record<string, Kit>>(() => settings.value?.kits ?? {})
  /** Colours by what a wire is for, if they differ from the usual ones. */
  const colours = computed<Record<string, string>>(() => settings.value?.colours ?? {})

  /** One edit of the shop's settings. */
  function edit(label: string, change: (draft: ShopSettings) => void): void {
    if (!settings.value) return
    try {
      const made = makeEdit(settings.value, crypto.randomUUID(), label, change)
      trouble.value = ''
      if (made) keeper.value!.record(made.edit)
    } catch (error) {
      trouble.value = `“${label}” does not fit: ${(error as Error).message.replace(/\.$/, '')}.`
    }
  }
  const setUnits = (choice: UnitChoice) => edit('Units', (s) => void Object.assign(s.units, choice))
  const setTarget = (choice: Target) => edit('Bring new hauls to', (s) => void (s.target = { ...choice }))
  return { units, target, parts, kits, colours, edit, setUnits, setTarget }
}

/**
 * The shop: its units, its habits, its people, and who is working at this browser. Its settings are kept like a
 * plan.
 */
export const useShop = defineStore('shop', () => {
  const name = ref('')
  const people = ref<Person[]>([])
  const who = ref(localStorage.getItem('np.who') ?? '')
  const keeper = shallowRef<Keeper<ShopSettings> | null>(null)
  const trouble = ref('')
  const settings = useSettings(keeper, trouble)
  const clash = computed(() => keeper.value?.clash.value ?? null)
  /** Edits waiting to be saved. */
  const waiting = computed(() => keeper.value?.pending.value.map((r) => r.edit) ?? [])
  const problem = computed(
    () => trouble.value || keeper.value?.unsafe.value || keeper.value?.away.value || '',
  )

  async function load(): Promise<void> {
    try {
      const shop = await callApi<ShopAnswer>('/api/shop')
      name.value = shop.name
      people.value = shop.people
      const here = [who.value, shop.you].find((id) => shop.people.some((p) => p.id === id))
      who.value = here ?? shop.people[0]?.id ?? ''
      if (who.value && shop.you !== who.value) await sayWho(who.value)
      const opened = await keeperOf<ShopSettings>(shop.doc, {
        who: () => who.value,
        problem: shopProblem,
      })
      await opened.open()
      trouble.value = ''
      if (keeper.value) return
      keeper.value = opened
      hearChanges(shop.doc, {
        changed: (change) => {
          if (!change || change.revision > opened.revision.value) void opened.refresh()
        },
      })
    } catch (error) {
      trouble.value = (error as Error).message
      setTimeout(() => void load(), AGAIN)
    }
  }

  /** Sets who works at this browser from now on. */
  async function choose(person: string): Promise<void> {
    who.value = person
    try {
      await sayWho(person)
      trouble.value = ''
    } catch (error) {
      trouble.value = (error as Error).message
    }
  }
  const settle = (choices: ('mine' | 'theirs')[]) => keeper.value?.settle(choices, crypto.randomUUID())

  watch(who, (value) => localStorage.setItem('np.who', value))
  const person = computed(() => people.value.find((p) => p.id === who.value) ?? null)
  return {
    ...{ name, people, who, person, clash, waiting, problem },
    ...settings,
    ...{ load, choose, settle },
  }
})
