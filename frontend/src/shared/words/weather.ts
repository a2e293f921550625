import type { Sky, SkyDay, StationFile } from '@/shared/api/types'
import { nearDay, shortDate } from '@/shared/format/time'

import { inRow, type Tongue } from './stop'

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

const KEPT: Partial<Record<LastRain['beds'][number]['kept_by'], string>> = {
  cover: 'under cover',
  leaves: 'kept by leaves and mulch',
  run_off: 'some ran off',
}
/** What of the last rain counts, bed by bed. */
export function rainInWords(x: LastRain, today: string, t: Tongue): string {
  const whole = x.beds.filter((b) => b.kept_by === 'none')
  const less = x.beds.filter((b) => b.kept_by !== 'none')
  const parts = less.map((b) => {
    const why = KEPT[b.kept_by]
    return `${b.came_mm < 0.05 ? 'nothing' : t.show(b.came_mm, 'depth')} to ${b.bed}${why ? ` (${why})` : ''}`
  })
  const came = whole.map((b) => b.came_mm)
  if (whole.length) {
    const [low, high] = [Math.min(...came), Math.max(...came)]
    const much =
      high - low < 0.1 * high ? t.show(high, 'depth') : `${t.num(low, 'depth')} to ${t.show(high, 'depth')}`
    parts.push(
      `${much} to ${whole.length > 3 ? (less.length ? 'all others' : 'all beds') : inRow(whole.map((b) => b.bed))}`,
    )
  }
  return `Of the ${t.show(x.fell_mm, 'depth')} that fell ${nearDay(x.date, today)}, ${inRow(parts)} came to the roots.`
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
