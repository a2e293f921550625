import { answer, api, ApiError } from '@/shared/api/client'
import { path } from '@/shared/api/queries'
import type { DayPart, Into, PouredBy, Stop, Wetness } from '@/shared/api/types'
import { newId } from '@/shared/api/client'
import { newMark, type Mark } from '@/shared/outbox/outbox'
import { strike, useMarks } from '@/shared/outbox/useOutbox'
import { say } from '@/shared/ui/snack'
import { alongTube } from '@/shared/words/measures'
import { WETNESS } from '@/shared/words/names'

export interface Poured {
  stop: Stop
  litres: number
  part?: DayPart
  /** On which day, and at which hour of the device's clock; else now. */
  date?: string
  hour?: number
  into?: Into
  /** In how many goes; else as the stop's own dose says. */
  passes?: number
  /** What it came from; else what the bed is watered from. */
  rig?: string
  way?: PouredBy
  /** What was in it, and how much of that [mL or g]. */
  feed?: string
  fed?: number
}
/** What is in a stop's menu. */
export type Act = 'other' | 'not_today' | 'ran_out' | 'saucer' | 'still_wet' | 'dry' | 'alter' | 'wrong'
/** A date and clock hour as the device's moment, never later than now; undefined where no hour was told. */
function momentOf(date: string, hour?: number): Date | undefined {
  if (hour === undefined) return undefined
  const at = new Date(`${date}T00:00:00`)
  at.setMinutes(Math.round(hour * 60))
  return at < new Date() ? at : undefined
}
/** What may be found at a stop in a tap: a finger's word, or something seen. */
export type Found = Wetness | 'still_wet' | 'ran_out' | 'saucer'
const isReading = (found: Found): found is Wetness => found in WETNESS
/** What was found, as it is said to be noted. */
export const foundInWords = (found: Found): string =>
  (isReading(found)
    ? WETNESS[found]
    : { still_wet: 'still wet', ran_out: 'that it ran out below', saucer: 'water in its saucer' }[found]
  ).toLowerCase()
/** The same of all beds that the run of a line was noted for. */
export function lastRun(stop: Stop, all: Stop[], markedHere: boolean): string[] {
  const own = lastNoted(stop, markedHere)
  const last = stop.waterings_today.at(-1)
  if (!own) return []
  if (last?.id !== own || (last.way ?? 'drip') !== 'drip') return [own]
  const beside = all.filter((s) => stop.line_with.some((x) => x.id === s.id))
  const runs = beside.map((s) => s.waterings_today.at(-1)).filter((w) => w && (w.way ?? 'drip') === 'drip')
  return [own, ...runs.map((w) => w!.id)]
}
/** The event that was noted last at a stop today and can be taken back; a check only while its row was marked in this visit. */
export function lastNoted(stop: Stop, markedHere: boolean): string | null {
  if (stop.put_off) return stop.put_off
  const poured = stop.waterings_today[stop.waterings_today.length - 1]
  if (poured) return poured.id
  return markedHere && stop.observation_today ? stop.observation_today.id : null
}

/**
 * What a hand does at a stop, each under the id of the stop's own opening: marked twice,
 * it is one event. A failure says so and changes nothing.
 */
export function useRoundActions(
  garden: () => number,
  clock: () => string | null,
  today: () => string,
  show: (litres: number) => string,
) {
  const marks = useMarks(garden)
  // The day follows from when it was done; only a garden with a clock of its own has another than the hand's.
  const day = () => (clock() ? { date: clock() } : {})

  /** mineToo: notes it beside what somebody else noted of the same stop meanwhile. */
  async function mark<T>(
    stops: Stop[],
    call: (mark: Mark) => Promise<T>,
    at?: Date,
    mineToo?: () => unknown,
  ): Promise<T | null> {
    const ids = [...new Set(stops.flatMap((s) => [s.id, ...s.line_with.map((x) => x.id)]))]
    if (ids.some((id) => marks.state(id))) return null
    try {
      return await marks.send(ids, call, at)
    } catch (error) {
      const asked = error instanceof ApiError && error.code === 'noted_by_other' && mineToo
      const text = (error as Error).message
      if (asked) say(`${stops[0]!.name}: ${text}`, () => void mineToo(), 'Note mine as well')
      else say(text)
      return null
    }
  }

  async function takeBack(stops: Stop[], noted: string[]) {
    const done = await mark(stops, ({ signal }) =>
      Promise.all(noted.map((id) => strike(garden(), id, false, { ...newMark(), signal }))),
    )
    if (done) say(`${noted.length === 1 ? `${stops[0]!.name} is` : `${noted.length} isles are`} undone.`)
  }
  const undo = (stops: Stop[], noted: string[]) => () => void takeBack(stops, noted)
  const takenBack = (stop: Stop) =>
    say(`${stop.name} was undone on another page meanwhile: nothing is noted. Mark it again if you did it.`)

  return {
    state: marks.state,
    hears: marks.hears,
    giveUp: marks.giveUp,
    takeBack: (stop: Stop, noted: string[]) => takeBack([stop], noted),
    /** Whether all of it is noted. */
    async watered(all: Poured[], beside_others = false): Promise<boolean> {
      const stops = all.map((p) => p.stop)
      const earlier = (p: Poured) => p.date !== undefined && p.date !== today()
      const told = all.map((p) => ({
        // Of an earlier day, or beside another's, it is no mark of this opening.
        id: earlier(p) || beside_others ? newId() : p.stop.marks.watering,
        bed: p.stop.id,
        litres: p.litres,
        ...(earlier(p) ? { date: p.date } : day()),
        part: p.part ?? ('morning' as const),
        passes: p.passes ?? p.stop.dose?.passes ?? 1,
        ...(p.rig ? { rig: p.rig } : {}),
        ...(p.way ? { way: p.way } : {}),
        ...(p.feed ? { feed: p.feed, fed: p.fed } : {}),
        into: p.into ?? p.stop.dose?.into ?? (p.stop.method === 'reservoir' ? 'reservoir' : 'soil'),
      }))
      // Another bed on a tube is noted once, by its own stop where that is among these.
      const seen = new Set(told.map((w) => w.bed))
      const beside = all.flatMap((p, i) =>
        alongTube(p.stop, told[i]!, { ofToday: !earlier(p), not: [...seen] })
          .slice(1)
          .map((w) => (seen.add(w.bed), w)),
      )
      const waterings = [...told, ...beside]
      const kept = await mark(
        stops,
        (sent) =>
          answer(
            api.POST('/api/gardens/{garden_id}/waterings', { ...path(garden), body: { waterings }, ...sent }),
          ),
        clock() ? undefined : momentOf(all[0]?.date ?? today(), all[0]?.hour),
        beside_others ? undefined : () => this.watered(all, true),
      )
      if (!kept) return false
      const struck = all.find((_, i) => kept[i]!.struck)
      const other = all.findIndex((p, i) => Math.abs(kept[i]!.litres - p.litres) > 0.01)
      const noted = kept.map((w) => w.id)
      if (struck) takenBack(struck.stop)
      else if (other >= 0)
        say(
          `${all[other]!.stop.name}: ${show(kept[other]!.litres)} was noted already, and that stands.`,
          undo(stops, noted),
        )
      else {
        const litres = waterings.reduce((n, w) => n + w.litres, 0)
        const what = waterings.length === 1 ? stops[0]!.name : `${waterings.length} isles`
        say(`${what}: ${show(litres)} noted.`, undo(stops, noted))
      }
      return true
    },
    async felt(stop: Stop, found: Found, words: string) {
      const what = isReading(found) ? { reading: found } : { kind: found }
      const kept = await mark([stop], (sent) =>
        answer(
          api.POST('/api/gardens/{garden_id}/observations', {
            ...path(garden),
            body: { id: stop.marks.observation, bed: stop.id, ...what, ...day() },
            ...sent,
          }),
        ),
      )
      if (kept?.struck) takenBack(stop)
      else if (kept) say(`${stop.name}: ${words} noted.`, undo([stop], [kept.id]))
    },
    async notToday(stop: Stop) {
      const noted = stop.marks.put_off
      const kept = await mark([stop], async (sent) => {
        await answer(
          api.POST('/api/gardens/{garden_id}/put-offs', {
            ...path(garden),
            body: { id: noted, bed: stop.id, ...day() },
            ...sent,
          }),
        )
        return true
      })
      if (kept) say(`${stop.name}: not today.`, undo([stop], [noted]))
    },
  }
}
