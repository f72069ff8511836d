import type { Opened, StandState } from '#core/devices/protocol'
import { DeviceLink, devicesOn, type Asked } from './link'

/** Number of latest events shown on the page. */
const MOST_SAID = 12
/** The devices receive a plan after this time without a change, ms. */
const SETTLES = 400

/** The devices of the shown job: their state, their messages, and how to ask them. One connection a page. */
export function useDevices() {
  const job = useJob()
  const shop = useShop()
  const state = shallowRef<StandState | null>(null)
  const opened = shallowRef<Opened>({ faults: [], hands: [] })
  const said = shallowRef<{ t: number; text: string }[]>([])
  const away = ref('The devices are called …')
  const problem = ref('')
  const phone = ref(localStorage.getItem('np.phone') ?? `Phone of ${shop.person?.name ?? 'the shop'}`)

  const plain = () => JSON.parse(JSON.stringify(job.plan)) as object
  const link = new DeviceLink(() => ({ id: job.id, plan: plain(), phone: phone.value }), {
    event(event) {
      if (event.tell === 'state') state.value = event.state
      else said.value = [{ t: event.t, text: event.text }, ...said.value].slice(0, MOST_SAID)
    },
    open(offered) {
      opened.value = offered
      away.value = ''
    },
    away(why) {
      away.value = why
    },
  })
  watch(phone, (name) => {
    localStorage.setItem('np.phone', name)
    if (!away.value) void link.greet()
  })
  let timer: ReturnType<typeof setTimeout> | undefined
  watch(
    () => job.plan,
    () => {
      clearTimeout(timer)
      timer = setTimeout(() => void open(), SETTLES)
    },
  )
  onScopeDispose(() => {
    clearTimeout(timer)
    link.end()
  })

  async function open(): Promise<void> {
    const offered = await ask({ do: 'open', job: job.id, plan: plain() })
    if (offered) opened.value = offered as Opened
  }
  /** Asks, and shows a refusal; returns the answer, or undefined if there is none. */
  async function ask(asked: Asked): Promise<unknown> {
    return attempt(link.ask(asked))
  }
  async function attempt<T>(asked: Promise<T>): Promise<T | undefined> {
    problem.value = ''
    try {
      return await asked
    } catch (error) {
      problem.value = (error as Error).message
      return undefined
    }
  }
  return { state, opened, said, away, problem, phone, ask, attempt, ...devicesOn(link) }
}
export type Devices = ReturnType<typeof useDevices>
