import type { Round, Stop } from '@/shared/api/types'
import { clock, daysBetween, duration, nearDay } from '@/shared/format/time'

import { runs } from './away'
import { inRow, isDue, openedBy, times, upper, type Tongue } from './stop'

/** The head of the page: what the whole round comes to. */
export function headline(r: Round): string {
  const hands = r.stops.filter(isDue)
  const water = hands.filter((s) => s.word !== 'check').length
  const check = hands.length - water
  const hours = r.stops.filter((s) => s.again && !s.put_off).map((s) => s.again!.at_h)
  const again = hours.length
  const parts = []
  if (water) parts.push(`${count(water)} ${water === 1 ? 'isle' : 'isles'} to water`)
  if (check) parts.push(`${water ? count(check).toLowerCase() : count(check)} to check`)
  if (parts.length && again) parts.push(`${count(again).toLowerCase()} twice`)
  if (parts.length) return parts.join(', ')
  if (again) return `Done until ${clock(Math.min(...hours))}`
  return r.stops.some((s) => s.word === 'done') ? 'The round is done' : 'Nothing to water today'
}

function count(n: number): string {
  const words = [
    'None',
    'One',
    'Two',
    'Three',
    'Four',
    'Five',
    'Six',
    'Seven',
    'Eight',
    'Nine',
    'Ten',
    'Eleven',
    'Twelve',
  ]
  return words[n] ?? String(n)
}

/** A day and a half: what holds no longer in heat is looked at first. */
const FIRST_BELOW_DAYS = 1.5
const MOST_NAMED = 3

/** The pots that come first in a heat wave: those whose easily drawn water lasts shortest. */
export function potsFirst(r: Pick<Round, 'stops'>): string {
  const lasts = (s: Stop) => s.isle.raw_mm / Math.max(s.why.week_need_mm / 7, 0.1)
  const pots = r.stops
    .filter((s) => s.container && !s.reservoir_capacity_l && s.crops.length && lasts(s) < FIRST_BELOW_DAYS)
    .sort((a, b) => lasts(a) - lasts(b))
    .slice(0, MOST_NAMED)
    .map((s) => s.name)
  if (!pots.length) return ''
  return `Look to the pots first: ${inRow(pots)}.`
}

/** What runs hot of the hoses, and where it may go: one sentence a hose. */
export function hotWater(r: Pick<Round, 'hot_water'>, t: Tongue): string[] {
  return r.hot_water.map(
    (x) =>
      `${upper(x.rig || 'the hose')}: from ${clock(x.from_h)} to ${clock(x.to_h)} its first ${t.show(x.litres, 'volume')} run hot. Let it run ${duration(x.minutes * 60)}${x.into ? ` into ${x.into}, where it counts` : ''}.`,
  )
}

/** Minutes that hoses run hot before second drinks of the afternoon. */
function hotMinutes(r: Round): number {
  const hosed = r.stops.filter((s) => s.again?.dose.hose)
  const due = (x: Round['hot_water'][number]) =>
    hosed.some((s) => s.again!.at_h >= x.from_h && s.again!.at_h <= x.to_h)
  return r.hot_water.filter(due).reduce((n, x) => n + x.minutes, 0)
}

/** What the whole round comes to; `perhaps`: litres more where the finger finds it dry. */
export interface Totals {
  minutes: number
  litres: number
  perhaps: number
  lineMinutes: number
}
export function totals(r: Round): Totals {
  const sure = r.stops.filter((s) => isDue(s) && s.word !== 'check')
  const seconds = r.stops.filter((s) => s.again && !s.put_off).map((s) => s.again!.dose)
  const asked = r.stops.filter((s) => isDue(s) && s.word === 'check')
  const dry = (s: Stop) => s.if_felt.find((x) => x.reading === 'dry')?.dose?.litres ?? 0
  return {
    minutes: r.walk.minutes + seconds.reduce((n, d) => n + d.minutes, hotMinutes(r)),
    litres: [...sure.map((s) => s.dose?.litres ?? 0), ...seconds.map((d) => d.litres)].reduce(
      (n, x) => n + x,
      0,
    ),
    perhaps: asked.reduce((n, s) => n + dry(s), 0),
    lineMinutes: sure.reduce((n, s) => n + (openedBy(s) ? 0 : (s.dose?.run_minutes ?? 0)), 0),
  }
}

/** "22 minutes, 49 L, and up to 3 L more where the finger finds it dry. With the pauses 48 minutes: begin by 7:12." */
export function roundInWords(r: Round, t: Tongue): string {
  const sum = totals(r)
  if (sum.litres <= 0 && sum.perhaps <= 0) return ''
  const parts = []
  if (sum.litres > 0)
    parts.push(`${times(Math.max(1, Math.round(sum.minutes)), 'minute')}, ${t.show(sum.litres, 'volume')}`)
  if (sum.lineMinutes)
    parts.push(
      `a line left running ${times(Math.round(sum.lineMinutes), 'minute')} (done ${Math.round(r.walk.span_min)} after you began)`,
    )
  if (sum.perhaps > 0)
    parts.push(
      `${sum.litres > 0 ? 'up' : 'Up'} to ${t.show(sum.perhaps, 'volume')}${sum.litres > 0 ? ' more' : ''} where the finger finds it dry`,
    )
  return `${parts.length > 1 ? `${parts.slice(0, -1).join(', ')}, and ${parts.at(-1)}` : parts[0]}.${beginBy(r)}`
}

/** From here a walk counts as one with pauses, and is told when to begin [minutes]. */
const PAUSES_FROM = 3
function beginBy(r: Round): string {
  const { hands_min, minutes } = r.walk
  const first = r.hours?.windows[0]
  if (!first || hands_min < minutes + PAUSES_FROM) return ''
  const whole = ` With the pauses ${times(Math.round(hands_min), 'minute')} in all`
  const by = first[1]! - hands_min / 60
  return by >= first[0]!
    ? `${whole}: begin by ${clock(by)}.`
    : `${whole}, more than the good hours from ${clock(first[0]!)} to ${clock(first[1]!)} hold: begin at ${clock(first[0]!)}, and leave the last for the evening.`
}

const TIME_ROUND: Record<number, string> = { 2: 'second time', 3: 'third time', 4: 'fourth time' }
/** The goes after the first, in their order: whom, how much, and how long after the beginning. */
export function laterGoes(r: Round, t: Tongue): { key: string; name: string; what: string; when: string }[] {
  const names = new Map(r.stops.map((s) => [s.id, s.name]))
  return r.walk.goes
    .filter((g) => g.turn > 1)
    .map((g) => ({
      key: `${g.turn}-${g.bed}`,
      name: names.get(g.bed) ?? '',
      what:
        `${TIME_ROUND[g.turn] ?? `time ${g.turn}`}, ${t.show(g.litres, 'volume')}` +
        (g.waits_min >= 1 ? `, ${Math.round(g.waits_min)} of them waiting` : ''),
      when: `after ${times(Math.round(g.from_min), 'minute')}`,
    }))
}

/** When today has not room for all that is due: what there is, and that some can wait. */
export function tightness(r: Pick<Round, 'stops' | 'limits'>): string {
  const gives = r.stops.filter((s) => s.gives).map((s) => s.name)
  if (!gives.length) return ''
  const room =
    r.limits.minutes === null
      ? 'The taps may not run long enough today'
      : `You have ${Math.round(r.limits.minutes)} minutes today`
  const names =
    gives.length === 1 ? gives[0] : `${gives.slice(0, -1).join(', ')} and ${gives[gives.length - 1]}`
  return `${room}, and more is due. ${names} can wait: ${gives.length === 1 ? 'it loses' : 'they lose'} least by it.`
}

/** What a heat wave is by the garden's own rule. */
export function heatRule(rule: NonNullable<Round['heat']>['rule'], t: Tongue): string {
  const days = (n: number) => `${count(n).toLowerCase()} days`
  if (rule.unusual)
    return `at least ${days(rule.days)} in a row of ${t.show(rule.hot, 'temperature')} or more, far over what is usual here`
  return `at least ${days(rule.days)} in a row of ${t.show(rule.warm, 'temperature')} or more, ${count(rule.hot_days).toLowerCase()} of them ${t.show(rule.hot, 'temperature')}`
}

/** How long a butt lasts, as the days ahead draw on it. */
export function buttInWords(b: Round['butts'][number], today: string, t: Tongue): string {
  const holds = `${b.rig}: about ${t.show(b.level_l, 'volume')} of ${t.show(b.holds_l, 'volume')}${b.looked ? '' : ', a guess till you look'}`
  if (!b.feeds.length) return `${holds}. No bed is watered from it yet.`
  const [early, mid, late] = b.empty_on
  if (!mid) return `${holds}, enough for the fortnight.`
  if (mid === today) return `${holds}, not enough for today: then the tap.`
  const range =
    early && early !== mid
      ? ` (${nearDay(early, today)}${late ? ` to ${nearDay(late, today)}` : ' at the earliest'})`
      : ''
  return `${holds}, lasts until about ${nearDay(mid, today)}${range}; then the tap.`
}

const SOON_DAYS = 3
/** That days away come near, or have begun; empty otherwise. */
export function leavingSoon(r: { away: Round['away']; garden: Round['garden'] }): string {
  if (!r.away) return ''
  const today = r.garden.today
  const days = daysBetween(today, r.away.leaves)
  if (days > SOON_DAYS) return ''
  if (days < 0) return `You are away until ${nearDay(r.away.returns, today)}.`
  return days === 0
    ? 'You leave after this round.'
    : `You leave after the round of ${nearDay(r.away.leaves, today)}.`
}

/** What has turned worse in days away, since they were kept; empty otherwise. */
export function turnedWorse(r: Pick<Round, 'worse' | 'garden'>): string[] {
  const today = r.garden.today
  return r.worse.map(
    (x) =>
      `${x.bed}: ${runs(x.chance)} runs come through now, ${runs(x.foretold)} when you kept these days${x.needs_from ? `; in need from about ${nearDay(x.needs_from, today)}` : ''}.`,
  )
}

/** Where the weather comes from and how old it is; empty when there is nothing to say. */
/** A band so much wider than a fresh one is told [degrees C]. */
const WIDER_C = 1
export function weatherNote(r: { weather: Round['weather']; garden: Round['garden'] }, t: Tongue): string {
  const w = r.weather
  if (w.source === 'forecast' && w.age_days) {
    const days = w.age_days === 1 ? 'a day' : `${w.age_days} days`
    const old = `The weather service does not answer. This rests on a forecast ${days} old`
    if (!w.late || w.late.wider_by < WIDER_C) return `${old}; look at the sky yourself.`
    const { low, high } = w.late.tmax
    return `${old}, which has today’s warmest anywhere from ${t.num(low, 'temperature')} to ${t.show(high, 'temperature')}; look at the sky yourself.`
  }
  if (w.source === 'climate') {
    const days = w.typed_days === 1 ? 'One day ahead is' : `${w.typed_days} days ahead are`
    const usual = 'what this climate usually brings: a climate, not a forecast.'
    return w.typed_days
      ? `${days} as you typed. Beyond, the days are ${usual}`
      : `The days ahead are ${usual} Type what you expect in Sky.`
  }
  if (w.source === 'typed')
    return 'The days ahead are the ones you typed. Beyond them, days are drawn from your past weather.'
  if (w.source === 'resampled')
    return 'No outlook yet: the days ahead are drawn from your past weather. Type what you expect in Sky.'
  return ''
}
