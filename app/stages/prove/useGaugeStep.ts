/** The step that a gauge has until somebody says otherwise, Pa: one of what the shop reads in. */
export function useGaugeStep() {
  const shop = useShop()
  return computed(() => (shop.units.pressure === 'psi' ? 6894.757 : 1000))
}
