import { describe, expect, it } from 'vitest'

import type { Pot } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import { floatInWords, lasts, refillable, weightInWords } from './pots'
import type { Tongue } from './stop'

const TODAY = '2025-07-11'
const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const pot = (stop: object, over: object = {}): Pot =>
  ({
    stop: {
      again: null,
      in_need_on: null,
      empty_on: null,
      reservoir_l: null,
      alike: 1,
      wicks: true,
      draw: null,
      supply: null,
      ...stop,
    },
    fill: null,
    weight: { dry: 9.4, now: 18.2, soaked: 24, heavy: false },
    ...over,
  }) as unknown as Pot

describe('pots and reservoirs', () => {
  it('says how long a pot lasts', () => {
    expect(lasts(pot({ again: { at_h: 16.5 } }).stop, TODAY)).toBe('till 16:30')
    expect(lasts(pot({ in_need_on: [null, '2025-07-14', null] }).stop, TODAY)).toBe('till Monday')
    expect(lasts(pot({ in_need_on: [null, TODAY, null] }).stop, TODAY)).toBe('not through today')
    expect(lasts(pot({ in_need_on: [null, null, null] }).stop, TODAY)).toBe('two weeks and more')
  })

  it('tells the float, how it is kept and what it was seen to draw', () => {
    const box = {
      reservoir_l: { low: 3, mid: 4, high: 5 },
      reservoir_capacity_l: 16,
      empty_on: [null, '2025-07-12', null],
    }
    const said = floatInWords(
      pot({ ...box, supply: { kept: false, why: 'dry_between' }, draw: { factor: 1.31, intervals: 2 } }).stop,
      TODAY,
      metric,
    )
    expect(said).toBe(
      '4.0 L of 16 L, the float is down about tomorrow. What grows here likes to dry between: the float may stay down for days. By its floats it draws 1.3 times what such plants usually do.',
    )
    expect(floatInWords(pot({ ...box, wicks: false }).stop, TODAY, metric)).toContain('water from above')
    expect(floatInWords(pot({}).stop, TODAY, metric)).toBe('')
  })

  it('tells what lifting tells, and warns of what is heavy', () => {
    expect(weightInWords(pot({}))).toBe('18 kg now, 24 soaked, 9.4 dry.')
    expect(
      weightInWords(pot({ alike: 3 }, { weight: { dry: 30, now: 44, soaked: 50, heavy: true } })),
    ).toContain('dry, each. Mind your back')
  })

  it('refills what takes something', () => {
    const kept = { reservoir_capacity_l: 16, supply: { kept: true, why: 'grown' } }
    const full = pot(kept, { fill: { litres: 1 } })
    const low = pot(kept, { fill: { litres: 9 } })
    const pepper = { reservoir_capacity_l: 16, supply: { kept: false, why: 'dry_between' } }
    const running = pot({ ...pepper, word: 'leave' }, { fill: { litres: 9 } })
    const asks = pot({ ...pepper, word: 'fill' }, { fill: { litres: 14 } })
    expect(refillable([full, low, running, asks, pot({})])).toEqual([low, asks])
  })
})
