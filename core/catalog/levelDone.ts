/** What is seen of something that levels by itself, once it was done; a card of setting up asks for it step by step. */
export type LevelDone =
  | 'pushed-up'
  | 'pushed-down'
  | 'silent'
  | 'levelled'
  | 'dumped'
  | 'locked'
  | 'seen-rising'
  | 'taught'
  | 'rested'
