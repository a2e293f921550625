import { reactive } from 'vue'

import { ApiError } from '@/shared/api/client'

/**
 * A session that ended while something was being kept: what was done waits until the same person has signed in again,
 * and is then sent; whoever thinks better of it leaves it.
 */
export const signedOut = reactive<{ open: boolean }>({ open: false })
let waiting: { go: () => void; leave: () => void }[] = []

const LEFT = 'You are signed out: this was not kept.'
export const isSignedOut = (error: unknown): boolean =>
  error instanceof ApiError && error.code === 'not_authenticated'

/** Runs a call, and again after each signing in that it had to wait for. Throws ApiError as the call does, and when the person leaves it. */
export async function asPerson<T>(call: () => Promise<T>): Promise<T> {
  for (;;) {
    try {
      return await call()
    } catch (error) {
      if (!isSignedOut(error)) throw error
      await new Promise<void>((resolve, reject) => {
        waiting.push({ go: resolve, leave: () => reject(new ApiError(0, 'given_up', LEFT)) })
        signedOut.open = true
      })
    }
  }
}

function settle(how: 'go' | 'leave') {
  const all = waiting
  waiting = []
  signedOut.open = false
  all.forEach((x) => x[how]())
}
/** The same person is in again: what waited is sent. */
export const sendWhatWaited = () => settle('go')
/** What waited is left. */
export const leaveWhatWaited = () => settle('leave')
