import {
  LONGEST_JOB_NAME,
  choiceField,
  nameField,
  nullableNumber,
  numberField,
  shape,
  textField,
} from '../fields'
import { type JobCard, SIDES } from '../types'

export const jobSchema = shape<JobCard>({
  name: nameField(LONGEST_JOB_NAME),
  number: textField(40),
  customer: textField(120),
  vehicle: textField(120),
  drivingSide: choiceField(SIDES),
  altitude: numberField(-500, 6000),
  changes: nullableNumber(0, 500),
})
