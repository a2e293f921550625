import { reactive } from 'vue'

import { ApiError, newId } from '@/shared/api/client'

import { asPerson } from './signedOut'

/**
 * Whatever changes a garden leaves through here: under an id of its own, so that it is one event however often it is
 * sent, and with the time at which it was done, so that it may arrive later.
 */
export interface Mark {
  headers: { 'Idempotency-Key': string; 'Occurred-At': string }
  signal?: AbortSignal
}
export const newMark = (at = new Date()): Mark => ({
  headers: { 'Idempotency-Key': newId(), 'Occurred-At': at.toISOString() },
})
export const idOf = (mark: Mark) => mark.headers['Idempotency-Key']

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

export const markState = (row: string): MarkState | null => states.get(row) ?? null

/** Whether a tap at this row counts now. */
export const hears = (row: string): boolean =>
  !states.has(row) && performance.now() >= (deafUntil.get(row) ?? 0)

/** Stop sending a mark that was not answered. */
export const giveUp = (row: string) => givingUp.get(row)?.()

/** An answer that never came, whether the request arrived or not. */
export const isLost = (error: unknown): boolean =>
  error instanceof ApiError && (error.code === 'lost' || [502, 504].includes(error.status))

/**
 * Send one mark, for one row or several, until the server has said yes or no. `call` must be the same event each time.
 * at: when it was done, where that is not now.
 *
 * Throws ApiError: at once without a connection, when the server refuses, and when the person gives up.
 */
export async function sendUntilAnswered<T>(
  rows: string[],
  call: (mark: Mark) => Promise<T>,
  at?: Date,
): Promise<T> {
  if (!navigator.onLine) throw new ApiError(0, 'offline', NOT_KEPT)
  const mark = newMark(at)
  rows.forEach((row) => states.set(row, 'sending'))
  try {
    for (let turn = 0; ; turn++) {
      try {
        return await asPerson(() => call({ ...mark, signal: AbortSignal.timeout(ANSWER_MS) }))
      } catch (error) {
        if (!isLost(error)) throw error
        rows.forEach((row) => states.set(row, 'unsure'))
        await nextTurn(rows, turn)
      }
    }
  } finally {
    for (const row of rows) {
      states.delete(row)
      givingUp.delete(row)
      deafUntil.set(row, performance.now() + DEAF_MS)
    }
  }
}

/** Wait for the next try: a while, or until the connection is back. Throws when the person gives up. */
function nextTurn(rows: string[], turn: number): Promise<void> {
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
    for (const row of rows)
      givingUp.set(row, () => {
        done()
        reject(new ApiError(0, 'given_up', GIVEN_UP))
      })
  })
}

/**
 * Sends what a form holds once each time it is asked to. Until the server has answered, the same content goes under the
 * same id: pressed again after a lost answer, it is one event.
 */
export function formSender<In, Out>(call: (value: In, mark: Mark) => Promise<Out>) {
  let open: { content: string; mark: Mark } | null = null
  let last = ''
  return {
    /** The id under which the last thing was kept. */
    lastId: () => last,
    async send(value: In): Promise<Out> {
      const content = JSON.stringify(value ?? null)
      const mark = open?.content === content ? open.mark : newMark()
      open = { content, mark }
      try {
        const kept = await asPerson(() => call(value, mark))
        last = idOf(mark)
        open = null
        return kept
      } catch (error) {
        if (!isLost(error)) open = null
        throw error
      }
    },
  }
}
