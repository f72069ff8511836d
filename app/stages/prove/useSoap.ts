import { againAt } from '#core/catalog/leakPlaces'
import type { Soap } from '#core/document/types'
import type { RankedPlace } from '#core/prove/types'

/** What soap shows at a place, in the words of the list and of the one place at hand. */
export const SOAP: readonly { value: Soap; label: string }[] = [
  { value: 'dry', label: 'nothing' },
  { value: 'foam', label: 'slow foam' },
  { value: 'bubble', label: 'bubbles grow' },
]

/** The steps that repair a place, in order, until it is soaped again. */
export function repairOf({ kind }: Pick<RankedPlace, 'kind'>): string[] {
  const again = againAt(kind)
  return [
    'Let all air out, and see both gauges at nothing before anything is opened.',
    `${again.charAt(0).toUpperCase()}${again.slice(1)}.`,
    'Fill to what the test was at, soap it again, and tick what shows.',
    'Hold its side again: the test before the repair no longer tells.',
  ]
}

/** Soap findings of the job, and how they are written down. */
export function useSoap() {
  const job = useJob()
  const shop = useShop()
  const lineOf = computed(
    () => new Map(job.derived!.stages.prove.result.joints.map(({ id, of }) => [id, of])),
  )
  /** Writes a finding for some places. A place that leaked and is dry now was repaired. */
  function write(places: readonly RankedPlace[], finding: Soap): void {
    job.edit('Soap finding', (draft) => {
      for (const { id, kind, soap } of places) {
        if (soap === 'bubble' && finding === 'dry') {
          const order = 1 + Math.max(0, ...Object.values(draft.prove.repairs).map((r) => r.order))
          const by = { who: shop.person?.name ?? '', at: new Date().toISOString() }
          draft.prove.repairs[`r${crypto.randomUUID().slice(0, 8)}`] = {
            order,
            place: id,
            kind,
            retest: null,
            ...by,
          }
        }
        const of = lineOf.value.get(id) ?? ''
        draft.prove.soap[id] = { finding, who: shop.person?.name ?? '', at: new Date().toISOString(), of }
      }
    })
  }
  return { lineOf, write }
}
