import {
  DEVICE_PROTOCOL,
  type Answer,
  type Opened,
  type Question,
  type StandEvent,
} from '#core/devices/protocol'
import {
  DeviceRefusal,
  type ControlBox,
  type Gauge,
  type HeightSensors,
  type Meter,
  type SprayBottle,
} from '#core/devices/types'
import { callApi } from '~/composables/useApi'

/**
 * The connection to the devices. It reconnects by itself; a question asked while it is down is refused, not
 * dropped.
 */

/** A question without its number. */
type Bare<Q> = Q extends Question ? Omit<Q, 'id'> : never
export type Asked = Bare<Question>

export interface LinkHears {
  event(event: StandEvent): void
  /** The connection is up, with the faults and controls of this job; or it is down, with the reason. */
  open(opened: Opened): void
  away(why: string): void
}

/** The connection gave no answer. */
export class LineAwayError extends Error {
  constructor() {
    super('The devices do not answer just now. Nothing was pressed; they are called again by themselves.')
  }
}

/** Pauses before reconnecting, ms. */
const AGAIN = [500, 1000, 2000, 4000]

export class DeviceLink {
  private socket: WebSocket | null = null
  private readonly waiting = new Map<number, { done(value: unknown): void; failed(error: Error): void }>()
  private next = 1
  private tries = 0
  private timer: ReturnType<typeof setTimeout> | undefined
  private ended = false
  private token = ''

  /**
   * @param job the plan that the devices simulate, read again at every reconnection; `phone` the name of this
   * page
   */
  constructor(
    private readonly job: () => { id: string; plan: object; phone: string },
    private readonly hears: LinkHears,
  ) {
    void this.call()
  }

  private async call(): Promise<void> {
    try {
      const { address, token } = await callApi<{ address: string; token: string }>('/api/devices')
      if (this.ended) return
      const socket = new WebSocket(address)
      this.socket = socket
      this.token = token
      socket.onopen = () => void this.greet()
      socket.onmessage = ({ data }) => this.hear(data as string)
      socket.onclose = () => this.lost(socket)
    } catch (error) {
      this.hears.away((error as Error).message)
      this.again()
    }
  }

  /** Says who this is and which job: at first, and again when the phone gets another name. */
  async greet(): Promise<void> {
    const { token } = this
    const { id, plan, phone } = this.job()
    try {
      await this.ask({ do: 'hello', protocol: DEVICE_PROTOCOL, token, phone })
      const opened = (await this.ask({ do: 'open', job: id, plan })) as Opened
      this.tries = 0
      this.hears.open(opened)
    } catch (error) {
      this.hears.away((error as Error).message)
      // Another protocol version is not fixed by retrying: the page must be loaded again.
      if (error instanceof DeviceRefusal && error.code === 'old-protocol') this.end()
      else this.socket?.close()
    }
  }

  private hear(text: string): void {
    const message = JSON.parse(text) as Answer | StandEvent
    if ('tell' in message) return this.hears.event(message)
    const waits = this.waiting.get(message.re)
    this.waiting.delete(message.re)
    if (message.ok) waits?.done(message.value)
    else waits?.failed(Object.assign(new DeviceRefusal(message.code), { message: message.message }))
  }

  private lost(socket: WebSocket): void {
    if (this.socket !== socket) return
    this.socket = null
    for (const { failed } of this.waiting.values()) failed(new LineAwayError())
    this.waiting.clear()
    if (this.ended) return
    this.hears.away(
      'The devices do not answer. They are called again until they do; nothing typed here is lost.',
    )
    this.again()
  }

  private again(): void {
    if (this.ended) return
    const pause = AGAIN[Math.min(this.tries++, AGAIN.length - 1)]
    this.timer = setTimeout(() => void this.call(), pause)
  }

  /** @throws DeviceRefusal with the devices' reason; LineAwayError if there is no connection. */
  ask(asked: Asked): Promise<unknown> {
    const { socket } = this
    if (!socket || socket.readyState !== WebSocket.OPEN) return Promise.reject(new LineAwayError())
    const id = this.next++
    return new Promise((done, failed) => {
      this.waiting.set(id, { done, failed })
      socket.send(JSON.stringify({ id, ...asked }))
    })
  }

  end(): void {
    this.ended = true
    clearTimeout(this.timer)
    this.socket?.close()
  }
}

/** Each device on the connection, in the form an adapter of a real one would have. */
export function devicesOn(link: DeviceLink): {
  box: Omit<ControlBox, 'state'>
  gauge: Gauge
  heights: HeightSensors
  meter: Meter
  bottle: SprayBottle
} {
  const ask = async <T>(asked: Asked) => (await link.ask(asked)) as T
  return {
    box: {
      pair: (code) => ask({ do: 'pair', code }),
      press: (key, way) => ask({ do: 'press', ...key, way }),
      keepUp: (pressure) => ask({ do: 'keepUp', pressure }),
    },
    gauge: { read: () => ask({ do: 'gauge' }) },
    heights: { read: () => ask({ do: 'heights' }) },
    meter: { read: (asked) => ask({ do: 'meter', ...asked }) },
    bottle: { spray: (line, end) => ask({ do: 'spray', line, end }) },
  }
}
