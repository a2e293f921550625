import { answer, api } from '@/shared/api/client'
import { useMarks } from '@/shared/api/marks'
import { path } from '@/shared/api/queries'
import type { Stop, Wetness } from '@/shared/api/types'
import { say } from '@/shared/ui/snack'

export interface Poured {
  stop: Stop
  litres: number
  part?: 'morning' | 'evening'
}
export interface Noted {
  kind: 'watering' | 'observation' | 'put_off'
  id: string
}

/** What was noted last at a stop today and can be taken back; a check only while its row was marked in this visit. */
export function lastNoted(stop: Stop, markedHere: boolean): Noted | null {
  if (stop.put_off) return { kind: 'put_off', id: stop.put_off }
  const poured = stop.waterings_today[stop.waterings_today.length - 1]
  if (poured) return { kind: 'watering', id: poured.id }
  return markedHere && stop.observation_today ? { kind: 'observation', id: stop.observation_today.id } : null
}

/**
 * What a hand does at a stop of the day that the page shows, each under the id of the stop's own opening: marked twice,
 * it is one event. A failure says so and changes nothing.
 */
export function useRoundActions(garden: () => number, today: () => string, show: (litres: number) => string) {
  const marks = useMarks(garden)

  async function mark<T>(stops: Stop[], call: (signal: AbortSignal) => Promise<T>): Promise<T | null> {
    const ids = stops.map((s) => s.id)
    if (ids.some(marks.state)) return null
    try {
      return await marks.send(ids, call)
    } catch (error) {
      say((error as Error).message)
      return null
    }
  }

  async function takeBack(stops: Stop[], noted: Noted[]) {
    const done = await mark(stops, (signal) => Promise.all(noted.map((n) => strike(n, signal))))
    if (done) say(`${stops.length === 1 ? `${stops[0]!.name} is` : `${stops.length} isles are`} taken back.`)
  }
  const strike = ({ kind, id }: Noted, signal: AbortSignal) =>
    answer(
      api.POST('/api/gardens/{garden_id}/events/{kind}/{event_id}/strike', {
        params: { path: { garden_id: garden(), kind, event_id: id } },
        body: { back: false },
        signal,
      }),
    )
  const undo = (stops: Stop[], noted: Noted[]) => () => void takeBack(stops, noted)
  const takenBack = (stop: Stop) =>
    say(
      `${stop.name} was taken back on another page meanwhile: nothing is noted. Mark it again if you did it.`,
    )

  return {
    state: marks.state,
    hears: marks.hears,
    giveUp: marks.giveUp,
    takeBack: (stop: Stop, noted: Noted) => takeBack([stop], [noted]),
    /** Whether all of it is noted. */
    async watered(all: Poured[]): Promise<boolean> {
      const stops = all.map((p) => p.stop)
      const kept = await mark(stops, (signal) =>
        answer(
          api.POST('/api/gardens/{garden_id}/waterings', {
            ...path(garden),
            body: {
              waterings: all.map((p) => ({
                id: p.stop.marks.watering,
                bed: p.stop.id,
                litres: p.litres,
                date: today(),
                part: p.part ?? 'morning',
                passes: p.stop.dose?.passes ?? 1,
                into: p.stop.dose?.into ?? (p.stop.method === 'reservoir' ? 'reservoir' : 'soil'),
              })),
            },
            signal,
          }),
        ),
      )
      if (!kept) return false
      const struck = all.find((_, i) => kept[i]!.struck)
      const other = all.findIndex((p, i) => Math.abs(kept[i]!.litres - p.litres) > 0.01)
      const noted = kept.map((w) => ({ kind: 'watering' as const, id: w.id }))
      if (struck) takenBack(struck.stop)
      else if (other >= 0)
        say(
          `${all[other]!.stop.name}: ${show(kept[other]!.litres)} was noted already, and that stands.`,
          undo(stops, noted),
        )
      else {
        const litres = all.reduce((n, p) => n + p.litres, 0)
        const what = all.length === 1 ? stops[0]!.name : `${all.length} isles`
        say(`${what}: ${show(litres)} noted.`, undo(stops, noted))
      }
      return true
    },
    async felt(stop: Stop, reading: Wetness | 'still_wet', words: string) {
      const what = reading === 'still_wet' ? { kind: reading } : { reading }
      const kept = await mark([stop], (signal) =>
        answer(
          api.POST('/api/gardens/{garden_id}/observations', {
            ...path(garden),
            body: { id: stop.marks.observation, bed: stop.id, date: today(), ...what },
            signal,
          }),
        ),
      )
      if (kept?.struck) takenBack(stop)
      else if (kept)
        say(`${stop.name}: ${words} noted.`, undo([stop], [{ kind: 'observation', id: kept.id }]))
    },
    async notToday(stop: Stop) {
      const noted: Noted = { kind: 'put_off', id: stop.marks.put_off }
      const kept = await mark([stop], async (signal) => {
        await answer(
          api.POST('/api/gardens/{garden_id}/put-offs', {
            ...path(garden),
            body: { id: noted.id, bed: stop.id, date: today() },
            signal,
          }),
        )
        return true
      })
      if (kept) say(`${stop.name}: not today.`, undo([stop], [noted]))
    },
  }
}
