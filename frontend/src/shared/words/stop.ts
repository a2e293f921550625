import type { Dose, Round, Stop, Wetness } from '@/shared/api/types'
import { clock, daysBetween, duration, nearDay } from '@/shared/format/time'
import type { Quantity } from '@/shared/format/units'

import { storeInWords, WETNESS } from './names'

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
export const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)
export const times = (n: number, one: string, many = `${one}s`) => `${n} ${n === 1 ? one : many}`

export const wantsHand = (s: Stop) =>
  !s.put_off && (s.word === 'soak' || s.word === 'fill' || s.word === 'check')
/** Of these, what today has room for. */
export const isDue = (s: Stop) => wantsHand(s) && !s.gives

/** The dose in the unit of the hand that gives it. */
export function instruction(s: Stop, t: Tongue): string {
  const d = s.dose
  switch (s.word) {
    case 'soak':
      if (openedBy(s) && d) return `Gets ${t.show(d.litres, 'volume')} with ${openedBy(s)}`
      if (s.cause === 'planting_in' && d && s.hollows > 0)
        return `${t.show(d.litres / s.hollows, 'volume')} slowly into each of ${times(s.hollows, 'hollow')}`
      return (
        doseInHand(d, t, false, s.alike) +
        tillItRuns(s) +
        (s.again ? `, and again at ${clock(s.again.at_h)}` : '')
      )
    case 'fill':
      return d
        ? `Fill ${storeInWords(s)}: ${t.show(d.litres, 'volume')} ${buried(s) ? 'in all' : 'to the overflow'}`
        : ''
    case 'check':
      return `Finger first, ${s.kind === 'fabric_bag' ? 'near the rim, ' : ''}at ${t.show(s.finger_depth_m, 'small_length')}`
    case 'wait':
      return s.why.waiting.days > 1
        ? `Wait for rain, up to ${times(s.why.waiting.days, 'day')}`
        : 'Wait for rain until tomorrow'
    case 'too_wet':
      return `Leave it. Water stands above the air mark, ${ordinal(s.wet_days + 1)} day`
    case 'done':
      return s.waterings_today.length
        ? `Watered today: ${t.show(
            s.waterings_today.reduce((n, w) => n + w.litres, 0),
            'volume',
          )}`
        : 'Its timer ran this morning'
    case 'empty':
      return s.cause === 'unwatered' ? 'Left to itself' : 'Nothing grows here'
    default:
      return s.cause === 'evening' ? 'Leave it till this evening' : 'Leave it'
  }
}

/** What is to be done at a stop, for somebody who looks in. */
export const dosePlain = (
  s: Pick<Stop, 'word' | 'alike' | 'giver' | 'givers'> & { dose: Dose },
  t: Tongue,
): string =>
  s.word === 'fill'
    ? buried(s)
      ? `Fill ${storeInWords(s)} in the ground to the brim: about ${t.show(s.dose.litres, 'volume')} in all`
      : `Fill ${storeInWords(s)} below till ${s.alike > 1 ? 'they run' : 'it runs'} over: about ${t.show(s.dose.litres, 'volume')}`
    : `${doseInHand(s.dose, t, false, s.alike)}${s.dose.hose ? `: ${t.show(s.dose.litres, 'volume')} in all` : ''}`

/** "A", "A and B", "A, B and C". */
export const inRow = (names: string[]): string =>
  names.length < 2 ? (names[0] ?? '') : `${names.slice(0, -1).join(', ')} and ${names.at(-1)}`

/** Of a bed that comes along on its tube, whether most of it is more than it lacks. */
function muchMore(s: Stop): string {
  const more = s.dose?.parts.find((x) => x.what === 'along')?.mm ?? 0
  return more > 0.5 * (s.dose?.soaks_mm ?? 0)
    ? 'Most of it is more than it lacks: a valve here would save it. '
    : ''
}

/** Whose row opens the line that waters this stop; empty where its own does. */
export const openedBy = (s: Pick<Stop, 'id' | 'tube' | 'line_with'>): string =>
  s.tube.length > 1 && s.tube[0] !== s.id ? (s.line_with.find((x) => x.id === s.tube[0])?.name ?? '') : ''

/** A dose in the hand's unit; one that is given in several goes as what each of them takes. */
function doseInHand(d: Dose | null, t: Tongue, short = false, alike = 1): string {
  if (!d) return ''
  if (alike > 1 && !d.hose && d.run_minutes === null)
    return `${t.show(d.litres / alike, 'volume')} into each of ${alike}${d.passes > 1 ? `, in ${d.passes} goes` : ''}`
  const goes = Math.max(1, d.passes)
  const each = goes > 1 ? `, ${COUNTED[goes] ?? `${goes} times`} round` : ''
  if (d.hose) {
    const { bases, patches } = d.hose
    const [base_s, patch_s, total_s] = [d.hose.base_s, d.hose.patch_s, d.hose.total_s].map((x) => x / goes)
    if (bases === 0)
      return `${duration(total_s!)} all over: ${times(patches, 'patch', 'patches')} × ${duration(patch_s!)}${each}`
    const base =
      bases === 1 ? `${duration(base_s!)} at the base` : `${duration(base_s!)} at each of ${bases} bases`
    if (patches === 0) return base + each
    if (short) return `${base}, ${patches} × ${duration(patch_s!)} between${each}`
    return `${base}, then ${times(patches, 'patch', 'patches')} × ${duration(patch_s!)}${each}`
  }
  if (d.cans !== null) {
    const cans = d.cans === 0 ? t.show(d.litres, 'volume') : canWords(d.cans)
    return `${short && d.cans ? cans.toLowerCase() : cans}${d.cans === 0 ? ' from the can, to its mark' : ''}, slowly round the rim${inGoes(d, t)}`
  }
  if (d.run_minutes !== null) {
    const runs = goes > 1 ? `, ${RUNS[goes] ?? `${goes} runs`}` : ''
    const run = duration(Math.round(d.run_minutes / goes) * 60)
    if (d.overhead) return `${short ? 'run' : 'Run'} the sprinkler for ${run}${runs}`
    return `${short ? 'open' : 'Open'} the line for ${run}${runs}`
  }
  return t.show(d.litres, 'volume') + inGoes(d, t)
}
const inGoes = (d: Dose, t: Tongue) =>
  d.passes > 1 ? `, in ${d.passes} goes of ${t.show(d.litres / d.passes, 'volume')}` : ''

const SHARES: Record<number, string> = { 0.25: 'A quarter', 0.5: 'Half', 0.75: 'Three quarters' }
const RUNS: Record<number, string> = { 2: 'two runs', 3: 'three runs', 4: 'four runs' }
const COUNTED: Record<number, string> = { 2: 'twice', 3: 'three times', 4: 'four times' }
const EIGHTHS: Record<number, string> = {
  0.125: 'An eighth of a can',
  0.25: 'A quarter of a can',
  0.375: 'Three eighths of a can',
  0.5: 'Half a can',
  0.625: 'Five eighths of a can',
  0.75: 'Three quarters of a can',
  0.875: 'Seven eighths of a can',
}
const PARTS: Record<number, string> = {
  0: '',
  0.125: '⅛',
  0.25: '¼',
  0.375: '⅜',
  0.5: '½',
  0.625: '⅝',
  0.75: '¾',
  0.875: '⅞',
}

function canWords(cans: number): string {
  if (EIGHTHS[cans]) return EIGHTHS[cans]
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
  const whole = s.container && !s.sealed && (!s.reservoir_capacity_l || buried(s)) && s.dose?.share === 1
  return whole && !s.dose?.top_only && s.dose?.run_minutes === null ? ', till it runs out below' : ''
}

/** What lets air in where water stands, by what holds it. */
function letAirIn(s: Stop): string {
  if (s.reservoir_capacity_l) return `Let ${storeInWords(s)} run down before you fill again.`
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
    what: `At ${clock(a.at_h)}: ${doseInHand(a.dose, t, false, s.alike)}`,
    why: `Without it plants would droop before dark in ${percent(a.chance)} runs.${first}${can}`,
  }
}

/** Whether its store is buried in the ground, and no reservoir below. */
export const buried = (s: Pick<Stop, 'giver'>): boolean => Boolean(s.giver) && s.giver !== 'below'

/** Its mark lies beyond what is drawn with ease: its crop or its style lets it dry between. */
const letDry = (s: Stop): boolean => s.isle.trigger_mm > s.isle.raw_mm

/** How much may be missing. */
const edge = (s: Stop, t: Tongue): string =>
  letDry(s)
    ? `its mark is ${t.num(s.isle.trigger_mm, 'depth')}`
    : `plants suffer beyond ${t.num(s.isle.raw_mm, 'depth')}`

/** Why a finger is asked for; what it would lead to stands beside it. */
export const asksFinger = (s: Stop): string =>
  `The answer hangs on it: ${percent(s.why.chance_asks)} runs say it is dry.`

/** The reason, in one sentence. */
export function reason(s: Stop, r: Setting, t: Tongue): string {
  if (s.collapsing)
    return `${t.show(s.isle.net_mm.mid, 'depth')} is gone and plants suffer beyond ${t.num(s.isle.raw_mm, 'depth')}: carry it into the shade and give cool water now, whatever the hour. Look again tomorrow.`
  const { waiting } = s.why
  const today = r.garden.today
  const heat = r.heat ? nearDay(r.heat.dates[0]!, today) : ''
  switch (s.cause) {
    case 'trigger': {
      const { net_mm, raw_mm, trigger_mm } = s.isle
      const used = t.show(net_mm.mid, 'depth')
      const ease = t.num(raw_mm, 'depth')
      const dry = letDry(s)
        ? `${net_mm.mid >= trigger_mm ? 'Past' : 'At'} its mark of ${t.num(trigger_mm, 'depth')}: ${used} is gone. Growth slows beyond ${ease}.`
        : net_mm.mid > raw_mm
          ? `${used} is gone; plants suffer beyond ${ease}.`
          : `${net_mm.mid >= trigger_mm ? 'Past' : 'At'} its mark of ${t.num(trigger_mm, 'depth')}: ${used} is gone of the ${ease} drawn with ease.`
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
        ? `It would run dry in the heat that starts ${heat}; full now, it lasts ${s.next_soak ? `until about ${nearDay(s.next_soak[1]!, today)}` : 'through these two weeks'}.`
        : `${t.num(s.isle.net_mm.mid, 'depth')} of its mark of ${t.show(s.isle.trigger_mm, 'depth')} is gone, and the heat from ${heat} would take it past. Soak in the cool before.`
    case 'rain':
      return waiting.chance >= 0.95
        ? 'Rain makes the soak needless in as good as every run.'
        : `Rain makes the soak needless in ${percent(waiting.chance)} runs${ifItStaysAway(s, t)}`
    case 'early':
      return `${s.reservoir_capacity_l ? 'It lasts today still' : `${t.num(Math.max(0, s.isle.net_mm.mid), 'depth')} of its mark of ${t.show(s.isle.trigger_mm, 'depth')} is gone`}: a day early, since tomorrow has not room for all.`
    case 'moved':
      return `You moved its soak to today; ${t.num(Math.max(0, s.isle.net_mm.mid), 'depth')} of its mark of ${t.show(s.isle.trigger_mm, 'depth')} is gone.`
    case 'along':
      return `No valve stands before it: whatever opens the line for ${inRow(s.line_with.filter((x) => s.tube.includes(x.id)).map((x) => x.name))} waters it, too. ${muchMore(s)}${t.num(Math.max(0, s.isle.net_mm.mid), 'depth')} of its mark of ${t.show(s.isle.trigger_mm, 'depth')} is gone.`
    case 'moved_away':
      return `You moved its soak: ${s.next_soak ? `it comes ${nearDay(s.next_soak[1]!, today)}` : 'none is in sight now'}. By tonight ${t.show(s.left_alone_mm.mid, 'depth')} is missing; ${edge(s, t)}.`
    case 'evening':
      return `By this evening ${t.show(s.left_alone_mm.mid, 'depth')} is missing, past its mark of ${t.num(s.isle.trigger_mm, 'depth')}. ${tonight(s, t, today)}`
    case 'air_short':
      return `Drooping here is not thirst. ${letAirIn(s)}`
    case 'doubt':
      return `${asksFinger(s)} ${ifFelt(s, t)}`
    case 'watered':
      if (s.again) return `And again at ${clock(s.again.at_h)}: it stands below by itself.`
      if (s.too_much) return tooMuch(s.too_much, s.next_soak, today, t)
      return s.next_soak
        ? `Next soak about ${span(s.next_soak, today)}.`
        : 'No further soak in sight this fortnight.'
    case 'reservoir':
      if (buried(s))
        return `Empty by tonight, and the ground is on its way to its mark: ${t.num(Math.max(0, s.isle.net_mm.mid), 'depth')} of ${t.show(s.isle.trigger_mm, 'depth')} is gone.`
      return `It does not last the day, and by tonight the mix above would be past its mark. ${inNeed(s, today)}`
    case 'run_down':
      return `${keptHow(s)} It has run down, and the mix has dried to its mark of ${t.num(s.isle.trigger_mm, 'depth')}: ${t.show(s.isle.net_mm.mid, 'depth')} is gone.`
    case 'mix_holds':
      if (buried(s))
        return `Empty, but the ground is moist: ${t.show(Math.max(0, s.isle.net_mm.mid), 'depth')} of its mark of ${t.num(s.isle.trigger_mm, 'depth')} is gone. ${s.next_soak ? `Next water about ${span(s.next_soak, today)}.` : ''}`.trim()
      return `The float is down, but the mix above is moist: ${t.show(Math.max(0, s.isle.net_mm.mid), 'depth')} is gone of the ${t.num(s.isle.raw_mm, 'depth')} drawn with ease. ${letItRun(s, today)}`
    case 'stale':
      return `It has stood full for a week or more: roots and water below want air. ${letItRun(s, today)}`
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
        return `Dry to the finger, but this bed is let run to ${t.num(s.isle.trigger_mm, 'depth')}: ${t.show(s.isle.net_mm.mid, 'depth')} is gone so far.`
      if (buried(s) && s.wicks)
        return `${emptyWhen(s, today) || 'Enough in what is buried for the fortnight.'} ${s.next_soak ? `Next water about ${span(s.next_soak, today)}.` : ''}`.trim()
      if (s.empty_on && s.wicks)
        return [
          emptyWhen(s, today) || 'Enough in the reservoir for the fortnight.',
          inNeed(s, today),
          s.supply?.kept ? '' : keptHow(s),
        ]
          .filter(Boolean)
          .join(' ')
      if (s.empty_on && !s.wicks)
        return `Roots do not reach ${buried(s) ? 'what is buried' : 'the reservoir’s water'} yet: it is watered from above. ${s.next_soak ? `Next soak about ${span(s.next_soak, today)}.` : 'No soak in sight this fortnight.'}`
      return `${s.next_soak ? `Next soak about ${span(s.next_soak, today)}.` : 'No soak in sight this fortnight.'}${s.spade ? SPADE : ''}`
  }
}
/** What it means for a bed that the rain it waits for stays away. */
function ifItStaysAway(s: Stop, t: Tongue): string {
  const wrong = s.why.waiting.if_wrong_mm
  if (wrong === null || wrong <= s.isle.raw_mm) return ', and the bed can stand being wrong.'
  return `; if it stays away, up to ${t.show(wrong, 'depth')} is missing by then, where ${edge(s, t)}.`
}
/** What to do about a bed that passes its mark in the course of the day. */
function tonight(s: Stop, t: Tongue, today: string): string {
  const next = s.next_soak?.[1]
  if (next && daysBetween(today, next) === 1)
    return `Water it then or first thing tomorrow: about ${t.show(s.next_litres ?? 0, 'volume')}.`
  return next
    ? `Rain may settle it; else water it about ${nearDay(next, today)}.`
    : 'Rain is likely to settle it.'
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

const LED_TO: Partial<Record<Stop['word'], string>> = { wait: 'wait for rain', too_wet: 'let it dry' }

/** What a reading would lead to, as short as a button: "42 L", "leave it". */
export function ledTo(s: Stop, reading: Wetness, t: Tongue): string {
  const x = s.if_felt.find((y) => y.reading === reading)
  if (!x) return ''
  return x.dose ? t.show(x.dose.litres, 'volume') : (LED_TO[x.word] ?? 'leave it')
}

/** What each thing that a finger may find would lead to, alike ones together: "Dry: 10 s at the base. Damp or wet: leave it." */
export function ifFelt(s: Stop, t: Tongue): string {
  const outcomes = new Map<string, string[]>()
  for (const x of s.if_felt) {
    const led = x.dose ? doseInHand(x.dose, t, true, s.alike) : (LED_TO[x.word] ?? 'leave it')
    outcomes.set(led, [...(outcomes.get(led) ?? []), WETNESS[x.reading].toLowerCase()])
  }
  const either = (felt: string[]) =>
    felt.length < 3 ? felt.join(' or ') : `${felt.slice(0, -1).join(', ')} or ${felt.at(-1)}`
  return [...outcomes].map(([led, felt]) => `${upper(either(felt))}: ${led}.`).join(' ')
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
      `${d.run_minutes !== null && !d.overhead ? 'In one run it would sink past the roots or run off' : 'The soil takes no more at once'}: ${times(Math.round(d.pause_minutes), 'minute')} between, ${t.show(d.litres / d.passes, 'volume')} each time.`,
    )
  if (s.tube.length > 1 && s.tube[0] === s.id)
    parts.push(
      `The same run waters ${inRow(s.line_with.filter((x) => s.tube.includes(x.id)).map((x) => `${x.name} (${t.show(x.per_litre * (d?.litres ?? 0), 'volume')})`))}.`,
    )
  if (d?.overhead)
    parts.push(
      `At dawn, with no wind: leaves stay wet about ${times(Math.round(d.leaf_wet_h), 'hour')}, and paths and weeds drink too.`,
    )
  if (s.method === 'drip' && d?.hose)
    parts.push(
      'Its line does not reach the drills: by hand from above, gently, until the seedlings stand well.',
    )
  if (s.mix && s.mix.hottest_c >= HOT_MIX_C && !s.collapsing)
    parts.push(
      `Its mix gets to ${t.show(s.mix.hottest_c, 'temperature')} today${
        s.mix.cool_from_h === null ? '' : `: not before ${clock(s.mix.cool_from_h)}, if you miss the morning`
      }.`,
    )
  if (s.use.again_h !== null && s.word !== 'fill' && !s.container)
    parts.push(`It may ask again today, from about ${clock(s.use.again_h)}.`)
  if (s.water !== 'tap' && s.dose)
    parts.push(
      s.water === 'rain'
        ? 'Rain water from the butt: onto the soil, not on leaves that are eaten raw.'
        : `Pond water feeds a little: onto the soil, not on leaves that are eaten raw.${s.method === 'drip' ? ' Strain it, or it blocks the drippers.' : ''}`,
    )
  if (s.wishes.length > 1)
    parts.push(
      `Together here: ${s.wishes.map((x) => WISH[x]).join(', and ')}. The first rules; choose another under “How often”.`,
    )
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

/** When plants over a reservoir are in need, if nobody fills it. */
function inNeed(s: Stop, today: string): string {
  const mid = s.in_need_on?.[1]
  return mid ? `Left alone, plants are in need about ${nearDay(mid, today)}.` : ''
}

const KEPT_HOW: Record<NonNullable<Stop['supply']>['why'], string> = {
  chosen: 'You let it run down between fills.',
  sour: 'It smelt sour: it is let run dry once, so that air comes in.',
  dry_between: 'What grows here likes to dry between: the float may stay down for days.',
  young: 'Young plants drink little, and a box always full turns foul: it is let run down.',
  grown: 'Grown plants here: it is filled before it runs out.',
  buried:
    'What is buried waters the roots beside it; the ground between is soaked from above once it is past its mark.',
}
/** Why a reservoir is kept as it is. */
export const keptHow = (s: Stop): string => (s.supply ? KEPT_HOW[s.supply.why] : '')

/** Until when it is left. */
function letItRun(s: Stop, today: string): string {
  const until = s.next_soak?.[1]
  return until
    ? `Let it run down; fill it about ${nearDay(until, today)}.`
    : 'Let it run down; no fill is in sight this fortnight.'
}

/** "Monday (Sunday to Tuesday)". */
export function span(dates: string[], today: string): string {
  const [low, mid, high] = dates as [string, string, string]
  const spread = low === high ? '' : ` (${nearDay(low, today)} to ${nearDay(high, today)})`
  return nearDay(mid, today) + spread
}

/** A stop that is left, in one line. */
export function leftInShort(s: Stop, r: Setting, t: Tongue): string {
  const today = r.garden.today
  const next = s.next_soak
    ? `next about ${nearDay(s.next_soak[1]!, today)}${s.next_litres ? `, ${t.show(s.next_litres, 'volume')}` : ''}`
    : ''
  if (s.word === 'wait') return instruction(s, t).toLowerCase()
  if (s.word === 'too_wet') return 'too wet: let air in'
  if (s.word === 'empty') return s.cause === 'unwatered' ? 'left to itself' : 'nothing grows here'
  if (s.cause === 'evening')
    return s.next_soak && daysBetween(today, s.next_soak[1]!) === 1
      ? `till this evening or tomorrow first thing${s.next_litres ? `, ${t.show(s.next_litres, 'volume')}` : ''}`
      : 'till this evening; rain may settle it'
  if (s.cause === 'moved_away')
    return `you moved it${s.next_soak ? ` to ${nearDay(s.next_soak[1]!, today)}` : ''}`
  if (s.cause === 'mix_holds' || s.cause === 'stale')
    return buried(s)
      ? next || 'nothing in sight this fortnight'
      : s.next_soak
        ? `let it run down; fill about ${nearDay(s.next_soak[1]!, today)}`
        : 'let it run down'
  if (s.wicks && s.empty_on?.[1]) return `runs out about ${nearDay(s.empty_on[1], today)}`
  return next || 'nothing in sight this fortnight'
}
