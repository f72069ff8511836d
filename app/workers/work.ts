import { expose } from 'comlink'
import { answers } from './answers'
import { functions } from './functions'
import { layouts } from './layouts'
import { levers } from './levers'
import { moves } from './moves'
import { run } from './run'
import { sweep } from './sweep'
import { uncertainty } from './uncertainty'
import { ways } from './ways'

/** Every kind of work for a worker. All are in one file, so that a page loads the core for them only once. */
const WORK = { answers, functions, layouts, levers, moves, run, sweep, uncertainty, ways }
export type Work = typeof WORK

/** A worker does the kind of work that it is named after. */
expose(WORK[self.name as keyof Work])
