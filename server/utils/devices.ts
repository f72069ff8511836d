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

/**
 * Where the devices are, and the token that lets one in: they write both down when they begin. Null while
 * they are not there.
 */
export async function whereDevicesAre(): Promise<{ address: string; token: string } | null> {
  const text = await readFile(process.env.NP_DEVICES ?? '.data/devices.json', 'utf8').catch(() => '')
  try {
    const { address, token } = await said.validate(JSON.parse(text))
    return { address, token }
  } catch {
    return null
  }
}
