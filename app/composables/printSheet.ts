/** Time between rendering all drawers and printing, ms: charts are drawn, and the dialog is closed. */
const SETTLES = 100

/** Prints the page once all its drawers are rendered. */
export async function printSheet(): Promise<void> {
  await allFetched()
  // Fired a moment before the browser does: a chart needs time to be drawn.
  window.dispatchEvent(new Event('beforeprint'))
  setTimeout(() => window.print(), SETTLES)
}
