import * as yup from 'yup'
import { LONGEST_CAPTION, photoSubject, type PhotoSubject } from './photos'

/** What brings a photo to the server, or a caption to a photo; one schema each, shared by page and server. */

const subject = yup
  .string<PhotoSubject>()
  .test(
    'photo-subject',
    'A photo is of the truck, a part, a step or a joint.',
    (text) => text === undefined || photoSubject(text) !== null,
  )
const caption = yup
  .string()
  .max(LONGEST_CAPTION, `A caption holds ${LONGEST_CAPTION} characters. Shorten it.`)

export const photoRequest = yup
  .object({
    id: yup.string().uuid().required(),
    subject: subject.required(),
    caption: caption.defined(),
    /** JPEG, base64. */
    data: yup.string().required(),
  })
  .strict()
  .noUnknown()
export type PhotoRequest = yup.InferType<typeof photoRequest>

export const captionRequest = yup.object({ caption: caption.defined() }).strict().noUnknown()
