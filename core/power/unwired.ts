/** Why there is no feed to plan: what an engine-driven supply still needs is told, so that silence is not taken for nothing. */
export const unwiredText = (supplied: boolean): string =>
  supplied
    ? 'No electric compressor to feed: the engine drives this supply. Clutch, solenoids and switches draw a few amps; fuse and wire them by their own sheets.'
    : 'Nothing to wire: this set is filled by hand. Choose a compressor at Air to plan its feed, fuse and earth.'
