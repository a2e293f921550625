import { FOUND, OUTCOME, signsInWords, type Found as LookFound, type Outcome, type Sign } from './signs'
import { SEEN, type Seen } from './weather'
import type { Feed, NotedEvent, PouredBy } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import { ALTERATION, OBSERVATION_KIND, TOP, WEIGHT, WETNESS, wordFor } from './names'
import { measureOfFeed } from './feeding'
import { deviceEventInWords, type FaultTold } from './devices'
import type { Tongue } from './stop'

const WHAT: Record<NotedEvent['kind'], string> = {
  watering: 'Watered',
  observation: 'Checked',
  put_off: 'Not today',
  moved_soak: 'A soak moved',
  gauge: 'Rain gauge read',
  signs_seen: 'Something looked wrong',
  signs_followed: 'Looked at again',
  sky_seen: 'Hail or frost seen',
  station_read: 'A station’s file taken in',
  measurement: 'A small test kept',
  season: 'The year’s turn',
  away: 'Days away',
  bed_described: 'Described',
  bed_removed: 'Taken out',
  bed_copied: 'Copied',
  bed_altered: 'Something changed',
  planted_out: 'Planted out',
  sizes_seen: 'Sizes looked through',
  own_crop_described: 'A crop of your own',
  own_crop_removed: 'A crop of your own taken out',
  map_arranged: 'The map arranged',
  thing_described: 'Something on the map',
  thing_removed: 'Something taken off the map',
  garden_described: 'The garden’s settings',
  rig_described: 'A hose or tap',
  days_typed: 'Days of weather typed',
  beds_imported: 'Beds taken in from a file',
  map_imported: 'A map taken in from a file',
  garden_made: 'The garden begun',
  garden_put_away: 'The garden put away',
  garden_taken_up: 'The garden taken up again',
  climate_read: 'Weather years taken in',
  helper_invited: 'A helper asked',
  invitation_withdrawn: 'An invitation withdrawn',
  helper_joined: 'A helper joined',
  helper_removed: 'A helper removed',
  helper_left: 'A helper left',
  device_let_in: 'A device let in',
  device_put_out: 'A device put out',
  device_told: 'A timer told',
  device_fault: 'A device',
}

interface Found {
  kind: keyof typeof OBSERVATION_KIND
  reading: string | null
  value: number | null
}
/** What was found, in words: "Finger: damp", "Probe: 22 % water". */
export function observationInWords(c: Found, t: Tongue): string {
  const kind = OBSERVATION_KIND[c.kind]
  const read = (words: Record<string, string>) => `${kind}: ${wordFor(words, c.reading ?? '').toLowerCase()}`
  if (c.kind === 'finger') return read(WETNESS)
  if (c.kind === 'lifted') return read(WEIGHT)
  if (c.kind === 'top') return read(TOP)
  if (c.kind === 'probe') return `${kind}: ${c.value} % water`
  if (c.kind === 'dug') return `Dug: moist to ${t.show(c.value ?? 0, 'small_length')}`
  if (c.kind === 'weighed') return `Weighed: ${t.show(c.value ?? 0, 'weight')}`
  if (c.kind === 'float') return `In the reservoir: ${t.show(c.value ?? 0, 'volume')}`
  return kind
}

const BY_WAY: Record<PouredBy, string> = {
  hose: 'by hose',
  can: 'from a can',
  drip: 'through its line',
  sprinkler: 'by its sprinkler',
}

interface Poured {
  feed?: string | null
  fed?: number | null
  litres: number
  into: string
  part: string
  passes: number
  rig?: string | null
  way?: string | null
}
/** "288 g of Grains"; a feed that was taken off the list has lost its measure. */
function fedInWords(w: Poured, feeds: readonly Feed[]): string {
  const kind = feeds.find((x) => x.name === w.feed)?.kind
  return `${Math.round(Number(w.fed))}${kind ? ` ${measureOfFeed(kind)}` : ''} of ${w.feed}`
}
/** "Watered 12 L, evening, in 2 goes". */
export const wateringInWords = (w: Poured, t: Tongue, feeds: readonly Feed[] = []): string =>
  [
    w.feed && !w.litres
      ? `Fed ${fedInWords(w, feeds)}`
      : `${w.into === 'reservoir' ? 'Reservoir filled' : 'Watered'} ${t.show(w.litres, 'volume')}`,
    ...(w.part === 'morning' ? [] : [w.part]),
    ...(w.passes > 1 ? [`in ${w.passes} goes`] : []),
    ...(w.rig ? [`from ${w.rig}`] : []),
    ...(w.way ? [BY_WAY[w.way as PouredBy]] : []),
    ...(w.feed && w.litres ? [`with ${fedInWords(w, feeds)}`] : []),
  ].join(', ')

/** One event of the record, in words. */
export function eventInWords(e: NotedEvent, today: string, t: Tongue, feeds: readonly Feed[] = []): string {
  const told = e.told as Record<string, string | number | undefined>
  if (e.kind === 'watering') return wateringInWords(told as unknown as Poured, t, feeds)
  if (e.kind === 'observation') return observationInWords(told as unknown as Found, t)
  if (e.kind === 'moved_soak')
    return `A soak moved from ${nearDay(String(told.from_date), today)} to ${nearDay(String(told.to_date), today)}`
  if (e.kind === 'away')
    return `Away from ${nearDay(String(told.leaves), today)} to ${nearDay(String(told.returns), today)}`
  if (e.kind === 'station_read')
    return `${String(told.days)} days of a station’s file, to ${nearDay(String(told.until), today)}`
  if (e.kind === 'gauge' && typeof told.rain === 'number') return `Rain gauge: ${t.show(told.rain, 'depth')}`
  if (e.kind === 'signs_seen' && Array.isArray(e.told.signs)) return signsInWords(e.told.signs as Sign[])
  if (e.kind === 'signs_followed')
    return told.outcome
      ? `Looked at again: ${OUTCOME[told.outcome as Outcome].toLowerCase()}`
      : `A look: ${FOUND[told.found as LookFound].toLowerCase()}`
  if (e.kind === 'sky_seen' && told.what) return `${SEEN[told.what as Seen]} seen`
  if (e.kind === 'bed_altered' && told.what) return wordFor(ALTERATION, String(told.what))
  if (e.kind === 'device_let_in' || e.kind === 'device_put_out')
    return `${WHAT[e.kind]}: ${String(told.name)}`
  if (e.kind === 'device_told')
    return told.do === 'run'
      ? `${String(told.name)} told to run ${String(told.minutes)} minutes`
      : `${String(told.name)} told to close`
  if (e.kind === 'device_fault') return deviceEventInWords(e.told as unknown as FaultTold)
  return WHAT[e.kind]
}
