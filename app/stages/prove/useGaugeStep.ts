import { PSI } from '#core/quantity/constants'

/** Resolution of a gauge until somebody enters another, Pa: one unit of the shop's pressure. */
export function useGaugeStep() {
  const shop = useShop()
  return computed(() => (shop.units.pressure === 'psi' ? PSI : 1000))
}
