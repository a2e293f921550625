import type { DayPart, Dose, Round, Stop } from '@/shared/api/types'
import { clock, duration, nearDay } from '@/shared/format/time'
import type { Quantity } from '@/shared/format/units'

/** The day a stop stands in: what Round and Bed both know. */
export type Setting = Pick<Round, 'heat'> & { garden: Pick<Round['garden'], 'today' | 'id'> }

/** What a sentence needs to speak the person's units. */
export interface Tongue {
  show: (si: number, q: Quantity) => string
  num: (si: number, q: Quantity) => string
}

const WISH: Record<Stop['wishes'][number], string> = {
  never_dry: 'what must never dry',
  even: 'what wants it even',
  dry_between: 'what likes to dry between',
}
const percent = (share: number) => `${Math.round(share * 10)} of 10`
const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
const times = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`

export const wantsHand = (s: Stop) =>
  !s.put_off && (s.word === 'soak' || s.word === 'fill' || s.word === 'check')

/** The dose in the unit of the hand that gives it. */
export function instruction(s: Stop, t: Tongue): string {
  const d = s.dose
  switch (s.word) {
    case 'soak':
      if (s.cause === 'planting_in' && d && s.hollows > 0)
        return `${t.show(d.litres / s.hollows, 'volume')} slowly into each of ${times(s.hollows, 'hollow')}`
      return doseInHand(d, t) + tillItRuns(s) + (s.again ? `, and again at ${clock(s.again.at_h)}` : '')
    case 'fill':
      return d ? `Fill the reservoir: ${t.show(d.litres, 'volume')} to the overflow` : ''
    case 'check':
      return `Finger first, ${s.kind === 'fabric_bag' ? 'near the rim, ' : ''}at ${t.show(s.finger_depth_m, 'small_length')}`
    case 'wait':
      return s.why.waiting.days > 1
        ? `Wait for rain, up to ${times(s.why.waiting.days, 'day')}`
        : 'Wait for rain until tomorrow'
    case 'too_wet':
      return `Leave it. Water stands above the air mark, ${ordinal(s.wet_days + 1)} day`
    case 'done':
      return `Watered today: ${t.show(
        s.waterings_today.reduce((n, w) => n + w.litres, 0),
        'volume',
      )}`
    case 'empty':
      return s.cause === 'unwatered' ? 'Left to itself' : 'Nothing grows here'
    default:
      return 'Leave it'
  }
}

function doseInHand(d: Dose | null, t: Tongue, short = false): string {
  if (!d) return ''
  if (d.hose) {
    const { bases, base_s, patches, patch_s } = d.hose
    if (bases === 0)
      return `${duration(d.hose.total_s)} all over: ${times(patches, 'patch', 'patches')} × ${duration(patch_s)}`
    const base =
      bases === 1 ? `${duration(base_s)} at the base` : `${duration(base_s)} at each of ${bases} bases`
    if (short || patches === 0)
      return patches === 0 ? base : `${base}, ${patches} × ${duration(patch_s)} between`
    return `${base}, then ${times(patches, 'patch', 'patches')} × ${duration(patch_s)}`
  }
  if (d.cans !== null) {
    const cans = d.cans === 0 ? t.show(d.litres, 'volume') : canWords(d.cans)
    return `${short && d.cans ? cans.toLowerCase() : cans}${d.cans === 0 ? ' from the can' : ''}, slowly round the rim`
  }
  if (d.drip_minutes !== null)
    return `${short ? 'open' : 'Open'} the line for ${duration(Math.round(d.drip_minutes) * 60)}`
  return t.show(d.litres, 'volume')
}

const SHARES: Record<number, string> = { 0.25: 'A quarter', 0.5: 'Half', 0.75: 'Three quarters' }
const QUARTERS: Record<number, string> = {
  0.25: 'A quarter of a can',
  0.5: 'Half a can',
  0.75: 'Three quarters of a can',
}
const PARTS: Record<number, string> = { 0: '', 0.25: '¼', 0.5: '½', 0.75: '¾' }

function canWords(cans: number): string {
  if (QUARTERS[cans]) return QUARTERS[cans]
  const whole = Math.floor(cans)
  return `${whole}${PARTS[cans - whole] ?? ''} ${cans === 1 ? 'can' : 'cans'}`
}

function ordinal(n: number): string {
  const words = [
    'first',
    'second',
    'third',
    'fourth',
    'fifth',
    'sixth',
    'seventh',
    'eighth',
    'ninth',
    'tenth',
  ]
  return words[n - 1] ?? `${n}th`
}

/** A pot is poured until it runs out below, whatever was reckoned; not one that gets a part or its top alone. */
function tillItRuns(s: Stop): string {
  const whole = s.container && !s.sealed && !s.reservoir_capacity_l && s.dose?.share === 1
  return whole && !s.dose?.top_only && s.dose?.drip_minutes === null ? ', till it runs out below' : ''
}

/** What lets air in where water stands, by what holds it. */
function letAirIn(s: Stop): string {
  if (s.reservoir_capacity_l) return 'Let its reservoir run down before you fill it again.'
  if (s.sealed) return 'It has no holes: tip off what stands in it, or make some.'
  if (s.container)
    return s.saucer ? 'Empty its saucer and take it off.' : 'Set it on feet, so that it drains.'
  return s.isle.mulch === 'none'
    ? 'Loosen the top so that air gets in.'
    : 'Draw the mulch back and let air in.'
}

/** From here the mix of a pot is called hot. */
const HOT_MIX_C = 35

/** A stop's second drink of the day, as a stop of its own. */
export const secondDrink = (s: Stop): Stop => ({
  ...s,
  word: 'soak',
  dose: s.again?.dose ?? null,
  again: null,
  collapsing: false,
  put_off: null,
})
/** The part of the day that a second drink is noted in. */
const EVENING_H = 17
export const partOfDay = (hour: number): DayPart => (hour < EVENING_H ? 'afternoon' : 'evening')

/** Whether a second drink may be noted: the first was, and its hour has come (on a clock of its own, at once). */
export const secondIsOpen = (s: Stop, ownClock: boolean, hourNow: number) =>
  s.waterings_today.length > 0 && (ownClock || (s.again !== null && hourNow >= s.again.at_h))

/** What a second drink says, and what it waits for; `allowed`: the hours in which taps may run. */
export function secondInWords(s: Stop, t: Tongue, allowed: number[][]): { what: string; why: string } {
  const a = s.again!
  const first = s.waterings_today.length ? '' : ' First its morning water.'
  const before = allowed.filter(([, to]) => to! <= a.at_h).at(-1)?.[1]
  const dry = allowed.every(([from, to]) => a.at_h < from! || a.at_h > to!)
  const can = dry
    ? ` Taps may not run then: fill a can ${before === undefined ? 'while they may' : `before ${clock(before)}`} and stand it in the shade.`
    : ''
  return {
    what: `At ${clock(a.at_h)}: ${doseInHand(a.dose, t)}`,
    why: `Without it plants would droop before dark in ${percent(a.chance)} runs.${first}${can}`,
  }
}

/** The reason, in one sentence. */
export function reason(s: Stop, r: Setting, t: Tongue): string {
  if (s.collapsing)
    return `${t.show(s.why.depletion_mm, 'depth')} is gone and plants suffer beyond ${t.num(s.why.raw_mm, 'depth')}: carry it into the shade and give cool water now, whatever the hour. Look again tomorrow.`
  const { waiting } = s.why
  const today = r.garden.today
  const heat = r.heat ? nearDay(r.heat.dates[0]!, today) : ''
  switch (s.cause) {
    case 'trigger': {
      const used = t.show(s.why.depletion_mm, 'depth')
      const ease = t.num(s.why.raw_mm, 'depth')
      // Half the possible courses ask for water; the most likely one may still be short of its mark.
      const mark = `${s.why.depletion_mm >= s.why.trigger_mm ? 'Past' : 'About at'} its mark of ${t.num(s.why.trigger_mm, 'depth')}`
      const dry =
        s.why.depletion_mm > s.why.raw_mm
          ? `${used} is gone; plants suffer beyond ${ease}.`
          : `${mark}: ${used} is gone of the ${ease} drawn with ease.`
      const rain =
        waiting.rain_mm.high > 1 && waiting.chance >= 0.15
          ? ` Rain would spare it in ${percent(waiting.chance)} runs: not worth the wait.`
          : ''
      const ahead = heat && r.heat!.dates[0]! > today ? ` Heat from ${heat}.` : ''
      return dry + (ahead || rain)
    }
    case 'part':
      return `${SHARES[s.dose?.share ?? 1] ?? 'A part'} of a full soak now: rain does the rest in ${percent(waiting.chance)} runs, and finds room.`
    case 'damp_top':
      return 'What is young here roots shallow, and today would dry the top.'
    case 'heat':
      return s.word === 'fill'
        ? `It would run dry in the heat that starts ${heat}; full now, it carries through.`
        : `Not at its mark yet, but the heat from ${heat} would take it past. Soak in the cool before.`
    case 'rain':
      return waiting.chance >= 0.95
        ? 'Rain makes the soak needless in as good as every run.'
        : `Rain makes the soak needless in ${percent(waiting.chance)} runs, and the bed can stand being wrong.`
    case 'air_short':
      return `Drooping here is not thirst. ${letAirIn(s)}`
    case 'doubt':
      return `The answer hangs on it: ${percent(s.why.chance_asks)} runs say it is dry. ${ifFelt(s, t)}`
    case 'watered':
      if (s.again) return `And again at ${clock(s.again.at_h)}: it stands below by itself.`
      if (s.too_much) return tooMuch(s.too_much, s.next_soak, today, t)
      return s.next_soak
        ? `Next soak about ${span(s.next_soak, today)}.`
        : 'No further soak in sight this fortnight.'
    case 'reservoir':
      return emptyWhen(s, today) || 'It is nearly empty.'
    case 'before_planting':
      return 'Something is planted here tomorrow: wet the dry bed today, so that it can be worked.'
    case 'planting_in':
      return 'Planted today: water them in their tray an hour before, in at once, and keep them damp till they stand.'
    case 'unwatered':
      return 'What grows here is not watered for its own sake. Edit the bed to have it watered.'
    case 'bare':
      return 'Add what you sow or plant, and it joins the round.'
    default:
      if (
        s.observation_today?.kind === 'finger' &&
        s.observation_today.reading === 'dry' &&
        s.word === 'leave'
      )
        return `Dry to the finger, but this bed is let run to ${t.num(s.why.trigger_mm, 'depth')}: ${t.show(s.why.depletion_mm, 'depth')} is gone so far.`
      if (s.empty_on) return emptyWhen(s, today) || 'Enough in the reservoir for the fortnight.'
      return `${s.next_soak ? `Next soak about ${span(s.next_soak, today)}.` : 'No soak in sight this fortnight.'}${s.spade ? SPADE : ''}`
  }
}
const SPADE =
  ' Soaked yesterday: dig once between the plants and note under “Checked” how deep it is moist; it tells what your soak reaches.'

/** More than it takes: where the rest goes, and what to expect of it. */
function tooMuch(x: NonNullable<Stop['too_much']>, next: string[] | null, today: string, t: Tongue): string {
  const over = x.poured_l - x.fills_l
  const went =
    x.below_l > 0.2 * over
      ? `some ${t.show(x.below_l, 'volume')} of it goes below`
      : 'the rest passes into the ground beside'
  const leave = next ? `Leave it until about ${nearDay(next[0]!, today)}` : 'Leave it for these two weeks'
  const air = x.short_of_air_days
    ? `its roots are short of air for about ${times(x.short_of_air_days, 'day')}`
    : 'it drains within the day'
  return `${t.show(x.fills_l, 'volume')} would fill it; ${went}. ${leave}; ${air}.`
}

const FELT = { dry: 'dry', just_damp: 'damp', moist: 'moist', wet: 'wet' } as const
const LED_TO: Partial<Record<Stop['word'], string>> = { wait: 'wait for rain', too_wet: 'let it dry' }

/** What each thing that a finger may find would lead to, alike ones together: "Dry: 10 s at the base. Damp or wet: leave it." */
export function ifFelt(s: Stop, t: Tongue): string {
  const outcomes = new Map<string, string[]>()
  for (const x of s.if_felt) {
    if (x.reading === 'moist') continue // between the two that the row offers
    const led = x.dose ? doseInHand(x.dose, t, true) : (LED_TO[x.word] ?? 'leave it')
    outcomes.set(led, [...(outcomes.get(led) ?? []), FELT[x.reading]])
  }
  return [...outcomes].map(([led, felt]) => `${upper(felt.join(' or '))}: ${led}.`).join(' ')
}

/** "Water from 4:30 to 8:00 or 20:00 to 21:30". */
export const windowsInWords = (windows: number[][]): string =>
  windows.length
    ? `Water from ${windows.map(([from, to]) => `${clock(from!)} to ${clock(to!)}`).join(' or ')}`
    : 'Watering is not allowed today'

/** What else a hand should know: passes with their pause, a second look later in the day. */
export function more(s: Stop, t: Tongue, usual?: number[][]): string {
  if (!wantsHand(s)) return ''
  const parts = []
  if (usual && JSON.stringify(s.windows) !== JSON.stringify(usual) && s.windows.length)
    parts.push(`${windowsInWords(s.windows)} here.`)
  const d = s.dose
  const poured = s.waterings_today.reduce((n, w) => n + w.litres, 0)
  if (d && poured > 0) parts.push(`So far today ${t.show(poured, 'volume')}; this is what is left.`)
  if (d && d.passes > 1)
    parts.push(
      `In ${d.passes} goes, ${Math.round(d.pause_minutes)} minutes apart, so that the soil takes it: ${t.show(d.litres / d.passes, 'volume')} each.`,
    )
  if (s.mix && s.mix.hottest_c >= HOT_MIX_C && !s.collapsing)
    parts.push(
      `Its mix gets to ${t.show(s.mix.hottest_c, 'temperature')} today${
        s.mix.cool_from_h === null ? '' : `: not before ${clock(s.mix.cool_from_h)}, if you miss the morning`
      }.`,
    )
  if (s.use.again_h !== null && s.word !== 'fill' && !s.container)
    parts.push(`It may ask again today, from about ${clock(s.use.again_h)}.`)
  if (s.wishes.length > 1)
    parts.push(
      `Together here: ${s.wishes.map((x) => WISH[x]).join(', and ')}. The first rules; choose another under “How often”.`,
    )
  if (s.gives) parts.push('Today has not room for all: this one loses least by waiting.')
  return parts.join(' ')
}

function emptyWhen(s: Stop, today: string): string {
  const mid = s.empty_on?.[1]
  if (!mid) return ''
  const [early, late] = [s.empty_on?.[0], s.empty_on?.[2]]
  const range =
    early && early !== mid
      ? ` (${nearDay(early, today)}${late ? ` to ${nearDay(late, today)}` : ' at the earliest'})`
      : ''
  return `Runs out about ${nearDay(mid, today)}${range}.`
}

/** "Monday (Sunday to Tuesday)". */
export function span(dates: string[], today: string): string {
  const [low, mid, high] = dates as [string, string, string]
  const spread = low === high ? '' : ` (${nearDay(low, today)} to ${nearDay(high, today)})`
  return nearDay(mid, today) + spread
}

/** The head of the page: what the whole round comes to. */
export function headline(r: Round): string {
  const hands = r.stops.filter(wantsHand)
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
  const lasts = (s: Stop) => s.why.raw_mm / Math.max(s.why.week_need_mm / 7, 0.1)
  const pots = r.stops
    .filter((s) => s.container && !s.reservoir_capacity_l && s.crops.length && lasts(s) < FIRST_BELOW_DAYS)
    .sort((a, b) => lasts(a) - lasts(b))
    .slice(0, MOST_NAMED)
    .map((s) => s.name)
  if (!pots.length) return ''
  return `Look to the pots first: ${pots.length === 1 ? pots[0] : `${pots.slice(0, -1).join(', ')} and ${pots.at(-1)}`}.`
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

export function totals(r: Round): { minutes: number; litres: number; lineMinutes: number } {
  const sure = r.stops.filter((s) => wantsHand(s) && s.word !== 'check')
  return {
    minutes: sure.reduce((n, s) => n + (s.dose?.minutes ?? 0) + (s.again?.dose.minutes ?? 0), hotMinutes(r)),
    litres: sure.reduce((n, s) => n + (s.dose?.litres ?? 0) + (s.again?.dose.litres ?? 0), 0),
    lineMinutes: sure.reduce((n, s) => n + (s.dose?.drip_minutes ?? 0), 0),
  }
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

/** Where the weather comes from and how old it is; empty when there is nothing to say. */
export function weatherNote(r: { weather: Round['weather']; garden: Round['garden'] }): string {
  const w = r.weather
  if (w.source === 'forecast' && w.age_days) {
    const days = w.age_days === 1 ? 'a day' : `${w.age_days} days`
    return `The weather service does not answer. This rests on a forecast ${days} old; look at the sky yourself.`
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
