import type { BedPage, ObservationKind } from '@/shared/api/types'
import type { Tongue } from '@/shared/words/stop'
import { OBSERVATION_KIND, TOP, WEIGHT, WETNESS, wordFor } from '@/shared/words/names'

type Observation = BedPage['observations'][number]

const OF_CONTAINERS: ObservationKind[] = ['lifted', 'ran_out', 'saucer']

/** Which observations make sense at a bed: a float where there is a reservoir, lifting where there is a pot. */
export function kindsFor(container: boolean, reservoir: boolean): ObservationKind[] {
  return (Object.keys(OBSERVATION_KIND) as ObservationKind[]).filter(
    (kind) => (kind !== 'float' || reservoir) && (!OF_CONTAINERS.includes(kind) || container),
  )
}

/** What was found, in words: "Finger: just damp", "Probe: 22 % water". */
export function observationInWords(c: Pick<Observation, 'kind' | 'reading' | 'value'>, t: Tongue): string {
  const kind = OBSERVATION_KIND[c.kind]
  if (c.kind === 'finger') return `${kind}: ${wordFor(WETNESS, c.reading ?? '').toLowerCase()}`
  if (c.kind === 'lifted') return `${kind}: ${wordFor(WEIGHT, c.reading ?? '').toLowerCase()}`
  if (c.kind === 'top') return `${kind}: ${wordFor(TOP, c.reading ?? '').toLowerCase()}`
  if (c.kind === 'probe') return `${kind}: ${c.value} % water`
  if (c.kind === 'dug') return `Dug: moist to ${t.show(c.value ?? 0, 'small_length')}`
  if (c.kind === 'float') return `In the reservoir: ${t.show(c.value ?? 0, 'volume')}`
  return kind
}
