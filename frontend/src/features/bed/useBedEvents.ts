import { answer, api, newId } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import type { BedPage, DayPart, Into, ObservationKind, PouredBy, Reading } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'
import { alongTube } from '@/shared/words/measures'

export interface WateringSaid {
  litres: number
  date: string
  part: DayPart
  into: Into
  passes: number
  rig?: string
  way?: PouredBy
  feed?: string
  fed?: number
}
export interface ObservationSaid {
  kind: ObservationKind
  reading: Reading | null
  value: number | null
  date: string
}
/**
 * The id under which a dialog notes one thing, made when it opens: pressed twice, or again after a lost answer, it is
 * one. For today it is the id of the stop's own opening, which every other page marks under too.
 */
export function openingId(page: BedPage, kind: 'watering' | 'observation'): (date: string) => string {
  const own = newId()
  const marks = page.stop?.marks
  return (date) => (date === page.garden.today && marks ? marks[kind] : own)
}

/** What is noted at one bed: poured, found, struck. Each note can be undone. */
export function useBedEvents(garden: () => number, bed: () => number) {
  const pour = useChange(garden, (waterings: (WateringSaid & { id: string; bed: number })[], mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(garden),
        body: { waterings },
        ...mark,
      }),
    ),
  )
  const find = useChange(garden, (x: ObservationSaid & { id: string }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/observations', {
        ...path(garden),
        body: { ...x, bed: bed() },
        ...mark,
      }),
    ),
  )
  const undo = useUndo(garden)

  return {
    pour,
    find,
    /** Take what was noted back, or let it count again. */
    toggle: (id: string, struck: boolean) => undo(id, { back: struck }),
    /** Keep a watering under the id of its opening, and what its line gave to other beds; throws what the server refuses. */
    async watered(x: WateringSaid, id: string, page: BedPage) {
      const one = { ...x, id, bed: bed() }
      const ofToday = x.date === page.garden.today
      const all = await pour.mutateAsync(page.stop ? alongTube(page.stop, one, { ofToday }) : [one])
      const [kept] = all
      if (kept?.struck) say('This was undone meanwhile: nothing is noted. Note it again if you did it.')
      else if (kept && Math.abs(kept.litres - x.litres) > 0.01)
        say('A watering was noted here already, and that one stands.')
      else if (all.length > 1)
        say(`The run is noted at ${all.length} isles on its tube.`, () => all.forEach((w) => undo(w.id)))
      else say('The watering is noted.', () => undo(id))
    },
    async checked(x: ObservationSaid, id: string) {
      const kept = await find.mutateAsync({ ...x, id })
      if (kept.struck) say('This was undone meanwhile: nothing is noted. Note it again if you saw it.')
      else say('What you found is noted.', () => undo(id))
    },
  }
}
