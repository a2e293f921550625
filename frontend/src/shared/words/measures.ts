import { newId } from '@/shared/api/client'
import type { DayPart, Into, PouredBy, Stop } from '@/shared/api/types'

/** What a hand measures water by. */
export type Measure = 'volume' | 'hose_s' | 'cans' | 'line_min'

/** Litres of one of a measure. */
export function perMeasure(measure: Measure, m: Stop['measures']): number {
  return { volume: 1, hose_s: m.hose_l_per_min / 60, cans: m.can_l, line_min: m.line_l_per_min ?? 1 }[measure]
}

/** The measure in which a way of watering is told. */
export function measureOf(method: Stop['method'], m: Stop['measures']): Measure {
  if (method === 'hose') return 'hose_s'
  if (method === 'can') return 'cans'
  return (method === 'drip' || method === 'sprinkler') && m.line_l_per_min ? 'line_min' : 'volume'
}

const NOON_H = 12
const EVENING_H = 17
/** The part of the day that an hour belongs to. */
export const partOfDay = (hour: number): DayPart =>
  hour < NOON_H ? 'morning' : hour < EVENING_H ? 'afternoon' : 'evening'

const USUAL_H = 7
/** The hour a watering is noted at unless told otherwise: now, by quarters; early in the day where a clock is its own. */
export const usualHour = (ownClock: boolean, now = new Date()): number =>
  ownClock ? USUAL_H : now.getHours() + Math.floor(now.getMinutes() / 15) / 4

/**
 * What a line gave to one bed and, since no valve stands between, to all others on its tube: each under the id of its own
 * opening, or of another day under a new one.
 */
export function alongTube<
  T extends { id: string; bed: number; litres: number; into: Into; way?: PouredBy; rig?: string },
>(
  stop: Pick<Stop, 'line_with' | 'method'>,
  one: T,
  others: { ofToday: boolean; not?: number[] },
): (T & { way?: PouredBy })[] {
  const byLine = stop.method === 'drip' && (one.way ?? 'drip') === 'drip' && one.into === 'soil' && !one.rig
  if (!byLine) return [one]
  const beside = stop.line_with.filter((x) => !others.not?.includes(x.id))
  return [
    one,
    ...beside.map((x) => ({
      ...one,
      id: others.ofToday ? x.mark : newId(),
      bed: x.id,
      litres: one.litres * x.per_litre,
      way: 'drip' as const,
      // What was put in by hand went to one bed.
      feed: undefined,
      fed: undefined,
    })),
  ]
}

/** What is said of one watering: how much, when, where, in how many goes. */
export interface PouredSaid {
  litres: number
  date: string
  hour: number
  part: DayPart
  into: Into
  passes: number
  /** The hose, tap or butt it came from, where that is another than the bed's own. */
  rig?: string
  /** How it was poured, where that is not as the bed is usually watered. */
  way?: PouredBy
  /** What was in it, and how much of that [mL or g]. */
  feed?: string
  fed?: number
}
