// Keeps a process running: starts it again when it dies, with growing pauses, and gives up loudly if it keeps
// dying.
import { setTimeout as sleep } from 'node:timers/promises'

/**
 * Pauses before a restart, ms. A process that answered and ran for three seconds is well: the pauses start
 * again with the first.
 */
const PAUSES = [200, 1000, 3000, 8000, 15_000]
const STAYED = 3000

/**
 * How often a process is asked whether it still answers, and after how many checks without an answer it is
 * ended, ms.
 */
const LOOK_EVERY = 5000
const MOST_SILENT = 6

/**
 * Runs `start`, and again whenever the process it returns dies or stops answering.
 * @param {string} name for the log
 * @param {() => Promise<import('node:child_process').ChildProcess>} start
 * @param {(line: string) => void} say
 * @param {(error: Error) => void} giveUp
 * @param {{ answers?: () => Promise<boolean>, lookEvery?: number }} looks whether the process answers; not
 * checked if left out
 * @returns a function that ends it for good
 */
export async function keepRunning(name, start, say, giveUp, { answers, lookEvery = LOOK_EVERY } = {}) {
  let child = await start()
  let ended = false
  let tries = 0
  let silent = 0
  const looking = answers && setInterval(() => void look(), lookEvery)
  let isLooking = false
  async function look() {
    const looked = child
    if (isLooking || looked.exitCode !== null || looked.signalCode !== null) return
    isLooking = true
    silent = (await answers()) ? 0 : silent + 1
    isLooking = false
    if (ended || looked !== child || silent < MOST_SILENT) return
    silent = 0
    say(`The ${name} does not answer any more; it is ended.`)
    // SIGKILL, because whatever blocks it also keeps it from handling other signals.
    looked.kill('SIGKILL')
  }
  const watch = () => {
    const began = Date.now()
    child.once('exit', async (code, signal) => {
      if (ended) return
      if (Date.now() - began > STAYED) tries = 0
      for (;;) {
        const pause = PAUSES[tries++]
        if (pause === undefined)
          return giveUp(new Error(`The ${name} ended again and again; it is given up.`))
        say(`The ${name} ended (${signal ?? code}); begun again in ${pause / 1000} s.`)
        await sleep(pause)
        if (ended) return
        try {
          child = await start()
          if (ended) return void child.kill('SIGTERM')
          say(`The ${name} runs again.`)
          return watch()
        } catch (error) {
          say(error.message)
        }
      }
    })
  }
  watch()
  return {
    pid: () => child.pid,
    stop() {
      ended = true
      clearInterval(looking)
      child.kill('SIGTERM')
    },
  }
}
