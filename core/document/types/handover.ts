import type { PassedOver } from './build'

/** What the driver is told. */

export interface HandoverPlan {
  driver: string
  contact: string
  nextCheck: string
  remarks: string
  /** Fixes accepted at hand-over, by rule and subject. */
  accepted: Record<string, PassedOver>
}
