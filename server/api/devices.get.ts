/** Where the devices are, and the token that lets a page of ours in. */
export default route(async () => {
  const at = await whereDevicesAre()
  if (at) return at
  throw new ApiError(
    503,
    'no-devices',
    'The devices are not there. bin/start brings them up with the program; bin/devices starts them alone.',
  )
})
