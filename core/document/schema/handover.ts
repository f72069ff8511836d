import { recordField, shape, textField } from '../fields'
import type { HandoverPlan } from '../types'
import { passedOver } from './build'

export const handoverSchema = shape<HandoverPlan>({
  driver: textField(120),
  contact: textField(200),
  nextCheck: textField(40),
  remarks: textField(2000),
  accepted: recordField(passedOver, 500),
})
