/** The threads start with the server, so that the first save does not wait for them. */
export default defineNitroPlugin(() => void startThreads())
