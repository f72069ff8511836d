import { newHaul, newItem } from '#core/document/newHaul'
import { ordered, type Haul, type LoadItem } from '#core/document/types'
import { showText, type Quantity } from '#core/quantity/units'
import { itemMass } from '#core/load/masses'
import { AXLE_WAYS, CENTRE_WAYS, wayText } from '#core/quantity/ways'
import { useMoving } from '~/pictures/useMoving'
import { focusIn } from '~/shell/drawers'

const newId = (letter: string) => `${letter}${crypto.randomUUID().slice(0, 8)}`
const nextOrder = (list: readonly { order: number }[]) => Math.max(0, ...list.map((x) => x.order)) + 1
/** Rounds to the millimetre, and to the centimetre while something is dragged. */
const toMillimetre = (v: number) => Math.round(v * 1000) / 1000
const toCentimetre = (v: number) => Math.round(v * 100) / 100

/** The shown haul: its results, and how to change it. */
export function useHaul() {
  const job = useJob()
  const shop = useShop()
  const screen = useScreen()
  const truck = computed(() => job.plan!.truck)
  const haul = computed(() => job.plan!.hauls[job.haulId])
  const items = computed(() => ordered(haul.value?.items ?? {}))
  const result = computed(() => job.derived!.stages.load.result.hauls[job.haulId])
  const figure = (id: string) => job.derived!.stages.load.figures[`${job.haulId}.${id}`]
  const text = (value: number, quantity: Quantity) => showText(value, quantity, shop.units)

  /** An item's name, mass and place. */
  const itemText = (item: LoadItem) =>
    [
      item.label,
      text(itemMass(item), 'mass'),
      wayText(item.x, 'length', shop.units, AXLE_WAYS),
      wayText(item.y, 'length', shop.units, CENTRE_WAYS),
    ].join(', ')

  const set = (label: string, change: (haul: Haul) => void) =>
    job.edit(label, (draft) => change(draft.hauls[job.haulId]!))
  const setItem = (id: string, label: string, change: (item: LoadItem) => void) =>
    set(label, (h) => change(h.items[id]!))

  function addItem(): void {
    const { bed } = truck.value
    const middle = toMillimetre((bed.front + bed.rear) / 2)
    const order = nextOrder(items.value.map(([, i]) => i))
    const id = newId('i')
    set('Add an item', (h) => {
      h.items[id] = newItem(`Item ${items.value.length + 1}`, order, 100, middle, 0, [0.6, 0.6, 0.5])
    })
    void focusIn(`[data-subject="${job.haulId}:${id}"]`)
  }
  function removeItem(id: string): void {
    set(`Take away ${haul.value!.items[id]!.label}`, (h) => Reflect.deleteProperty(h.items, id))
  }
  function addHaul(): void {
    const id = newId('h')
    const order = nextOrder(job.hauls.map(([, h]) => h))
    job.edit('Add a haul', (draft) => {
      draft.hauls[id] = newHaul(`Haul ${job.hauls.length + 1}`, order, { ...shop.target })
    })
    job.chosenHaul = id
  }
  function removeHaul(): void {
    const id = job.haulId
    job.edit(`Take away ${haul.value?.label}`, (draft) => {
      Reflect.deleteProperty(draft.hauls, id)
      Reflect.deleteProperty(draft.tune.presets, id)
    })
  }

  /** Items are dragged along the truck in the side view, and also across it from above. */
  const moves = useMoving<{ id: string; view: 'side' | 'above' }>(
    ({ id, view }) => {
      screen.subject = `${job.haulId}:${id}`
      const { label, x, y } = haul.value!.items[id]!
      return {
        label: `Move ${label}`,
        to: (dx, dy, nudged) => {
          if (nudged && view === 'side' && dy !== 0) return null
          const tidy = nudged ? toMillimetre : toCentimetre
          return (draft) => {
            const item = draft.hauls[job.haulId]!.items[id]!
            item.x = tidy(x - dx / 1000)
            if (view === 'above') item.y = tidy(y + dy / 1000)
          }
        },
      }
    },
    { usual: 50, fine: 10 },
  )
  return {
    job,
    shop,
    screen,
    truck,
    haul,
    items,
    itemText,
    result,
    figure,
    text,
    set,
    setItem,
    addItem,
    removeItem,
    addHaul,
    removeHaul,
    moves,
  }
}
