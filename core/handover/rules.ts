/** What keeps a job from being handed over. */
export interface HandoverFacts {
  /** Stop notes anywhere in the plan. */
  stops: number
  /** A hold test reads tight. */
  held: boolean
  /** Every joint has a soap finding. */
  soaped: boolean
  contact: string
}

/** What is still open, each a plain sentence; nothing when the truck may go. */
export function stillOpen({ stops, held, soaped, contact }: HandoverFacts): string[] {
  const open: string[] = []
  if (stops > 0)
    open.push(
      `${stops} Stop note${stops === 1 ? ' stands' : 's stand'} open: do not hand over until cleared.`,
    )
  if (!held) open.push('No hold test reads tight yet.')
  if (!soaped) open.push('Some joints are not soaped yet.')
  if (!contact) open.push('No one is named to ask.')
  return open
}
