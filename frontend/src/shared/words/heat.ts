import type { HeatSheet } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import { CROP } from './names'
import { inRow, times, upper, type Tongue } from './stop'

type HotDay = HeatSheet['days'][number]
type Spared = HeatSheet['spared'][number]
type Drink = HotDay['beds'][number]

/** What the heat does to whoever waters, by the National Weather Service's classes. */
const FOR_PEOPLE: Record<string, string> = {
  caution: 'tiring: drink, and rest in the shade',
  'extreme caution': 'cramps and heat exhaustion can come: work at first light, and drink',
  danger: 'heat exhaustion is likely: only what cannot wait, at first light',
  'extreme danger': 'heat stroke threatens: let somebody else, or the night, do it',
}
const each = (x: Drink, t: Tongue) =>
  `${x.bed} ${t.show(x.litres, 'volume')}${x.again > 0 ? `, ${t.num(x.again, 'volume')} of it before dark` : ''}`

const eveningOf = (date: string, today: string) =>
  date === today ? 'This evening' : `${upper(nearDay(date, today))} evening`
/** A hot day, line by line: what to do, the first thing first. */
export function dayInWords(day: HotDay, evening: string | null, today: string, t: Tongue): string[] {
  const says: string[] = []
  if (day.first.length)
    says.push(`First: ${inRow(day.first)}. Shade, then cool water, a little and again; they cannot wait.`)
  if (day.beds.length)
    says.push(
      `${evening ? `${eveningOf(evening, today)}, or at first light` : 'At first light'}: ${day.beds.map((x) => each(x, t)).join('; ')}.`,
    )
  const once = day.pots.filter((x) => x.again <= 0)
  const twice = day.pots.filter((x) => x.again > 0)
  if (once.length) says.push(`Pots in the morning: ${once.map((x) => each(x, t)).join('; ')}.`)
  if (twice.length)
    says.push(
      `Twice, at first light and when their mix has cooled: ${twice.map((x) => each(x, t)).join('; ')}.`,
    )
  if (!day.beds.length && !day.pots.length) says.push('Nothing is due: what was soaked holds.')
  if (day.runs_dry.length) says.push(`Reservoirs down by evening: ${inRow(day.runs_dry)}.`)
  const minutes = times(Math.max(1, Math.round(day.minutes)), 'minute')
  if (day.gives.length)
    says.push(
      `It asks more than the ${times(Math.round(day.limit_minutes ?? 0), 'minute')} of the day: ${inRow(day.gives)} ${day.gives.length > 1 ? 'give way, and lose' : 'gives way, and loses'} least by it.`,
    )
  else if (day.limit_minutes !== null && day.minutes > 0)
    says.push(`${minutes} of the ${Math.round(day.limit_minutes)} that you have.`)
  if (day.heat_class) says.push(`For you: ${FOR_PEOPLE[day.heat_class] ?? day.heat_class}.`)
  return says
}

/** What holds for the whole wave, against panic. */
export function calmInWords(sheet: HeatSheet, t: Tongue): string[] {
  const hottest = sheet.days.reduce((a, b) => (b.bare_c > a.bare_c ? b : a))
  const crops = [...new Set(sheet.days.flatMap((d) => d.no_fruit))]
  const says = [
    `Leaves that curl or hang at noon and stand again at dusk are the sun, not thirst: feel the soil before you pour. Soil that is damp a finger deep needs nothing.`,
    `Bare ground in the sun gets to ${t.show(hottest.bare_c, 'temperature')} at the roots, under mulch to ${t.show(hottest.mulched_c, 'temperature')}.`,
  ]
  if (crops.length)
    says.push(
      `Flowers of ${inRow(crops.map((c) => CROP[c]))} may fall or set nothing on such days. That is the heat; it passes with it, and more water or feed does not help.`,
    )
  return says
}

const WHAT: Partial<Record<Spared['what'], string>> = {
  mulch_on: 'Mulch on',
  shade_on: 'Shade cloth over',
  into_shade: 'Carry into the shade:',
}
const tenth = (share: number) => `${Math.round(share * 10)}`
/** What one measure would do. */
export function sparedInWords(x: Spared, t: Tongue): string {
  const litres = x.litres >= 0.5 ? `saves ${t.show(x.litres, 'volume')}` : 'saves no water'
  const minutes = x.minutes >= 1 ? ` and ${times(Math.round(x.minutes), 'minute')}` : ''
  const risk =
    tenth(x.risk) !== tenth(x.risk_then)
      ? `; plants suffer in ${tenth(x.risk_then)} of 10 runs instead of ${tenth(x.risk)}`
      : ''
  const cost = ` It takes ${times(Math.round(x.effort), 'minute')}${x.buy ? ` and ${x.buy}` : ''}.`
  return `${WHAT[x.what] ?? x.what} ${x.bed}: ${litres}${minutes}${risk}.${cost}`
}

/** The wave with what is tried. */
export function totalInWords(sheet: HeatSheet, tried: Spared[], t: Tongue): string {
  const one = (litres: number, minutes: number) =>
    `${t.show(Math.max(0, litres), 'volume')} and ${times(Math.max(1, Math.round(minutes)), 'minute')}`
  const now = `These days take ${one(sheet.litres, sheet.minutes)}`
  if (!tried.length) return `${now}.`
  const sum = (of: (x: Spared) => number) => tried.reduce((n, x) => n + of(x), 0)
  return `${now}; with what is ticked about ${one(sheet.litres - sum((x) => x.litres), sheet.minutes - sum((x) => x.minutes))}.`
}
