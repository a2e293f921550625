import type { BedPage } from '@/shared/api/types'
import type { Tongue } from '@/shared/words/stop'
import { CHECK_KIND, WEIGHT, WETNESS } from '@/shared/words/names'

type Check = BedPage['observations'][number]

/** Which checks make sense at a bed: a float where there is a reservoir, lifting where there is a pot. */
export function kindsFor(container: boolean, reservoir: boolean): string[] {
  return Object.keys(CHECK_KIND).filter(
    (kind) => (kind !== 'float' || reservoir) && (kind !== 'lifted' || container),
  )
}

/** What was found, in words: "Finger: just damp", "Probe: 22 % water". */
export function observationInWords(c: Pick<Check, 'kind' | 'reading' | 'value'>, t: Tongue): string {
  const kind = CHECK_KIND[c.kind] ?? c.kind
  if (c.kind === 'finger') return `${kind}: ${(WETNESS[c.reading ?? ''] ?? '').toLowerCase()}`
  if (c.kind === 'lifted') return `${kind}: ${(WEIGHT[c.reading ?? ''] ?? '').toLowerCase()}`
  if (c.kind === 'probe') return `${kind}: ${c.value} % water`
  if (c.kind === 'dug') return `Dug: moist to ${t.show(c.value ?? 0, 'small_length')}`
  if (c.kind === 'float') return `In the reservoir: ${t.show(c.value ?? 0, 'volume')}`
  return kind
}
