import { shortDate } from '@/shared/format/time'
import type { Tongue } from '@/shared/words/stop'

export type DayField = 'tmin' | 'tmax' | 'rain' | 'rain_chance' | 'wind' | 'sunshine_h' | 'rhmin' | 'rhmax'
export type DayRow = { date: string } & Record<DayField, number | null>

/** From here a value is so rare that it is more likely mistyped [mm, degrees C]. */
export const ODD_RAIN_MM = 150
const ODD_HOT_C = 48
const ODD_COLD_C = -35
const ODD_SPAN_C = 35

/** What is asked about once before it is kept; empty where nothing is odd. */
export function oddDays(rows: DayRow[], t: Tongue): string {
  for (const r of rows) {
    const on = shortDate(r.date)
    if (r.rain !== null && r.rain > ODD_RAIN_MM) return `${t.show(r.rain, 'depth')} of rain on ${on}?`
    if (r.tmax !== null && r.tmax > ODD_HOT_C) return `${t.show(r.tmax, 'temperature')} on ${on}?`
    if (r.tmin !== null && r.tmin < ODD_COLD_C) return `${t.show(r.tmin, 'temperature')} on ${on}?`
    if (r.tmin !== null && r.tmax !== null && r.tmax - r.tmin > ODD_SPAN_C)
      return `From ${t.num(r.tmin, 'temperature')} to ${t.show(r.tmax, 'temperature')} on ${on}?`
  }
  return ''
}
