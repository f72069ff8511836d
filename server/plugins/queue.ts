import { startQueue } from '../utils/queue'

export default defineNitroPlugin(() => {
  void startQueue()
})
