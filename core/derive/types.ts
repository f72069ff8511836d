import type { AirResult } from '../air/types'
import type { BuildResult } from '../build/types'
import type { DriverSheet } from '../handover/types'
import type { LayResult } from '../lay/types'
import type { LoadResult } from '../load/types'
import type { PowerResult } from '../power/result'
import type { ProveResult } from '../prove/types'
import type { Note } from '../quantity/figure'
import type { StageOutput } from '../quantity/stage'
import type { TruckResult } from '../truck/types'
import type { TuneResult } from '../tune/types'

export interface Stages {
  truck: StageOutput<TruckResult>
  load: StageOutput<LoadResult>
  air: StageOutput<AirResult>
  lay: StageOutput<LayResult>
  power: StageOutput<PowerResult>
  tune: StageOutput<TuneResult>
  build: StageOutput<BuildResult>
  prove: StageOutput<ProveResult>
  handover: StageOutput<DriverSheet>
}

export interface Derived {
  stages: Stages
  notes: Note[]
}
