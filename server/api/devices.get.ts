import { readFile } from 'node:fs/promises'
import * as yup from 'yup'

const said = yup
  .object({
    address: yup
      .string()
      .matches(/^ws:\/\/127\.0\.0\.1:\d+$/)
      .required(),
    token: yup.string().required(),
  })
  .required()

/** Where the devices are, and the token that lets a page of ours in: they write both down when they begin. */
export default route(async () => {
  const text = await readFile(process.env.NP_DEVICES ?? '.data/devices.json', 'utf8').catch(() => '')
  try {
    const { address, token } = await said.validate(JSON.parse(text))
    return { address, token }
  } catch {
    throw new ApiError(
      503,
      'no-devices',
      'The devices are not there. bin/start brings them up with the program; bin/devices starts them alone.',
    )
  }
})
