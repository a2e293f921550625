import { useMutation, useQueryClient, type QueryClient } from '@tanstack/vue-query'
import { toValue, type MaybeRefOrGetter } from 'vue'

import { answer, api } from '@/shared/api/client'
import { showFault } from '@/shared/ui/faultFocus'
import { say } from '@/shared/ui/snack'

import { formSender, giveUp, hears, markState, sendUntilAnswered, type Mark } from './outbox'

type Id = MaybeRefOrGetter<number>

/** Read again whatever was derived from a garden's facts. */
async function readAgain(queries: QueryClient, garden: number) {
  const ofGarden = { queryKey: ['garden', garden] }
  // A first reading that is still under way was asked before the change, and is not asked again by itself.
  await queries.cancelQueries(ofGarden)
  await Promise.all([
    queries.invalidateQueries(ofGarden),
    queries.invalidateQueries({ queryKey: ['gardens'] }),
  ])
}

/** Marks at the stops of a garden: a row is dead until its mark is answered and the page knows what followed. */
export function useMarks(garden: () => number) {
  const queries = useQueryClient()
  const row = (stop: number) => `${garden()}/${stop}`
  return {
    state: (stop: number) => markState(row(stop)),
    hears: (stop: number) => hears(row(stop)),
    giveUp: (stop: number) => giveUp(row(stop)),
    send<T>(stops: number[], call: (mark: Mark) => Promise<T>, at?: Date): Promise<T> {
      const sent = async (mark: Mark) => {
        const kept = await call(mark)
        await readAgain(queries, garden())
        return kept
      }
      return sendUntilAnswered(stops.map(row), sent, at)
    },
  }
}

/** A change to a garden, sent once: run it, then read again whatever was derived from the facts. */
export function useChange<In, Out>(garden: Id, change: (value: In, mark: Mark) => Promise<Out>) {
  const queries = useQueryClient()
  const sender = formSender(change)
  const undo = useUndo(garden)
  const mutation = useMutation({
    mutationFn: (value: In) => sender.send(value),
    onSuccess: () => readAgain(queries, toValue(garden)),
    onError: () => showFault(),
  })
  return {
    ...mutation,
    /** Say that it is kept, with its way back. */
    sayKept(text: string) {
      const id = sender.lastId()
      say(text, () => undo(id))
    },
  }
}

const TAKEN_BACK = 'It is undone.'
const COUNTS = 'It stands again.'
const LEFT = ' What was changed since stays as it is.'

/** The one undo: whatever was kept under an id is taken back by it, or counts again. */
export function useUndo(garden: Id) {
  const queries = useQueryClient()
  const sender = formSender(({ id, back }: { id: string; back: boolean }, mark) =>
    strike(toValue(garden), id, back, mark),
  )
  function undo(id: string, { back = false, text }: { back?: boolean; text?: string } = {}) {
    void (async () => {
      try {
        const undone = await sender.send({ id, back })
        await readAgain(queries, toValue(garden))
        say(
          (text ?? (back ? COUNTS : TAKEN_BACK)) + (undone.left ? LEFT : ''),
          back ? null : () => undo(id, { back: true }),
        )
      } catch (error) {
        say((error as Error).message)
      }
    })()
  }
  return undo
}

/** Take the event of an id back. */
export const strike = (garden_id: number, event_id: string, back: boolean, mark: Mark) =>
  answer(
    api.POST('/api/gardens/{garden_id}/events/{event_id}/strike', {
      params: { path: { garden_id, event_id } },
      body: { back },
      ...mark,
    }),
  )
