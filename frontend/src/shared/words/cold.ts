import type { Round } from '@/shared/api/types'

import { inRow, type Tongue } from './stop'

type Cold = Round['cold']

/** What tonight may do, and to whom. */
export function tonightInWords(cold: Cold, t: Tongue): string {
  const { tonight } = cold
  if (!tonight) return ''
  const frost = tonight.beds.some((b) => b.what === 'frost')
  const low = t.show(tonight.tmin.low, 'temperature')
  const about = t.show(tonight.tmin.mid, 'temperature')
  const night =
    tonight.tmin.low < tonight.tmin.mid - 0.5 ? `about ${about}, ${low} in one run of ten` : `about ${about}`
  return `Tonight ${night}: ${frost ? 'frost can come' : 'too cold for what is tender'}. Cover before dusk, edges down to the ground; small pots are better brought in.`
}

/** One bed tonight. */
export const atRiskInWords = (b: NonNullable<Cold['tonight']>['beds'][number], t: Tongue): string =>
  `${b.what === 'frost' ? 'may freeze' : 'may be chilled'} in ${Math.max(1, Math.round(b.chance * 10))} of 10 runs, down to ${t.show(b.lowest_c, 'temperature')}`

/** What the morning after shows. */
export const frozenInWords = (beds: string[]): string =>
  beds.length
    ? `It may have frozen on ${inRow(beds)} last night. Leaves that look glassy, then white, are frost: leave them on, water nothing for it; the plant outgrows it unless it freezes again. White patches after days in new sun are scorch.`
    : ''
