/** Address of the devices, and the token that admits a page of ours. */
export default route(async () => {
  const at = await whereDevicesAre()
  if (at) return at
  throw new ApiError(
    503,
    'no-devices',
    'The devices are not there. bin/start brings them up with the program; bin/devices starts them alone.',
  )
})
