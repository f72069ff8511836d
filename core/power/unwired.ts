/** Text for a plan in which nothing is wired. */
export const NOTHING_WIRED =
  'Nothing to wire: this set is filled by hand. Choose a compressor at Air to plan its feed, fuse and earth.'
