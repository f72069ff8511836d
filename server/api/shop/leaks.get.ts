import * as yup from 'yup'
import { leaksPutRight } from '../../db/leaks'

const asked = yup.object({ without: yup.string().max(64).default('') })

/** Leaks that the shop repaired on its other jobs, counted by kind of place. */
export default route(async (event) => {
  const query = readQuery(event, asked, 'Ask for the leaks of all jobs but one, by its id')
  return leaksPutRight(useDatabase(), shopId(), query.without)
})
