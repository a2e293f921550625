import { describe, expect, it } from 'vitest'

import type { HeatSheet } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import { calmInWords, dayInWords, sparedInWords, totalInWords } from './heat'
import type { Tongue } from './stop'

const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const TODAY = '2025-07-11'
type Day = HeatSheet['days'][number]
const band = (mid: number) => ({ low: mid - 1, mid, high: mid + 1 })
const day = (over: Partial<Day> = {}): Day => ({
  date: '2025-07-13',
  tmax: band(36),
  tmin: band(22),
  heat_class: '',
  beds: [],
  pots: [],
  first: [],
  gives: [],
  runs_dry: [],
  minutes: 20,
  limit_minutes: null,
  bare_c: 38,
  mulched_c: 31,
  no_fruit: [],
  ...over,
})
const drink = (bed: string, litres: number, again = 0) => ({ bed, litres, minutes: 2, again })
const sheet = (days: Day[]): HeatSheet => ({
  days,
  spared: [],
  litres: 200,
  minutes: 40,
  evening_before: null,
})
const said = (over: Partial<Day>, evening: string | null = null) =>
  dayInWords(day(over), evening, TODAY, metric).join(' ')

describe('a hot day', () => {
  it('says what is soaked when, and which pots drink twice', () => {
    const beds = [drink('Long Bench', 40)]
    expect(said({ beds }, '2025-07-12')).toContain('Tomorrow evening, or at first light: Long Bench 40 L.')
    expect(said({ beds })).toContain('At first light: Long Bench 40 L.')
    const pots = [drink('Barrel', 10), drink('Basket', 3, 1)]
    expect(said({ pots })).toContain('Pots in the morning: Barrel 10 L.')
    expect(said({ pots })).toContain(
      'Twice, at first light and when their mix has cooled: Basket 3.0 L, 1.0 of it',
    )
    expect(said({})).toContain('Nothing is due')
  })

  it('says what comes first, what runs dry, what gives, and minds whoever waters', () => {
    expect(said({ first: ['Drills'] })).toContain('First: Drills. Shade, then cool water')
    expect(said({ runs_dry: ['Box'] })).toContain('Reservoirs down by evening: Box.')
    expect(said({ gives: ['A', 'B'], limit_minutes: 12 })).toContain(
      'more than the 12 minutes of the day: A and B give way',
    )
    expect(said({ limit_minutes: 60, minutes: 14 })).toContain('14 minutes of the 60')
    expect(said({ heat_class: 'danger' })).toContain('For you: heat exhaustion is likely')
  })
})

describe('the wave', () => {
  it('keeps calm: the sun is not thirst, and flowers rest', () => {
    const calm = calmInWords(
      sheet([day({ no_fruit: ['tomato'] }), day({ no_fruit: ['tomato', 'pea'] })]),
      metric,
    )
    expect(calm[0]).toContain('not thirst')
    expect(calm[1]).toContain('38 °C at the roots, under mulch to 31 °C')
    expect(calm[2]).toContain('Flowers of tomatoes and peas')
    expect(calmInWords(sheet([day()]), metric)).toHaveLength(2)
  })

  it('says what a measure spares, and counts what is ticked', () => {
    const mulch = {
      bed: 'A',
      id: 1,
      what: 'mulch_on' as const,
      effort: 12,
      buy: 'straw',
      litres: 30,
      minutes: 5,
      risk: 0.5,
      risk_then: 0.2,
    }
    expect(sparedInWords(mulch, metric)).toBe(
      'Mulch on A: saves 30 L and 5 minutes; plants suffer in 2 of 10 runs instead of 5. It takes 12 minutes and straw.',
    )
    expect(sparedInWords({ ...mulch, risk_then: 0.5, minutes: 0, buy: null }, metric)).toBe(
      'Mulch on A: saves 30 L. It takes 12 minutes.',
    )
    expect(totalInWords(sheet([day()]), [], metric)).toBe('These days take 200 L and 40 minutes.')
    expect(totalInWords(sheet([day()]), [mulch], metric)).toContain(
      'with what is ticked about 170 L and 35 minutes',
    )
  })
})
