import { computed, ref } from 'vue'

import { answer, api } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import { idOf } from '@/shared/outbox/outbox'
import { useChange, useUndo } from '@/shared/outbox/useOutbox'
import type { Ahead } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

import type { Shift } from './ahead'

/** Moving a soak: tried first, with its effect shown; then kept or put back. */
export function useMoves(garden: () => number, kept: () => Ahead | undefined) {
  const trial = ref<{ shift: Shift; ahead: Ahead } | null>(null)
  const trying = ref(false)
  let asked = 0

  const move = useChange(garden, (x: Shift, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/moves', {
        ...path(garden),
        body: { id: idOf(mark), bed: x.bed, from_date: x.from, to_date: x.to },
        ...mark,
      }),
    ),
  )
  const undo = useUndo(garden)
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
      try {
        await move.mutateAsync(trial.value.shift)
        trial.value = null
        move.sayKept('The soak is moved.')
      } catch (error) {
        failed(error as Error)
      }
    },
    takeBack: (id: string) => undo(id, { text: 'The move is undone.' }),
  }
}
