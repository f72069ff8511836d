import { and, eq, gt } from 'drizzle-orm'
import { ownClassProblems } from '#core/air/parts/ownClasses'
import { shopSettingsProblem, type HandInAnswer } from '#core/document/exchange'
import type { KeptEdit } from '#core/document/handIn'
import { LEVEL_TARGET } from '#core/document/newHaul'
import type { ShopSettings } from '#core/document/shop'
import { upgradeShop } from '#core/document/upgrade'
import type { Database } from './client'
import { handIn, type Shelf } from './handIn'
import type { Who } from './jobs'
import { people, shopRevisions, shops } from './schema'

/** All operations on a shop's settings, apart from HTTP. */

export interface Shop {
  id: string
  name: string
  revision: number
  settings: ShopSettings
}

/** A shop at its newest revision, or null. */
export async function readShop(db: Database, id: string): Promise<Shop | null> {
  const [row] = await db.select().from(shops).where(eq(shops.id, id))
  if (!row) return null
  const { name, units, target, parts, kits, colours, head } = row
  const settings = upgradeShop({
    units,
    target: target ?? LEVEL_TARGET,
    parts,
    kits,
    colours,
  }) as ShopSettings
  return { id, name, revision: head, settings }
}

/** What is wrong with settings: first their shape, then each class of parts against the catalogue. */
const problem = (settings: ShopSettings): string | null =>
  shopSettingsProblem(settings) ??
  Object.entries(settings.parts).flatMap(([id, c]) => ownClassProblems(id, c))[0] ??
  null

/** Where a shop's revisions are; the head stays locked until the end. */
async function shopShelf(tx: Database, { shopId }: Who): Promise<Shelf<ShopSettings> | null> {
  const [shop] = await tx.select({ head: shops.head }).from(shops).where(eq(shops.id, shopId)).for('update')
  if (!shop) return null
  return {
    doc: `shop:${shopId}`,
    head: shop.head,
    async at(number) {
      const [row] = await tx
        .select({ settings: shopRevisions.settings })
        .from(shopRevisions)
        .where(and(eq(shopRevisions.shopId, shopId), eq(shopRevisions.number, number)))
      return row ? (upgradeShop(row.settings) as ShopSettings) : null
    },
    async since(base) {
      const rows = await tx
        .select({
          number: shopRevisions.number,
          author: people.name,
          at: shopRevisions.createdAt,
          edits: shopRevisions.edits,
        })
        .from(shopRevisions)
        .leftJoin(people, eq(people.id, shopRevisions.authorId))
        .where(and(eq(shopRevisions.shopId, shopId), gt(shopRevisions.number, base)))
        .orderBy(shopRevisions.number)
      return rows.map((row) => ({ ...row, author: row.author ?? '' }))
    },
    problem,
    async write(number, settings, edits) {
      await tx.insert(shopRevisions).values({ shopId, number, authorId: edits.at(-1)!.who, settings, edits })
      await tx
        .update(shops)
        .set({ ...settings, head: number })
        .where(eq(shops.id, shopId))
    },
  }
}

/** Hands edits in to a shop's settings; null if there is no such shop. */
export async function handInToShop(
  db: Database,
  who: Who,
  edits: KeptEdit[],
): Promise<HandInAnswer<ShopSettings> | null> {
  return db.transaction(async (tx) => {
    const shelf = await shopShelf(tx, who)
    return shelf && handIn(tx, shelf, edits)
  })
}
