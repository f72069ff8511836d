import { randomBytes } from 'node:crypto'
import { chmodSync, mkdirSync, rmSync, writeFileSync } from 'node:fs'
import { createServer } from 'node:http'
import { dirname, join } from 'node:path'
import { WebSocketServer, type WebSocket } from 'ws'
import { DeviceHall } from '#core/devices/deviceHall'
import { DEVICE_PROTOCOL, LONGEST_MESSAGE } from '#core/devices/protocol'

/**
 * The simulated devices as a process: WebSocket on loopback, for pages of given origins and for whoever knows
 * its token. Address and token are in a file that only its owner can read.
 */

const USAGE = `usage: bin/devices [--port N] [--origin ADDRESS …] [--said FILE]
  --port N          listen there (any free port otherwise), on 127.0.0.1 only
  --origin ADDRESS  pages from there may speak to it (http://127.0.0.1:3000 otherwise); may be given more than once
  --said FILE       where it writes its address and its token (.data/devices.json otherwise)`

interface Asked {
  port: number
  origins: string[]
  said: string
}

function asked(args: readonly string[]): Asked | null {
  const data = process.env.NP_DATA ?? join(process.cwd(), '.data')
  const found: Asked = { port: 0, origins: [], said: join(data, 'devices.json') }
  for (let i = 0; i < args.length; i += 2) {
    const value = args[i + 1]
    if (value === undefined) return null
    if (args[i] === '--port' && /^\d{1,5}$/.test(value) && Number(value) < 65536) found.port = Number(value)
    else if (args[i] === '--origin') found.origins.push(...bothNames(value))
    else if (args[i] === '--said') found.said = value
    else return null
  }
  if (found.origins.length === 0) found.origins = bothNames('http://127.0.0.1:3000')
  return found
}
/** A page on loopback may use its number or its name. */
const bothNames = (origin: string) => [origin, origin.replace('//127.0.0.1', '//localhost')]

/** Interval at which time advances and is reported, ms. */
const EVERY = 200
/** Longest pause that is made up for, s. */
const MOST_AT_ONCE = 1
/** One page needs one connection; more than this is a mistake. */
const MOST_LINES = 50

function serve({ port, origins, said }: Asked): void {
  const token = randomBytes(24).toString('base64url')
  const hall = new DeviceHall(token)
  const http = createServer((_, response) => response.writeHead(426).end('A WebSocket, and nothing else.'))
  const sockets = new WebSocketServer({ noServer: true, maxPayload: LONGEST_MESSAGE })
  http.on('upgrade', (request, socket, head) => {
    const { origin } = request.headers
    // A program that is not a page sends no origin: it needs the token.
    const isOurs = origin === undefined || origins.includes(origin)
    if (!isOurs || sockets.clients.size >= MOST_LINES) {
      socket.end('HTTP/1.1 403 Forbidden\r\nConnection: close\r\n\r\n')
      return
    }
    sockets.handleUpgrade(request, socket, head, (line) => sockets.emit('connection', line, request))
  })
  sockets.on('connection', (line: WebSocket) => {
    const session = hall.connect({ send: (text) => line.readyState === line.OPEN && line.send(text) })
    line.on('message', (data, isBinary) => {
      if (isBinary || !session.receive((data as Buffer).toString('utf8'))) line.close(1008)
    })
    line.on('error', () => line.terminate())
    line.on('close', () => hall.leave(session))
  })
  let last = performance.now()
  setInterval(() => {
    const now = performance.now()
    hall.tick(Math.min((now - last) / 1000, MOST_AT_ONCE))
    last = now
  }, EVERY)
  const end = () => {
    rmSync(said, { force: true })
    process.exit(0)
  }
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP'] as const) process.on(signal, end)
  // If another program of ours started it, it ends with that one.
  process.on('disconnect', end)
  http.on('error', (error) => {
    console.error(error.message)
    process.exit(1)
  })
  http.listen(port, '127.0.0.1', () => {
    const at = http.address()
    if (at === null || typeof at === 'string') throw new Error('The devices have no port.')
    const address = `ws://127.0.0.1:${at.port}`
    mkdirSync(dirname(said), { recursive: true })
    writeFileSync(said, JSON.stringify({ address, token, protocol: DEVICE_PROTOCOL, pid: process.pid }), {
      mode: 0o600,
    })
    chmodSync(said, 0o600)
    console.log(`The devices are at ${address}; their token is in ${said}  (Ctrl+C stops them)`)
  })
}

const wanted = asked(process.argv.slice(2))
if (wanted) serve(wanted)
else {
  console.error(USAGE)
  process.exit(process.argv.includes('--help') ? 0 : 2)
}
