import type { Round, Score, Sky, SkyDay, StationFile } from '@/shared/api/types'
import { clock, nearDay, shortDate } from '@/shared/format/time'

import { inRow, times, type Tongue } from './stop'

type LastRain = NonNullable<Sky['last_rain']>

type Column = StationFile['mapping']['columns'][number]
export type Variable = Column['variable']
export type Unit = Column['unit']
type Group = SkyDay['by'][number]['what']
type Source = SkyDay['by'][number]['source']

/** What a column of a station's file may hold, and in which units. */
export const VARIABLE: Record<Variable, string> = {
  tmin: 'lowest temperature',
  tmax: 'highest temperature',
  tmean: 'mean temperature',
  rhmin: 'lowest humidity',
  rhmax: 'highest humidity',
  rhmean: 'mean humidity',
  tdew: 'dew point',
  ea: 'vapour pressure',
  wind: 'wind',
  sunshine_h: 'sunshine',
  rs: 'radiation',
  rain: 'rain',
}
export const UNIT: Record<Unit, string> = {
  c: '°C',
  f: '°F',
  tenths_c: 'tenths of °C',
  pct: '%',
  kpa: 'kPa',
  hpa: 'hPa',
  m_s: 'm/s',
  km_h: 'km/h',
  mph: 'mph',
  kn: 'knots',
  tenths_m_s: 'tenths of m/s',
  h: 'hours',
  min: 'minutes',
  mj_m2: 'MJ/m² a day',
  w_m2: 'W/m², mean of the day',
  kwh_m2: 'kWh/m² a day',
  cal_cm2: 'cal/cm² a day',
  mm: 'mm',
  in: 'inches',
  cm: 'cm',
  tenths_mm: 'tenths of mm',
}
const WARMTH: Unit[] = ['c', 'f', 'tenths_c']
export const UNITS_OF: Record<Variable, Unit[]> = {
  tmin: WARMTH,
  tmax: WARMTH,
  tmean: WARMTH,
  tdew: WARMTH,
  rhmin: ['pct'],
  rhmax: ['pct'],
  rhmean: ['pct'],
  ea: ['kpa', 'hpa'],
  wind: ['m_s', 'km_h', 'mph', 'kn', 'tenths_m_s'],
  sunshine_h: ['h', 'min'],
  rs: ['mj_m2', 'w_m2', 'kwh_m2', 'cal_cm2'],
  rain: ['mm', 'in', 'cm', 'tenths_mm'],
}
export const GROUP: Record<Group, string> = {
  temperature: 'Temperature',
  humidity: 'Humidity',
  wind: 'Wind',
  sun: 'Sun',
  rain: 'Rain',
}
export const SOURCE: Record<Source, string> = {
  typed: 'what you typed',
  station: 'your station’s file',
  provider: 'the weather service',
  climate: 'the climate’s file',
}
const SHORT: Record<Source, string> = {
  typed: 'typed by you',
  station: 'station’s file',
  provider: 'observed',
  climate: 'climate’s file',
}

/** Where a day behind is from: one source, or which told what. */
export function fromInWords(by: SkyDay['by']): string {
  const sources = [...new Set(by.map((x) => x.source))]
  if (sources.length < 2) return sources[0] ? SHORT[sources[0]] : 'observed'
  return sources
    .map((source) => {
      const what = by.filter((x) => x.source === source).map((x) => GROUP[x.what].toLowerCase())
      return `${SHORT[source]}: ${what.join(', ')}`
    })
    .join('; ')
}

const KEPT: Record<LastRain['beds'][number]['kept_by'], string> = {
  cover: 'under cover',
  leaves: 'leaves and mulch kept the rest',
  run_off: 'the rest ran off',
  none: '',
}
const NAMED = 3 // beds; more are "all others"
/** What of the last rain counts, bed by bed: those alike together, the least served first. */
export function rainInWords(x: LastRain, today: string, t: Tongue): string {
  const groups = new Map<string, { beds: string[]; much: string; why: string }>()
  for (const b of x.beds) {
    const much = b.came_mm < 0.05 ? 'nothing' : t.show(b.came_mm, 'depth')
    const key = b.kept_by === 'none' ? 'whole' : `${much}.${b.kept_by}`
    const group = groups.get(key) ?? { beds: [], much, why: KEPT[b.kept_by] }
    groups.set(key, {
      ...group,
      beds: [...group.beds, b.bed],
      much: b.kept_by === 'none' ? much : group.much,
    })
  }
  const parts = [...groups].map(([key, g]) => {
    const names =
      key === 'whole' && g.beds.length > NAMED
        ? groups.size > 1
          ? 'all others'
          : 'every bed'
        : inRow(g.beds)
    return `${g.much} in ${names}${g.why ? ` (${g.why})` : ''}`
  })
  return `${t.show(x.fell_mm, 'depth')} fell ${nearDay(x.date, today)}. To the roots came ${parts.join('; ')}.`
}

/** How the garden's own nights differ, where that is not reckoned with yet; empty else. */
export function offsetInWords(sky: Sky, t: Tongue): string {
  const learnt = sky.cold_offset_learnt_c
  const set = sky.garden.cold_offset_c ?? 0
  if (learnt === null || Math.abs(learnt - set) < 0.5) return ''
  // A difference, not a temperature: what 0 would be is left out.
  const much = Number(t.num(Math.abs(learnt), 'temperature')) - Number(t.num(0, 'temperature'))
  return `At the coldest of the night your own thermometer reads about ${Math.max(1, Math.round(much))}° ${learnt > 0 ? 'more' : 'less'} than the others tell for here.`
}

/** A dry spell, and wind. */
export function spellsInWords(sky: Sky, t: Tongue): string[] {
  const { dry_spell: dry, windy } = sky
  const says = []
  if (dry)
    says.push(
      `A dry spell: ${dry.days} days in a row with less than ${t.show(1, 'depth')}, ${t.show(dry.rain_mm, 'depth')} in all since ${shortDate(dry.since)}.`,
    )
  if (windy.length)
    says.push(
      `Wind ${inRow(windy.map((d) => nearDay(d, sky.garden.today)))}, a fresh breeze or more: pots dry fast and fall, stakes want a look, a sprinkler drifts.`,
    )
  return says
}

/** What a station's file holds. */
export function stationInWords(x: StationFile): string {
  if (!x.days || !x.since || !x.until) return 'No day is read from it yet: say which column holds what.'
  const gaps = x.gaps ? `, ${x.gaps} of the days between are not in it` : ''
  return `${x.days} days from ${shortDate(x.since)} to ${shortDate(x.until)}${gaps}.`
}

/** One fault of a line. */
export const faultInWords = (f: StationFile['faults'][number]): string =>
  `Line ${f.line}: ${f.field} “${f.value}”, allowed: ${f.allowed}. ${f.whole_line ? 'The line is left out.' : 'The value is left out.'}`

/** An order of trust with one source a step up. */
export function stepUp<T>(order: T[], item: T): T[] {
  const at = order.indexOf(item)
  if (at < 1) return order
  return [...order.slice(0, at - 1), item, order[at - 1]!, ...order.slice(at + 1)]
}

/** Days in a row, as they are said: "today to Thursday", or one alone. */
export function spanInWords(dates: string[], today: string): string {
  const [first, last] = [nearDay(dates[0]!, today), nearDay(dates[dates.length - 1]!, today)]
  return first === last ? first : `${first} to ${last}`
}

export type Quarter = NonNullable<NonNullable<SkyDay['gauge']>['fell']>
/** When in the day rain fell. */
export const QUARTER: Record<Quarter, string> = {
  night: 'after midnight',
  morning: 'in the morning',
  afternoon: 'in the afternoon',
  evening: 'in the evening',
}
export type Seen = SkyDay['seen'][number]['what']
export const SEEN: Record<Seen, string> = { hail: 'Hail', frost: 'Frost' }

/** How likely a typed rain is, as it is said and as it counts. */
export const CHANCES = [
  { value: 0.3, label: 'Perhaps' },
  { value: 0.6, label: 'Likely' },
  { value: 1, label: 'Sure' },
]
export const USUAL_CHANCE = 0.6
/** Of rain whose chance was typed. */
export const chanceInWords = (chance: number): string => (chance >= 1 ? 'sure' : `${tenths(chance)} in 10`)

/** Rain that was expected of a day behind, of which nobody has told yet. */
export const hopedInWords = (x: Round['weather']['hoped'][number], today: string, t: Tongue): string =>
  `${t.show(x.rain, 'depth')} of rain stood at ${chanceInWords(x.chance)} for ${nearDay(x.date, today)}. What fell? Until you say so, the beds are reckoned with ${t.show(x.rain * x.chance, 'depth')}.`

/** The last hail, and what is done after it. */
export const hailInWords = (x: NonNullable<Round['hail']>, today: string): string =>
  `Hail ${nearDay(x.date, today)}. Take off what hangs in shreds on a dry hour, a quarter of the leaves at most: what is only torn still shades and feeds. No feed until new leaves stand; fruit that is split is picked now. Look at ${inRow(x.beds)}, and say how big they are now: smaller plants drink less.`

/** When tunnels and cloches are opened today; those alike together. */
export function airingInWords(airing: Round['airing'], t: Tongue): string[] {
  const groups = new Map<string, { beds: string[]; tail: string }>()
  for (const x of airing) {
    if (x.from_h === null || x.to_h === null) continue
    const shut = x.night ? 'it may stay open overnight' : `shut it about ${clock(x.to_h)}`
    const lee = x.lee ? ', on the side away from the wind alone' : ''
    const tail = `open from ${clock(x.from_h)}${lee}, ${shut}. Shut all day it would reach ${t.show(x.shut_c, 'temperature')} inside.`
    const group = groups.get(tail) ?? { beds: [], tail }
    groups.set(tail, { ...group, beds: [...group.beds, x.bed] })
  }
  return [...groups.values()].map((g) => `${inRow(g.beds)}: ${g.tail}`)
}

const tenths = (share: number) => Math.round(share * 10)
const SCORED = {
  rain: { none: 'No day yet of which rain was foretold and then seen.', of: 'day', came: 'rained' },
  waits: { none: 'No bed has waited for rain to the end yet.', of: 'wait', came: 'needed no water' },
  heat: { none: 'No hot day yet that was foretold and then seen.', of: 'day', came: 'came as hot as that' },
}
/** How chances turned out: what was said, and of how many it came. */
export function scoreInWords(x: Score | null, what: keyof typeof SCORED): string[] {
  const said = SCORED[what]
  if (!x) return [said.none]
  const says = x.bins.map(
    (b) => `Of ${times(b.n, said.of)} at ${tenths(b.said)} in 10, ${b.came} ${said.came}.`,
  )
  if (!x.enough) return [...says, `That is too few to judge by.`]
  const better =
    x.skill > 0.05
      ? 'better than to say every day what is usual'
      : x.skill < -0.05
        ? 'worse than to say every day what is usual: trust your own eye more'
        : 'about as good as to say every day what is usual'
  return [
    ...says,
    `Together that is ${better} (Brier score ${x.brier.toFixed(2)} against ${x.usual.toFixed(2)}).`,
  ]
}
