import { reactive, watch, type Ref } from 'vue'

import type { Stop } from '@/shared/api/types'
import { wantsHand } from '@/shared/words/stop'

export type Group = 'to-do' | 'can-wait' | 'to-leave' | 'finished'
export interface Place {
  group: Group
  rank: number
}
const RANK: Record<string, number> = { too_wet: 0, wait: 1, leave: 2, empty: 3 }

/** Where a stop belongs by what is known of it now. */
export function placeOf(stop: Stop): Place {
  if (wantsHand(stop)) return { group: stop.gives ? 'can-wait' : 'to-do', rank: 0 }
  if (stop.word === 'done' || stop.put_off) return { group: 'finished', rank: 0 }
  return { group: 'to-leave', rank: RANK[stop.word] ?? 9 }
}

/**
 * The places of the rows. One that was marked stays where the thumb left it, and as high as it was, until the page is
 * opened again or the day is another: the next tap must meet the row that the eye saw.
 */
export function usePlaces(day: Ref<string>) {
  const held = reactive(new Map<number, Place>())
  watch(day, (_now, before) => {
    if (!before) return
    held.clear()
    for (const el of document.querySelectorAll<HTMLElement>('#round-top, .stop')) el.style.minHeight = ''
  })
  return {
    of: (stop: Stop): Place => held.get(stop.id) ?? placeOf(stop),
    held: (id: number): boolean => held.has(id),
    hold(stop: Stop) {
      if (!held.has(stop.id)) held.set(stop.id, placeOf(stop))
      for (const el of [document.getElementById(`stop-${stop.id}`), document.getElementById('round-top')])
        if (el) el.style.minHeight = `${el.offsetHeight}px`
    },
  }
}
