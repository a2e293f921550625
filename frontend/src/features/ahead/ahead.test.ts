import { describe, expect, it } from 'vitest'

import type { Ahead } from '@/shared/api/types'

import { FULL } from '@/shared/isle/waterline'
import { cellInWords, effect, fullness, giving, headline, shifted, suffers } from './ahead'

const t = {
  show: (n: number, q: string) => `${n.toFixed(q === 'depth' ? 1 : 0)} ${q === 'depth' ? 'mm' : 'L'}`,
  num: (n: number) => n.toFixed(0),
}
const DATES = ['2025-07-11', '2025-07-12', '2025-07-13', '2025-07-14']
const band = (mid: number) => ({ low: mid - 1, mid, high: mid + 1 })

function ahead(soakOn: number | null, missed = 0, lost = 0): Ahead {
  return {
    garden: { today: DATES[0] },
    days: DATES.map((date, i) => ({ date, litres: i === soakOn ? 20 : 0, minutes: i === soakOn ? 12 : 0 })),
    beds: [
      {
        id: 4,
        name: 'Saltings',
        raw_mm: 16,
        trigger_mm: 16,
        missed,
        lost_litres: lost,
        days: DATES.map((date, i) => ({
          date,
          net_mm: band(i * 6),
          soak: i === soakOn ? { litres: band(20), minutes: 12, how: 'due', wanted: date } : null,
          gave: null,
          grows: true,
        })),
      },
    ],
    gives: [],
  } as unknown as Ahead
}

describe('the days ahead in words', () => {
  it('counts the days of watering and their minutes', () => {
    expect(headline(ahead(1))).toBe('1 day of watering, 12 minutes in all')
    expect(headline(ahead(null))).toBe('Nothing to water in sight')
  })

  it('names who gives way, why, until when, and the price', () => {
    const a = ahead(1)
    a.gives = [
      {
        bed: 4,
        name: 'Saltings',
        due: DATES[1]!,
        soaked: DATES[2]!,
        why: 'minutes',
        times: 1,
        missed_more: 0.021,
      },
      { bed: 4, name: 'Net Row', due: DATES[2]!, soaked: null, why: 'taps', times: 2, missed_more: 0.001 },
    ]
    expect(giving(a)).toEqual([
      'Saltings gives way tomorrow: your minutes are used up; it is watered Sunday instead, costing it 2 % of its growth.',
      'Net Row gives way Sunday (2 times in these weeks): the tap may run no longer; it finds no other day in these two weeks, costing it next to nothing.',
    ])
  })

  it('says what a move does to its bed', () => {
    const words = effect(ahead(1, 0.01, 2), ahead(2, 0.04, 0), { bed: 4, from: DATES[1]!, to: DATES[2]! }, t)
    expect(words).toBe(
      'Saltings, from tomorrow to Sunday; growth missed 1 % → 4 %; 2 L less drained away; no further soak in sight.',
    )
    expect(effect(ahead(1), ahead(1), { bed: 9, from: DATES[1]!, to: DATES[2]! }, t)).toBe('')
  })

  it('moves within the fortnight and never off its ends', () => {
    const a = ahead(1)
    expect(shifted(a, DATES[1]!, 1)).toBe(DATES[2])
    expect(shifted(a, DATES[1]!, -9)).toBe(DATES[0])
    expect(shifted(a, DATES[3]!, 1)).toBeNull()
    expect(shifted(a, '2025-08-01', 1)).toBeNull()
  })

  it('draws a bed full at field capacity and empty past its mark', () => {
    const bed = ahead(null).beds[0]!
    const water = { ...bed, taw_mm: 40, room_mm: 20 }
    expect(fullness(water, { net_mm: band(0) })).toBe(FULL)
    expect(fullness(water, { net_mm: band(-20) })).toBe(1)
    expect(fullness(water, { net_mm: band(40) })).toBe(0)
    expect(suffers(bed, { net_mm: band(17), grows: true })).toBe(true)
    expect(suffers(bed, { net_mm: band(15), grows: true })).toBe(false)
    expect(suffers(bed, { net_mm: band(17), grows: false })).toBe(false) // weeds alone, or nothing
  })

  it('reads a cell aloud', () => {
    const bed = ahead(1).beds[0]!
    expect(cellInWords(bed, bed.days[1]!, DATES[0]!, t)).toBe(
      'Saltings, tomorrow: 20 L, due: 6.0 mm missing by evening',
    )
    expect(cellInWords(bed, bed.days[3]!, DATES[0]!, t)).toBe('Saltings, Monday: plants suffer by evening')
    const gave = { ...bed.days[0]!, gave: 'minutes' as const }
    expect(cellInWords(bed, gave, DATES[0]!, t)).toBe(
      'Saltings, today: due, but gives way: 0.0 mm missing by evening',
    )
  })
})
