import * as yup from 'yup'
import { TRUCK_KIND_IDS } from '#core/document/types'
import { measuredOn } from '../../db/measured'

const asked = yup.object({
  kind: yup.string().oneOf(TRUCK_KIND_IDS).required(),
  without: yup.string().max(64).default(''),
})

/** Measured line lengths of the shop's other jobs on a kind of truck. */
export default route(async (event) => {
  const query = readQuery(event, asked, 'Ask for the measured lines of one of the kinds of truck, by its id')
  return measuredOn(useDatabase(), shopId(), query.kind, query.without)
})
