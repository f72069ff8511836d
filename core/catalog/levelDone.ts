/** What is seen of something that levels by itself after it acted; a set-up card asks for it step by step. */
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
