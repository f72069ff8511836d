/** The threads start with the server: the first who saves does not wait for them. */
export default defineNitroPlugin(() => void startThreads())
