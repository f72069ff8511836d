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
 * Address of the devices and the token that admits a client, which they write when they start. Null while they
 * are not there.
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
