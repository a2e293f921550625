import { answer, api, newId } from '@/shared/api/client'
import { path, useChange } from '@/shared/api/queries'
import { say } from '@/shared/ui/snack'

export interface WateringSaid {
  litres: number
  date: string
  part: string
  into: string
  passes: number
}
export interface CheckSaid {
  kind: string
  reading: string | null
  value: number | null
  date: string
}
export type EventKind = 'watering' | 'check'

/** What is noted at one bed: poured, found, struck. Each note can be undone. */
export function useBedEvents(garden: () => number, bed: () => number) {
  const pour = useChange(garden, (x: WateringSaid & { id: string }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(garden),
        body: { waterings: [{ ...x, bed: bed() }] },
      }),
    ),
  )
  const find = useChange(garden, (x: CheckSaid & { id: string }) =>
    answer(api.POST('/api/gardens/{garden_id}/checks', { ...path(garden), body: { ...x, bed: bed() } })),
  )
  const strike = useChange(garden, (e: { kind: EventKind; id: string; back: boolean }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/events/{kind}/{event_id}/strike', {
        params: { path: { garden_id: garden(), kind: e.kind, event_id: e.id } },
        body: { back: e.back },
      }),
    ),
  )
  const toggle = (kind: EventKind, id: string, struck: boolean) =>
    strike.mutate({ kind, id, back: struck }, { onError: (e) => say(e.message) })

  return {
    pour,
    find,
    toggle,
    /** Keep a watering; throws what the server refuses. */
    async watered(x: WateringSaid) {
      const id = newId()
      await pour.mutateAsync({ ...x, id })
      say('The watering is noted.', () => toggle('watering', id, false))
    },
    async checked(x: CheckSaid) {
      const id = newId()
      await find.mutateAsync({ ...x, id })
      say('What you found is noted.', () => toggle('check', id, false))
    },
  }
}
