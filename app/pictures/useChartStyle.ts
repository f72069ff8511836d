/** Charts in the product's own type and colours; what is computed with them follows the theme. */
export function useChartStyle() {
  const screen = useScreen()
  /** Colour of a token, e.g. "--ochre". */
  const colour = (token: string) => {
    void screen.theme
    return getComputedStyle(document.documentElement).getPropertyValue(token).trim()
  }
  const text = () => ({ color: colour('--soft'), font: { family: 'Barlow', size: 12 } })
  const axis = (title: string) => ({
    title: { display: true, text: title, ...text() },
    ticks: text(),
    grid: { color: colour('--line') },
  })
  const size = { animation: false as const, responsive: true, maintainAspectRatio: false }
  return { screen, colour, text, axis, size }
}
