export default route(jobOf)
