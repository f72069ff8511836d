import { createHmac, randomBytes, timingSafeEqual } from 'node:crypto'
import { eq } from 'drizzle-orm'
import type { H3Event } from 'h3'
import type { Who } from '../db/jobs'
import { kept } from '../db/schema'
import type { AtBrowser } from '../threads/work'

/**
 * Who is at a browser: chosen there by name, kept in a cookie that the server signs and no page can read or
 * send from elsewhere. Until there are accounts it tells the people of one shop apart; it does not keep anybody
 * out.
 */
const COOKIE = 'np-who'
const KEY = 'who-key'
const YEAR = 365 * 24 * 3600
/** Number of people remembered for one browser, whose kept edits it may hand in. */
const MOST_PEOPLE = 40

/** One shop until there are accounts. */
const SHOP = 'saltmarsh'
export const shopId = () => SHOP

let signingKey: string | null = null
/** The key that signs, one for all servers of a database, made by the first that needs it. */
async function key(): Promise<string> {
  if (signingKey) return signingKey
  const db = useDatabase()
  await db
    .insert(kept)
    .values({ name: KEY, value: randomBytes(32).toString('hex') })
    .onConflictDoNothing()
  const [row] = await db.select().from(kept).where(eq(kept.name, KEY))
  return (signingKey = row!.value)
}

const signature = async (text: string) =>
  createHmac('sha256', await key())
    .update(text)
    .digest()

async function atBrowser(event: H3Event): Promise<AtBrowser | null> {
  const [text, signed] = (getCookie(event, COOKIE) ?? '').split('.')
  if (!text || !signed) return null
  const [given, made] = [Buffer.from(signed, 'base64url'), await signature(text)]
  if (given.length !== made.length || !timingSafeEqual(given, made)) return null
  return JSON.parse(Buffer.from(text, 'base64url').toString('utf8')) as AtBrowser
}

/** The person chosen at this browser, or null. */
export const personAt = async (event: H3Event): Promise<string | null> =>
  (await atBrowser(event))?.now ?? null

export async function rememberPerson(event: H3Event, person: string): Promise<void> {
  const before = await atBrowser(event)
  const were = [...new Set([person, ...(before?.were ?? [])])].slice(0, MOST_PEOPLE)
  const text = Buffer.from(JSON.stringify({ now: person, were } satisfies AtBrowser)).toString('base64url')
  const value = `${text}.${(await signature(text)).toString('base64url')}`
  setCookie(event, COOKIE, value, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: YEAR })
}

const unknown = () =>
  new ApiError(401, 'who-are-you', 'The program does not know who is at this browser. Choose who you are.')

/** The shop and the person behind a request. */
export async function whoIs(event: H3Event): Promise<Who> {
  const authorId = await personAt(event)
  if (!authorId) throw unknown()
  return { shopId: SHOP, authorId }
}

/** Who is and who was at the browser of a request. */
export async function browserOf(event: H3Event): Promise<AtBrowser> {
  const people = await atBrowser(event)
  if (!people) throw unknown()
  return people
}
