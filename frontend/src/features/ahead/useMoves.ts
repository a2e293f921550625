import { computed, ref } from 'vue'

import { answer, api, newId } from '@/shared/api/client'
import { path, useChange } from '@/shared/api/queries'
import type { Ahead } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

import type { Shift } from './ahead'

/** Moving a soak: tried first, with its effect shown; then kept or put back. */
export function useMoves(garden: () => number, kept: () => Ahead | undefined) {
  const trial = ref<{ shift: Shift; ahead: Ahead } | null>(null)
  const trying = ref(false)
  let asked = 0

  const move = useChange(garden, (x: Shift & { id: string }) =>
    answer(
      api.POST('/api/gardens/{garden_id}/moves', {
        ...path(garden),
        body: { id: x.id, bed: x.bed, from_date: x.from, to_date: x.to },
      }),
    ),
  )
  const strike = useChange(garden, (id: string) =>
    answer(
      api.POST('/api/gardens/{garden_id}/events/{kind}/{event_id}/strike', {
        params: { path: { garden_id: garden(), kind: 'moved_soak', event_id: id } },
        body: { back: false },
      }),
    ),
  )
  const failed = (e: Error) => say(e.message)

  return {
    trial,
    trying,
    shown: computed(() => trial.value?.ahead ?? kept()),
    busy: move.isPending,
    /** Ask what the fortnight would be; the last one asked wins. */
    async tryOut(shift: Shift) {
      const mine = ++asked
      trying.value = true
      try {
        const body = { bed: shift.bed, from_date: shift.from, to_date: shift.to }
        const ahead = await answer(api.POST('/api/gardens/{garden_id}/ahead/try', { ...path(garden), body }))
        if (mine === asked) trial.value = { shift, ahead }
      } catch (error) {
        failed(error as Error)
      } finally {
        if (mine === asked) trying.value = false
      }
    },
    putBack() {
      asked++
      trial.value = null
    },
    async keep() {
      if (!trial.value) return
      const id = newId()
      try {
        await move.mutateAsync({ ...trial.value.shift, id })
        trial.value = null
        say('The soak is moved.', () => strike.mutate(id, { onError: failed }))
      } catch (error) {
        failed(error as Error)
      }
    },
    takeBack: (id: string) =>
      strike.mutate(id, { onSuccess: () => say('The move is taken back.'), onError: failed }),
  }
}
