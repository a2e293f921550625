import { useEventListener } from '@vueuse/core'

import type { Stop, Wetness } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'
import { wantsHand } from '@/shared/words/stop'

import type { Found } from './useRoundActions'

export const KEYS = [
  ['j / k', 'next stop, stop before'],
  ['d', 'done with its dose'],
  ['a', 'another amount'],
  ['n', 'not today'],
  ['1 to 4', 'the finger finds it dry, damp, moist, wet'],
  ['l', 'looked wet, left it'],
  ['u', 'undo what was noted here'],
  ['s', 'something changed'],
  ['w', 'why'],
  ['?', 'this sheet'],
] as const

const FINGER: Wetness[] = ['dry', 'just_damp', 'moist', 'wet']

/** The keys of the round: every answer that a thumb has, at the stop that is picked. */
export function useRoundKeys(on: {
  picked: () => Stop | undefined
  move: (by: number) => void
  help: () => void
  why: (stop: Stop) => void
  done: (stop: Stop) => void
  notToday: (stop: Stop) => void
  other: (stop: Stop) => void
  felt: (stop: Stop, found: Found) => void
  back: (stop: Stop) => void
  alter: (stop: Stop) => void
}) {
  useEventListener(window, 'keydown', (e: KeyboardEvent) => {
    const target = e.target as HTMLElement
    if (e.ctrlKey || e.metaKey || e.altKey) return
    if (target.closest('input, select, textarea, [role=dialog], [role=menu]')) return
    const stop = on.picked()
    const hand = stop && wantsHand(stop)
    const keys: Record<string, () => void> = {
      j: () => on.move(1),
      k: () => on.move(-1),
      '?': on.help,
      w: () => stop && on.why(stop),
      d: () => {
        if (!hand || stop.word === 'check') return say('Pick a stop to water first: j and k move.')
        on.done(stop)
      },
      n: () => hand && on.notToday(stop),
      a: () => stop && on.other(stop),
      l: () => stop && on.felt(stop, 'still_wet'),
      u: () => stop && on.back(stop),
      s: () => stop && on.alter(stop),
      ...Object.fromEntries(FINGER.map((felt, i) => [String(i + 1), () => stop && on.felt(stop, felt)])),
    }
    const act = keys[e.key]
    if (!act) return
    e.preventDefault()
    if (!e.repeat || 'jk'.includes(e.key)) act() // a key held down is one deed
  })
}
