import { answer, api, newId } from '@/shared/api/client'
import { path, useChange } from '@/shared/api/queries'
import type { Stop } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

export interface Poured {
  stop: Stop
  litres: number
  part?: 'morning' | 'evening'
}

/** What a hand does at a stop. Each can be undone; a failure says so and changes nothing. */
export function useRoundActions(garden: () => number, show: (litres: number) => string) {
  const strike = useChange(
    garden,
    (e: { kind: 'watering' | 'check' | 'put_off'; id: string; back?: boolean }) =>
      answer(
        api.POST('/api/gardens/{garden_id}/events/{kind}/{event_id}/strike', {
          params: { path: { garden_id: garden(), kind: e.kind, event_id: e.id } },
          body: { back: e.back ?? false },
        }),
      ),
  )
  const pour = useChange(garden, (all: (Poured & { id: string })[]) =>
    answer(
      api.POST('/api/gardens/{garden_id}/waterings', {
        ...path(garden),
        body: {
          waterings: all.map((p) => ({
            id: p.id,
            bed: p.stop.id,
            litres: p.litres,
            part: p.part ?? 'morning',
            passes: p.stop.dose?.passes ?? 1,
            into: p.stop.dose?.into ?? (p.stop.method === 'reservoir' ? 'reservoir' : 'soil'),
          })),
        },
      }),
    ),
  )
  const feel = useChange(garden, (c: { id: string; stop: Stop; reading: string }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/checks', {
        ...path(garden),
        body:
          c.reading === 'still_wet'
            ? { id: c.id, bed: c.stop.id, kind: 'still_wet' }
            : { id: c.id, bed: c.stop.id, reading: c.reading },
      }),
    ),
  )
  const leave = useChange(garden, (c: { id: string; stop: Stop }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/put-offs', { ...path(garden), body: { id: c.id, bed: c.stop.id } }),
    ),
  )

  const failed = (error: Error) => say(error.message)
  const undo = (kind: 'watering' | 'check' | 'put_off', ids: string[]) => () =>
    ids.forEach((id) => strike.mutate({ kind, id }, { onError: failed }))

  return {
    busy: pour.isPending,
    async watered(all: Poured[]): Promise<boolean> {
      const named = all.map((p) => ({ ...p, id: newId() }))
      try {
        await pour.mutateAsync(named)
      } catch (error) {
        failed(error as Error)
        return false
      }
      const litres = all.reduce((n, p) => n + p.litres, 0)
      const what = all.length === 1 ? all[0]!.stop.name : `${all.length} isles`
      say(
        `${what}: ${show(litres)} noted.`,
        undo(
          'watering',
          named.map((p) => p.id),
        ),
      )
      return true
    },
    felt(stop: Stop, reading: string, words: string) {
      const id = newId()
      feel.mutate(
        { id, stop, reading },
        { onSuccess: () => say(`${stop.name}: ${words} noted.`, undo('check', [id])), onError: failed },
      )
    },
    notToday(stop: Stop) {
      const id = newId()
      leave.mutate(
        { id, stop },
        { onSuccess: () => say(`${stop.name}: not today.`, undo('put_off', [id])), onError: failed },
      )
    },
    takeBack(kind: 'watering' | 'check' | 'put_off', ids: string[]) {
      ids.forEach((id) => strike.mutate({ kind, id }, { onError: failed }))
    },
  }
}
