import { eq } from 'drizzle-orm'
import { createDeriver } from '#core/derive/derive'
import { sheetBlocks } from '#core/handover/sheetText'
import { shops } from '../../../db/schema'

/** The driver's sheet as PDF: ?paper=A4 or Letter, in the shop's units. */
export default route(async (event) => {
  const paper = paperOf(event)
  const { plan } = await jobOf(event)
  const [shop] = await useDatabase()
    .select({ name: shops.name, units: shops.units })
    .from(shops)
    .where(eq(shops.id, shopId()))
  const pdf = await sheetPdf(
    sheetBlocks(createDeriver()(plan).stages.handover.result, shop!.units),
    shop!.name,
    paper,
  )
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(event, 'content-disposition', `attachment; filename="driver-sheet-${paper.toLowerCase()}.pdf"`)
  return pdf
})
