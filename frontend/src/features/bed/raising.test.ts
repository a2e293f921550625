import { describe, expect, it } from 'vitest'

import { dayOutWords, hardWords } from './raising'

const tongue = {
  show: (n: number, q: string) => `${n.toFixed(0)} ${q === 'temperature' ? '°C' : q}`,
  num: String,
}
const day = (parts: Record<string, number>, barred: '' | 'frost' | 'cold_soil' | 'soft' = '') => ({
  date: '2025-07-14',
  score: 0.5,
  barred,
  parts,
  frost_chance: 0.4,
  soil_c: 11,
  tmax: { low: 15, mid: 18, high: 20 },
  rain: { low: 0, mid: 0, high: 1 },
  wind: 2,
})

describe('planting out in words', () => {
  it('names what speaks for a day and what against it', () => {
    const parts = { cool: 0.9, overcast: 0.1, drizzle: 0.7, calm: 0.5, kind_after: 0.1 }
    expect(dayOutWords(day(parts), { soil_c: 18 }, tongue)).toBe(
      'cool, perhaps drizzle, bright sun, heat follows',
    )
    const middling = { cool: 0.5, overcast: 0.5, drizzle: 0, calm: 0.5, kind_after: 0.5 }
    expect(dayOutWords(day(middling), { soil_c: 18 }, tongue)).toBe('neither good nor bad')
  })

  it('names what bars a day', () => {
    expect(dayOutWords(day({}, 'frost'), { soil_c: 18 }, tongue)).toBe('frost in 4 of 10 runs that week')
    expect(dayOutWords(day({}, 'cold_soil'), { soil_c: 18 }, tongue)).toBe('soil 11 °C, wants 18 °C')
    expect(dayOutWords(day({}, 'soft'), { soil_c: 18 }, tongue)).toBe('not hardened off yet')
  })

  it('tells a day of hardening off', () => {
    expect(hardWords({ hours: 2, light: 'shade', held: '' })).toBe('2 hours in the shade')
    expect(hardWords({ hours: 24, light: 'day_and_night', held: '' })).toBe('day and night')
    expect(hardWords({ hours: 3, light: 'shade', held: 'wind' })).toContain('windy')
  })
})
