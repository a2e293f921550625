import type { Line, Pot, Programme, Stop } from '@/shared/api/types'
import { clock, daysBetween, nearDay } from '@/shared/format/time'

import { GIVER, WEEKDAYS, storeInWords } from './names'
import { buried, keptHow, times, upper, type Tongue } from './stop'

/** How long a pot lasts, in a word that stands beside it. */
export function lasts(s: Stop, today: string): string {
  if (s.again) return `till ${clock(s.again.at_h)}`
  const need = s.container ? s.in_need_on?.[1] : s.next_soak?.[1]
  return need ? (need === today ? 'not through today' : `till ${nearDay(need, today)}`) : 'two weeks and more'
}

/** Its float and its dates; empty where it has no reservoir. */
export function floatInWords(s: Stop, today: string, t: Tongue): string {
  if (!s.reservoir_l || !s.reservoir_capacity_l) return ''
  if (!s.wicks) return `Roots do not reach ${buried(s) ? 'what is buried' : 'it'} yet: water from above.`
  const down = s.empty_on?.[1]
  const holds = `${t.show(s.reservoir_l.mid, 'volume')} of ${t.show(s.reservoir_capacity_l, 'volume')}`
  const since = s.filled_l > 0.05 ? `, ${t.show(s.filled_l, 'volume')} filled since` : ''
  const where = buried(s) ? ` in ${storeInWords(s)}` : ''
  return [
    `${holds}${where}${since}, ${down ? runsOut(s, down, today) : 'enough for two weeks'}.`,
    keptHow(s),
    s.draw ? `By its floats it draws ${s.draw.factor.toFixed(1)} times what such plants usually do.` : '',
  ]
    .filter(Boolean)
    .join(' ')
}

const DOWN = 0.05
const isDown = (s: Stop) =>
  (s.reservoir_l?.mid ?? 0) + (s.filled_l || 0) < DOWN * (s.reservoir_capacity_l ?? 0)
function runsOut(s: Stop, down: string, today: string): string {
  const when = down === today ? 'today' : `about ${nearDay(down, today)}`
  if (buried(s)) return isDown(s) ? 'empty' : `empty ${when}`
  return isDown(s) ? 'the float is down' : `the float is down ${when}`
}

/** What lifting it would tell; empty of a bed in the ground. */
export function weightInWords(p: Pot, t: Tongue): string {
  if (!p.weight) return ''
  const { dry, now, soaked, heavy, weighed } = p.weight
  const each = p.stop.alike > 1 ? ', each' : ''
  const by = weighed ? ' By your scales, vessel and all.' : ''
  return `${t.show(now, 'weight')} now, ${t.num(soaked, 'weight')} soaked, ${t.num(dry, 'weight')} ${weighed ? 'limp' : 'dry'}${each}.${by}${heavy ? ' Mind your back, and what the floor bears.' : ''}`
}

const LAST_DAYS = 3
/** Whom what is buried serves, and with how much; empty where nothing is. */
export function buriedInWords(p: Pot, t: Tongue): string {
  const b = p.buried
  if (!b || b.giver === 'below') return ''
  const one = GIVER[b.giver][0]
  const between =
    b.plants_each > 1.2
      ? `Each ${one} stands between about ${times(Math.round(b.plants_each), 'plant')}, and the nearest to it get most.`
      : ''
  const most =
    b.share_of_need >= 0.995
      ? 'Filled every day they can give all that the plants drink today'
      : `Filled every day they give at most ${t.show(b.gives_l_a_day, 'volume')}, ${Math.round(b.share_of_need * 100)} % of what the plants drink today`
  const last = p.drew.slice(-LAST_DAYS)
  const gave = last.reduce((n, d) => n + d.litres, 0) / LAST_DAYS
  const need =
    last.length < LAST_DAYS ? most : `${most}; the last days it was ${t.show(gave, 'volume')} a day`
  return [
    `${need}.`,
    between,
    `Each wets about ${t.show(b.wets_m, 'small_length')} across; what lies above and between stays dry unless it is watered.`,
  ]
    .filter(Boolean)
    .join(' ')
}

const SALT_SHOWN = 0.6 // of what is borne: from there it is worth a word
/** When salts are to be washed out; empty while they are far from it. */
export function saltsInWords(p: Pot, today: string, t: Tongue): string {
  const s = p.salts
  if (!s) return ''
  const near = s.flush_on !== null && daysBetween(today, s.flush_on) <= 28
  if (!near && s.mix_ds_m < SALT_SHOWN * s.bears_ds_m) return ''
  const salt = `Salts from water and feed: ${s.mix_ds_m.toFixed(1)} of the ${s.bears_ds_m.toFixed(1)} dS/m that it bears.`
  const how =
    s.flush_l === null
      ? 'Its water is too salty to wash them out: use rain water.'
      : `Wash it out from above with ${t.show(s.flush_l, 'volume')}, ${p.stop.reservoir_capacity_l && !buried(p.stop) ? 'its reservoir emptied first and after' : 'let it run out below'}.`
  const when =
    s.flush_on === null ? '' : s.flush_on <= today ? 'Now: ' : `About ${nearDay(s.flush_on, today)}: `
  return `${salt} ${when}${when ? how.charAt(0).toLowerCase() + how.slice(1) : how}`
}

/** What a timer is set to, in words. */
export function programmeInWords(p: Programme, t: Tongue): string {
  const often = p.weekdays.length
    ? `on ${p.weekdays.map((d) => WEEKDAYS[d - 1]).join(', ')}`
    : p.every_days === 1
      ? 'every day'
      : `every ${p.every_days} days`
  const at = p.starts.length ? ` at ${p.starts.map(clock).join(' and ')}` : ''
  const parts = [
    p.minutes === null ? '' : `lines run ${times(Math.round(p.minutes), 'minute')}`,
    p.litres !== null
      ? `${t.show(p.litres, 'volume')} into each box`
      : p.minutes === null
        ? 'boxes fill until their valves shut'
        : '',
  ]
  return `${often}${at}: ${parts.filter(Boolean).join(', ')}`
}

/** Boxes on one line: unlike thirst, who starves and who overflows, and what to set its timer to. */
export function lineInWords(line: Line, today: string, t: Tongue): string[] {
  const by = [...line.boxes].sort((a, b) => a.lasts_days - b.lasts_days)
  const first = by[0]
  const last = by[by.length - 1]
  if (!first || !last) return []
  const set = line.programme
  const says = [
    set
      ? `Its timer: ${programmeInWords(set, t)}${line.next_run ? `; next ${nearDay(line.next_run, today)}` : ''}. It tells nobody what it did: look at a float now and then.`
      : 'Its timer is switched off: filled by hand, one after the other.',
  ]
  if (line.unlike && by.length > 1)
    says.push(
      `Unlike thirst: full, ${first.bed} lasts ${times(first.lasts_days, 'day')} and ${last.bed} ${times(last.lasts_days, 'day')}. A valve of its own for each, or a line of its own.`,
    )
  const dry = by.filter((x) => (x.runs_dry ?? 0) >= 0.3)
  if (dry.length)
    says.push(
      `Before the next run ${dry.map((x) => `${x.bed} is down in ${Math.round((x.runs_dry ?? 0) * 10)} of 10 runs`).join(', ')}.`,
    )
  const over = by.filter((x) => x.spills_l >= 0.2)
  if (over.length)
    says.push(
      `That run spills ${over.map((x) => `${t.show(x.spills_l, 'volume')} over at ${x.bed}`).join(', ')}.`,
    )
  const every = line.best_days === 1 ? 'every day' : `every ${line.best_days} days`
  if (set && set.every_days > line.best_days)
    says.push(`In the weather ahead set it to ${every}: ${first.bed} lasts no longer.`)
  else if (set && line.best_days >= 2 * set.every_days)
    says.push(`${upper(every)} would do in the weather ahead.`)
  else if (!set) says.push(`A timer would have to fill them ${every}: ${first.bed} lasts no longer.`)
  return says
}

const WORTH_THE_WAY = 0.1
/** The reservoirs that would take something worth the way; one that is let run down only when it asks. */
export const refillable = (pots: Pot[]): Pot[] =>
  pots.filter(
    ({ stop, fill }) =>
      fill &&
      stop.reservoir_capacity_l &&
      fill.litres >= WORTH_THE_WAY * stop.reservoir_capacity_l &&
      ((stop.supply?.kept && !buried(stop)) || stop.word === 'fill'),
  )
