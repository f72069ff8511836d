import * as yup from 'yup'
import { stepTimes } from '../../db/stepTimes'

const asked = yup.object({ without: yup.string().max(64).default('') })

/** How long steps took on the shop's other jobs, by kind of step. */
export default route(async (event) => {
  const query = readQuery(event, asked, 'Ask for the times of all jobs but one, by its id')
  return stepTimes(useDatabase(), shopId(), query.without)
})
