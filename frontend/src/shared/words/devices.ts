import type { Device } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import { times, upper, type Tongue } from './stop'

type Fault = Device['faults'][number]
type FaultKind = Fault['fault']

/** A fault as the record keeps it. */
export interface FaultTold {
  name: string
  fault: FaultKind
  over: boolean
}

const SHORT: Record<FaultKind, string> = {
  battery_low: 'battery low',
  stuck_open: 'water ran unasked',
  no_flow: 'no water came',
  low_flow: 'too little water came',
  high_flow: 'too much water came',
  missed_run: 'a run was missed',
}
export const deviceEventInWords = (x: FaultTold): string =>
  `${x.name}: ${SHORT[x.fault]}${x.over ? ', over' : ''}`

/** What is wrong, with its figures, and what to look at. */
export function faultInWords(x: Fault, today: string, t: Tongue): string {
  const since = nearDay(x.since, today)
  const litres = (n: number | null) => t.show(n ?? 0, 'volume')
  const figures = `${litres(x.litres)} where ${litres(x.expected_l)} were expected`
  switch (x.fault) {
    case 'battery_low':
      return `Its battery is low, ${Math.round(x.battery ?? 0)} %: change it before it misses a run.`
    case 'stuck_open':
      return `Water runs though nothing asked for it, ${t.show(x.flow_l_h ?? 0, 'drip_flow')}: it was told to close. If it still runs, shut the tap.`
    case 'no_flow':
      return `No water came, ${since}: ${figures}. Is the tap open, is there pressure, is the filter clear?`
    case 'low_flow':
      return `Too little came, ${since}: ${figures}. A blocked filter, blocked drippers or a kinked tube; cups on the Bench tell which.`
    case 'high_flow':
      return `Too much came, ${since}: ${figures}. A burst, a fitting that came off, or an end left open.`
    case 'missed_run':
      return `Nothing was heard of its run of ${since}: the ledger counts none. Look whether it ran, and note what its line gave.`
  }
}

/** The latest run of each outlet, measured against what was expected. */
export const ranInWords = (x: Device, today: string, t: Tongue): string[] =>
  x.ran.map(
    (r) =>
      `${x.ran.length > 1 ? `Outlet ${r.outlet}: ran` : 'Ran'} ${nearDay(r.date, today)}, ${times(Math.round(r.minutes), 'minute')}: ${t.show(r.litres, 'volume')}, ${t.num(r.expected_l, 'volume')} expected.`,
  )

/** How it stands. */
export function deviceInWords(x: Device): string {
  const says = [
    x.battery === null ? '' : `battery ${Math.round(x.battery)} %`,
    x.moisture_pct === null ? '' : `reads ${Math.round(x.moisture_pct)} % water`,
    x.heard_at === null ? 'not heard of yet' : '',
    x.waits.includes('programme') ? 'its setting has not arrived yet' : '',
    x.waits.includes('run') || x.waits.includes('close') ? 'an order is on its way' : '',
  ].filter(Boolean)
  const text = says.join('; ')
  return text ? `${upper(text)}.` : 'In order.'
}
