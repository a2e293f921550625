import { answer, api } from '@/shared/api/client'
import type { Alteration } from '@/shared/api/types'
import { useChange } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'

/** What a tap changes at a bed, as a dated fact of today; `kept` is said once it is noted. */
export function useAlter(garden: () => number) {
  const change = useChange(garden, ({ id, what }: { id: number; what: Alteration }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/beds/{bed_id}/alterations', {
        params: { path: { garden_id: garden(), bed_id: id } },
        body: { what },
        ...mark,
      }),
    ),
  )
  async function alter(id: number, what: Alteration, kept: string) {
    try {
      await change.mutateAsync({ id, what })
      change.sayKept(kept)
    } catch (error) {
      say((error as Error).message)
    }
  }
  return { alter, busy: change.isPending }
}
