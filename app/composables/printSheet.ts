/** Prints the page once all its drawers are there, and once the dialog that asked for it is gone. */
export async function printSheet(): Promise<void> {
  await allFetched()
  setTimeout(() => window.print(), 100)
}
