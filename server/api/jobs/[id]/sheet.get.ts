/** The driver's sheet as PDF: ?paper=A4 or Letter, in the shop's units. */
export default route(async (event) => {
  const paper = paperOf(event)
  const { id, plan } = await jobOf(event)
  const pdf = await onThread('printSheet', id, { shopId: shopId(), paper, plan })
  setHeader(event, 'content-type', 'application/pdf')
  setHeader(event, 'content-disposition', `attachment; filename="driver-sheet-${paper.toLowerCase()}.pdf"`)
  return Buffer.from(pdf)
})
