export interface PowerResult {
  powered: boolean
  continuous: number
  inrush: number
  oneWay: number
  area: number
  proposedArea: number | null
  drop: number
  dropRatio: number
  ampacity: number
  fuse: number | null
  proposedFuse: number | null
  fuseWhy: string
  standby: number | null
}
