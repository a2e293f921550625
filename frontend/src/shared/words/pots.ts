import type { Pot, Stop } from '@/shared/api/types'
import { clock, nearDay } from '@/shared/format/time'

import { keptHow, type Tongue } from './stop'

/** How long a pot lasts, in a word that stands beside it. */
export function lasts(s: Stop, today: string): string {
  if (s.again) return `till ${clock(s.again.at_h)}`
  const need = s.in_need_on?.[1]
  return need ? (need === today ? 'not through today' : `till ${nearDay(need, today)}`) : 'two weeks and more'
}

/** Its float and its dates; empty where it has no reservoir. */
export function floatInWords(s: Stop, today: string, t: Tongue): string {
  if (!s.reservoir_l || !s.reservoir_capacity_l) return ''
  if (!s.wicks) return 'Roots do not reach it yet: water from above.'
  const down = s.empty_on?.[1]
  return [
    `${t.show(s.reservoir_l.mid, 'volume')} of ${t.show(s.reservoir_capacity_l, 'volume')}, ${down ? floatDown(s, down, today) : 'enough for two weeks'}.`,
    keptHow(s),
    s.draw ? `By its floats it draws ${s.draw.factor.toFixed(1)} times what such plants usually do.` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

const DOWN = 0.05
const floatDown = (s: Stop, down: string, today: string) =>
  (s.reservoir_l?.mid ?? 0) < DOWN * (s.reservoir_capacity_l ?? 0)
    ? 'the float is down'
    : `the float is down about ${nearDay(down, today)}`

/** What lifting it would tell. */
export function weightInWords(p: Pot): string {
  const { dry, now, soaked, heavy } = p.weight
  const kg = (x: number) => (x < 10 ? x.toFixed(1) : Math.round(x).toString())
  return `${kg(now)} kg now, ${kg(soaked)} soaked, ${kg(dry)} dry${p.stop.alike > 1 ? ', each' : ''}.${heavy ? ' Mind your back, and what the floor bears.' : ''}`
}

const WORTH_THE_WAY = 0.1
/** The reservoirs that would take something worth the way; one that is let run down only when it asks. */
export const refillable = (pots: Pot[]): Pot[] =>
  pots.filter(
    ({ stop, fill }) =>
      fill &&
      stop.reservoir_capacity_l &&
      fill.litres >= WORTH_THE_WAY * stop.reservoir_capacity_l &&
      (stop.supply?.kept || stop.word === 'fill'),
  )
