import type { H3Event } from 'h3'
import * as yup from 'yup'
import { PAPERS, type Paper } from '#core/document/paper'

const asked = yup.object({ paper: yup.string().oneOf(PAPERS).default('A4') })
/** The paper of a route: ?paper=A4 or Letter. */
export function paperOf(event: H3Event): Paper {
  return readQuery(event, asked, `The paper is ${PAPERS.join(' or ')}`).paper
}
