import { openQueue } from '../utils/queue'

export default defineNitroPlugin(() => {
  void openQueue()
})
