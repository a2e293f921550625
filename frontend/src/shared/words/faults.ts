import { shortDate } from '@/shared/format/time'
import { number, unitLabel, units, type Quantity } from '@/shared/format/units'

/** What the server refused: where, what stood there, what would do. */
export interface Refused {
  field: string
  text: string
  value?: string | null
  allowed?: string
}

const ISO_DAY = /\b\d{4}-\d{2}-\d{2}\b/g
const RANGE = /^a (whole )?number from (-?[\d.]+(?:e[+-]?\d+)?) to (-?[\d.]+(?:e[+-]?\d+)?)(?: (.*))?$/

/** The quantity of a field by the unit that its name carries. */
const BY_UNIT: [RegExp, Quantity][] = [
  [/flow_l_per_min$/, 'flow'],
  [/flow_l_per_h$/, 'drip_flow'],
  [/(soil_depth|depth|buried|spacing|loosened|woody_fill|top|root_depth|water)_m$/, 'small_length'],
  [/_m$/, 'length'],
  [/(_l|litres)$/, 'volume'],
  [/(_mm|rain)$/, 'depth'],
  [/(_c|tmin|tmax)$/, 'temperature'],
  [/wind$/, 'wind'],
  [/_m2$/, 'area'],
]
const lastOf = (field: string) =>
  field
    .split('.')
    .at(-1)!
    .replace(/\[\d+\]/g, '')
export const quantityOf = (field: string): Quantity | null =>
  BY_UNIT.find(([name]) => name.test(lastOf(field)))?.[1] ?? null

const NAMED: Record<string, string> = {
  username: 'name',
  taw: 'water it holds',
  tmin: 'lowest temperature',
  tmax: 'highest temperature',
  sunshine_h: 'hours of sun',
  from_h: 'from',
  to_h: 'until',
  sun_from_h: 'sun from',
  sun_to_h: 'sun until',
  opening_l: 'what was in it',
  planted: 'day of planting',
  removed: 'day it was taken out',
  like: 'what it is like',
  people: 'who waters',
  minutes: 'minutes',
  litres: 'amount',
  to_date: 'day it is moved to',
  from_date: 'day it was on',
  text: 'file',
  leaves: 'day you leave',
  returns: 'day you are back',
  visits: 'days on which someone looks in',
  wanted: 'chance',
  until: 'last day of the link',
  holds_l: 'what it holds',
  roof_m2: 'roof that fills it',
  seen_l: 'what stands in it',
  seen_on: 'day it was looked at',
}
/** A field as a person calls it: "plantings[0].spread_m" is "spread of crop 1". */
export function fieldName(field: string): string {
  const last = lastOf(field)
  const plain =
    NAMED[last] ??
    last.replace(/_(m|mm|l|c|h|pct|deg|m2|g|l_per_min|l_per_h|mm_per_h)$/, '').replaceAll('_', ' ')
  const crop = /^plantings\[(\d+)\]/.exec(field)
  const who = /^people\[(\d+)\]/.exec(field)
  if (crop) return `${plain} of crop ${Number(crop[1]) + 1}`
  if (who) return `${plain} of person ${Number(who[1]) + 1}`
  return plain
}

const upper = (text: string) => text.charAt(0).toUpperCase() + text.slice(1)

/** What is wrong and what would do, in the person's units; the field itself stands above it. */
export function faultText({ field, text, value, allowed }: Refused): string {
  if (allowed === undefined) return upper(text.replace(`${field}: `, ''))
  const range = RANGE.exec(allowed)
  const missing = value === null || value === undefined || value === ''
  if (range) {
    const [, whole, low, high, unit] = range
    const quantity = quantityOf(field)
    const { system } = units
    const shown = (n: string) => (quantity ? number(Number(n), quantity, system) : n)
    const label = quantity ? unitLabel(quantity, system) : (unit ?? '')
    const may = `${shown(low!)} to ${shown(high!)}${label ? ` ${label}` : ''}${whole ? ', whole' : ''}`
    if (missing) return `Missing: ${may}.`
    const n = Number(value)
    if (Number.isNaN(n)) return `Not a number that can be used: ${may}.`
    const size = n < Number(low) ? 'too small' : n > Number(high) ? 'too large' : 'not a whole number'
    return `${shown(value)}${label ? ` ${label}` : ''} is ${size}: ${may}.`
  }
  if (allowed.startsWith('one of ')) return missing ? 'Choose one.' : 'Choose one of the list.'
  if (allowed.startsWith('a date as ')) return missing ? 'Pick a day.' : 'Pick a day of the calendar.'
  const may = allowed.replace(ISO_DAY, (day) => shortDate(day))
  return missing ? `Missing: ${may}.` : `${upper(may)}.`
}

/** The same where its field stands elsewhere. */
export const namedFault = (f: Refused): string => {
  const text = faultText(f)
  return f.field ? `${upper(fieldName(f.field))}: ${text.charAt(0).toLowerCase()}${text.slice(1)}` : text
}
