import type { DripLine, Lines, TimerNow } from '@/shared/api/types'
import { clock, nearDay } from '@/shared/format/time'

import { WEEKDAYS } from './names'
import { programmeInWords } from './pots'
import { inRow, times, upper, type Tongue } from './stop'

type Wets = DripLine['usual']
type Taps = Lines['taps'][number]
type Chore = Lines['upkeep'][number]

const percent = (share: number) => `${Math.round(share * 100)} %`
const EVEN_ENOUGH = 0.9
const minutes = (n: number) => times(Math.max(1, Math.round(n)), 'minute')

/** How even a line is, in one sentence. */
export function evenInWords(x: DripLine, t: Tongue): string {
  const last = x.flows_l_h.at(-1) ?? 0
  const first = x.flows_l_h[0] ?? 0
  const from = `${t.show(first, 'drip_flow')} at its beginning, ${t.num(last, 'drip_flow')} at its end`
  const cups = x.by_cups === null ? '' : ` By your cups ${percent(x.by_cups)}.`
  if (x.even >= EVEN_ENOUGH)
    return `Even: the poorest quarter gets ${percent(x.even)} of the mean (${from}).${cups}`
  return `Uneven: the poorest quarter gets ${percent(x.even)} of the mean (${from}).${cups}`
}

/** How long a row may be. */
export function longestInWords(x: DripLine, t: Tongue): string {
  const now = x.at_m.at(-1) ?? 0
  return now <= x.longest_m + 1e-6
    ? `A row of it may be up to ${t.show(x.longest_m, 'length')} long; it is ${t.show(now, 'length')}.`
    : `A row of it is sound up to ${t.show(x.longest_m, 'length')}, and it is ${t.show(now, 'length')} long.`
}

/** What one run wets under a dripper. */
export function runInWords(run: Wets, roots_m: number, t: Tongue): string {
  const small = (m: number) => t.show(m, 'small_length')
  const wets = `${upper(minutes(run.minutes))}: about ${small(run.depth_m)} deep, ${small(run.width_m)} across under each`
  if (roots_m <= 0) return `${wets}.`
  if (run.depth_m >= 1.3 * roots_m) return `${wets}; some sinks past the roots.`
  return run.depth_m >= roots_m
    ? `${wets}; down to the roots.`
    : `${wets}; the roots are at ${small(roots_m)}.`
}

/** What a run wets, against the roots. */
export function wetsInWords(x: DripLine, t: Tongue): string[] {
  const { usual, habit } = x
  const small = (m: number) => t.show(m, 'small_length')
  const says = [
    `The next soak, ${minutes(usual.minutes)}, wets about ${small(usual.depth_m)} deep and ${small(usual.width_m)} across under each; roots go to ${small(x.roots_m)}.${usual.beyond_fit ? ' Beyond what the rule was fitted to: dig once and look.' : ''}`,
    x.reaches > 0.98
      ? 'It reaches all the ground that roots hold.'
      : `It wets ${percent(x.reaches)} of the ground that roots hold; what lies between, rain and your hand reach.`,
  ]
  if (habit.depth_m < 0.5 * x.roots_m && habit.minutes < usual.minutes)
    says.push(
      `${upper(minutes(habit.minutes))} would wet ${small(habit.depth_m)}: often and short keeps roots at the top.`,
    )
  if (!x.meet)
    says.push(
      `The wet rounds do not meet: ${small(x.spacing_m)} from dripper to dripper. Closer drippers, or plants beside them.`,
    )
  if (x.row_gap_m !== null && x.row_gap_m > usual.width_m && x.reaches < 0.9)
    says.push(
      `Between its rows, ${small(x.row_gap_m)} apart, the ground stays dry: one more turn would reach it.`,
    )
  return says
}

/** What might be done to a line, each with its effect. */
export function changeInWords(c: DripLine['changes'][number], t: Tongue): string {
  const what = {
    both_ends: 'Feed it in the middle, so that it is two lines half as long',
    wider: `A tube ${Math.round((c.bore_mm ?? 0) * 10) / 10} mm wide inside`,
    holding: 'Drippers that hold their flow',
    reducer: 'A pressure reducer to 1 bar',
    row: 'One more row beside it',
    apart: 'A feed of its own from the tap',
  }[c.what]
  if (c.what === 'row')
    return `${what}: ${percent(c.reaches ?? 1)} of the ground that roots hold is wetted, ${t.show(c.mean_l_h, 'drip_flow')} each.`
  return `${what}: the poorest quarter gets ${percent(c.even)}, the least dripper ${t.show(c.least_l_h, 'drip_flow')}, the mean ${t.num(c.mean_l_h, 'drip_flow')}.`
}

/** Its head at the inlet, and what is wrong with it. */
export function headInWords(x: DripLine, t: Tongue): string {
  const head = `${t.show(x.inlet_m, 'length')} of head at its inlet (${(x.inlet_m / 10).toFixed(1)} bar), ${t.show(x.inflow_l_h, 'drip_flow')} in all`
  if (x.bursts) return `${head}: so much pushes fittings off. A pressure reducer comes first.`
  const given = x.flows_l_h.reduce((n, q) => n + q, 0) / Math.max(1, x.flows_l_h.length)
  if (given < 0.7 * x.nominal_l_h)
    return `${head}: each gives ${percent(given / x.nominal_l_h)} of what is printed on it.`
  return `${head}.`
}

/** What its timer does. */
export const timerInWords = (x: DripLine, today: string, t: Tongue): string =>
  x.programme
    ? `Its timer: ${programmeInWords(x.programme, t)}${x.next_run ? `; next ${nearDay(x.next_run, today)}` : ''}.`
    : ''

/** Where its water comes from, and what those before it leave it; empty of a line that comes from the tap. */
export function tubeInWords(x: DripLine, all: DripLine[], t: Tongue): string {
  const at = x.tube.indexOf(x.bed)
  if (x.tube.length < 2) return ''
  if (at === 0)
    return `Its tube goes on to ${inRow(x.tube.slice(1))}, with no valve between: what opens it waters all of them.`
  const first = all.find((y) => y.bed === x.tube[0])
  const less =
    first && first.nominal_l_h === x.nominal_l_h && x.mean_l_h < 0.99 * first.mean_l_h
      ? ` Each of its drippers gives ${t.show(x.mean_l_h, 'drip_flow')}, those of ${first.bed} ${t.num(first.mean_l_h, 'drip_flow')}.`
      : ''
  return `Its water comes on from ${x.tube[at - 1]}.${less}`
}

/** What one run for several beds costs over the days ahead, and which valve would save most. */
export function overInWords(x: Lines['tubes'][number], t: Tongue): string {
  const over = x.over.reduce((n, l) => n + l, 0)
  const all = `${inRow(x.beds)}, one tube: ${t.show(x.litres, 'volume')} in the next ${times(x.days, 'day')}`
  if (over < 0.03 * x.litres || over < 1) return `${all}, and nearly all of it where it is asked for.`
  const most = x.beds[x.over.indexOf(Math.max(...x.over))]
  return `${all}, ${t.show(over, 'volume')} of it beyond what is asked. A valve at ${most} would save ${t.show(Math.max(...x.over), 'volume')}.`
}

/** A tap hour by hour: when its lines run best. */
export function hoursInWords(hours: Lines['hours'], t: Tongue): string[] {
  const rigs = [...new Set(hours.map((h) => h.rig))]
  return rigs.map((rig) => {
    const all = hours.filter((h) => h.rig === rig)
    const best = all.reduce((a, b) =>
      b.even > a.even + 0.005 || (b.even > a.even - 0.005 && b.takes_l_h > a.takes_l_h) ? b : a,
    )
    const each = all.map(
      (h) =>
        `at ${clock(h.hour)} ${t.show(h.head_m, 'length')} of head, ${t.show(h.takes_l_h, 'drip_flow')}, the poorest quarter ${percent(h.even)}`,
    )
    return `${rig}: ${each.join('; ')}. Best at ${clock(best.hour)}.`
  })
}

export const rowsInWords = (x: DripLine): string =>
  x.laid === 'ring'
    ? 'Once round the bed'
    : upper(x.rows > 1 ? `${times(x.rows, 'row')}; the first is drawn` : 'one row')

const often = (n: number, weekdays: number[] = []) =>
  weekdays.length
    ? `on ${weekdays.map((d) => WEEKDAYS[d - 1]).join(', ')}`
    : n === 1
      ? 'every day'
      : n === 7
        ? 'once a week'
        : `every ${n} days`
const missing = (share: number) =>
  share < 0.005 ? 'nothing is missed' : `${percent(share)} of what plants want is missed`

/** What to set, for the card by the tap: what it is set to where that may stay. */
export function cardInWords(x: TimerNow): string {
  const set = x.now && !x.anew ? x.now : x.best
  return `${often(set.every_days, set.weekdays)}, ${minutes(set.minutes)}`
}

const CHORE: Record<Chore['chore'], string> = {
  filter: 'Rinse the filter',
  flush: 'Open the ends and flush them',
  drain: 'Empty the lines and take the timer in',
}
/** What a tap with lines wants done, and when. */
export function upkeepInWords(x: Chore, today: string): string {
  const last = x.last ? `last ${nearDay(x.last, today)}` : 'never noted'
  if (x.chore === 'drain') return `${CHORE.drain}: frost may come ${nearDay(x.due, today)}.`
  return x.due <= today
    ? `${CHORE[x.chore]}: due (${last}).`
    : `${CHORE[x.chore]}: ${nearDay(x.due, today)} (${last}).`
}

/** What may run together behind one tap. */
export function tapInWords(x: Taps): string {
  const tubes = x.tubes.map((beds) => beds.join(' with '))
  const all = tubes.length === 2 ? 'Both' : `All ${tubes.length}`
  if (x.sound) return `${x.rig}: ${tubes.join(', ')} may run together.`
  const least = Math.min(...x.each)
  const poorest = tubes[x.each.indexOf(least)]
  return `${x.rig}: ${all} at once, ${poorest} gets ${percent(least)} of what it gets alone. Run ${tubes.join(', ')} one after the other.`
}

/** What a timer that only runs is best set to, and what its setting costs now. */
export function settingInWords(x: TimerNow, t: Tongue): string[] {
  const { best, now } = x
  const says = [
    `Best for the two weeks ahead: ${often(best.every_days)}, ${minutes(best.minutes)}. That is ${t.show(best.litres_a_week, 'volume')} a week, of which ${t.show(best.lost_l_a_week, 'volume')} drain away; ${missing(best.missed)}. A hand that waters as it asks gives ${t.show(x.ideal_l_a_week, 'volume')}.`,
  ]
  if (now)
    says.push(
      x.anew
        ? `It is set to ${often(now.every_days, now.weekdays)}, ${minutes(now.minutes)}: ${t.show(now.litres_a_week, 'volume')} a week, ${t.show(now.lost_l_a_week, 'volume')} drain away, ${missing(now.missed)}. Set it anew.`
        : `It is set to ${often(now.every_days, now.weekdays)}, ${minutes(now.minutes)}, and may stay so.`,
    )
  if (!now?.every_days || !x.anew)
    says.push('Set it anew when heat comes, after much rain, and as plants grow.')
  return says
}
