/** Between making all drawers and printing, ms: charts are drawn, and the dialog that asked for it is gone. */
const SETTLES = 100

/** Prints the page once all its drawers are there. */
export async function printSheet(): Promise<void> {
  await allFetched()
  // Said a moment before the browser says it: a chart wants time to be drawn.
  window.dispatchEvent(new Event('beforeprint'))
  setTimeout(() => window.print(), SETTLES)
}
