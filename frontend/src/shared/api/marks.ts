import { useQueryClient } from '@tanstack/vue-query'
import { reactive } from 'vue'

import { ApiError } from './client'

/** `sending`: on its way. `unsure`: sent, no answer; it is sent again under the same id until there is one. */
export type MarkState = 'sending' | 'unsure'

const ANSWER_MS = 12_000
const AGAIN_MS = [2_000, 4_000, 8_000, 15_000, 30_000]
/** After an answer a row hears no tap for so long: the second one of a double tap is no deed. */
const DEAF_MS = 800

const states = reactive(new Map<string, MarkState>())
const deafUntil = new Map<string, number>()
const givingUp = new Map<string, () => void>()

export const UNSURE = 'Not known yet whether it was kept; it will be sent again.'
const NOT_KEPT = 'No connection: this was not kept. Mark it again when you are back in reach.'
const GIVEN_UP = 'Not sent again. Whether it was kept shows when the garden answers.'

export const markState = (key: string): MarkState | null => states.get(key) ?? null

/** Whether a tap at this row counts now. */
export const hears = (key: string): boolean =>
  !states.has(key) && performance.now() >= (deafUntil.get(key) ?? 0)

/** Stop sending a mark that was not answered. */
export const giveUp = (key: string) => givingUp.get(key)?.()

/** An answer that never came, whether the request arrived or not. */
const isLost = (error: unknown): boolean =>
  error instanceof ApiError && (error.code === 'lost' || [502, 504].includes(error.status))

/**
 * Send one mark, for one row or several, until the server has said yes or no. `call` must be the same event each time.
 *
 * Throws ApiError: at once without a connection, when the server refuses, and when the person gives up.
 */
export async function sendMark<T>(keys: string[], call: (signal: AbortSignal) => Promise<T>): Promise<T> {
  if (!navigator.onLine) throw new ApiError(0, 'offline', NOT_KEPT)
  keys.forEach((key) => states.set(key, 'sending'))
  try {
    for (let turn = 0; ; turn++) {
      try {
        return await call(AbortSignal.timeout(ANSWER_MS))
      } catch (error) {
        if (!isLost(error)) throw error
        keys.forEach((key) => states.set(key, 'unsure'))
        await nextTurn(keys, turn)
      }
    }
  } finally {
    for (const key of keys) {
      states.delete(key)
      givingUp.delete(key)
      deafUntil.set(key, performance.now() + DEAF_MS)
    }
  }
}

/** Wait for the next try: a while, or until the connection is back. Throws when the person gives up. */
function nextTurn(keys: string[], turn: number): Promise<void> {
  return new Promise((resolve, reject) => {
    const done = () => {
      window.clearTimeout(timer)
      window.removeEventListener('online', go)
    }
    const go = () => {
      done()
      resolve()
    }
    const timer = window.setTimeout(go, AGAIN_MS[Math.min(turn, AGAIN_MS.length - 1)])
    window.addEventListener('online', go)
    for (const key of keys)
      givingUp.set(key, () => {
        done()
        reject(new ApiError(0, 'given_up', GIVEN_UP))
      })
  })
}

/** Marks at the stops of a garden: a row is dead until its mark is answered and the page knows what followed. */
export function useMarks(garden: () => number) {
  const queries = useQueryClient()
  const key = (stop: number) => `${garden()}/${stop}`
  return {
    state: (stop: number) => markState(key(stop)),
    hears: (stop: number) => hears(key(stop)),
    giveUp: (stop: number) => giveUp(key(stop)),
    send<T>(stops: number[], call: (signal: AbortSignal) => Promise<T>): Promise<T> {
      return sendMark(stops.map(key), async (signal) => {
        const kept = await call(signal)
        const ofGarden = { queryKey: ['garden', garden()] }
        await queries.cancelQueries(ofGarden)
        await queries.invalidateQueries(ofGarden)
        return kept
      })
    },
  }
}
