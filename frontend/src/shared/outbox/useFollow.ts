import { answer, api } from '@/shared/api/client'
import { say } from '@/shared/ui/snack'
import type { Found, Look, Outcome } from '@/shared/words/signs'

import { idOf } from './outbox'
import { useChange } from './useOutbox'

/** A look at what was seen, or what came of it: sent once, with its way back. */
export function useFollow(garden: () => number) {
  type Told = { look: Look; found: Found } | { outcome: Outcome }
  const change = useChange(garden, ({ id, told }: { id: string; told: Told }, mark) =>
    answer(
      api.POST('/api/gardens/{garden_id}/signs/{case_id}/follow', {
        params: { path: { garden_id: garden(), case_id: id } },
        body: { id: idOf(mark), ...told },
        ...mark,
      }),
    ),
  )
  async function follow(id: string, told: Told, kept: string) {
    try {
      await change.mutateAsync({ id, told })
      change.sayKept(kept)
    } catch (error) {
      say((error as Error).message)
    }
  }
  return { follow, busy: change.isPending }
}
