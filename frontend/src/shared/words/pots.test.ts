import { describe, expect, it } from 'vitest'

import type { Line, Pot } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import {
  buriedInWords,
  floatInWords,
  lasts,
  lineInWords,
  programmeInWords,
  refillable,
  saltsInWords,
  weightInWords,
} from './pots'
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
      container: true,
      giver: null,
      givers: 1,
      ...stop,
    },
    fill: null,
    drew: [],
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
    expect(weightInWords(pot({}), metric)).toBe('18 kg now, 24 soaked, 9.4 dry.')
    expect(
      weightInWords(pot({ alike: 3 }, { weight: { dry: 30, now: 44, soaked: 50, heavy: true } }), metric),
    ).toContain('dry, each. Mind your back')
    const scales = { dry: 12, now: 15.4, soaked: 19, heavy: false, weighed: true }
    expect(weightInWords(pot({}, { weight: scales }), metric)).toBe(
      '15 kg now, 19 soaked, 12 limp. By your scales, vessel and all.',
    )
    expect(weightInWords(pot({}, { weight: null }), metric)).toBe('')
  })

  it('tells whom what is buried serves, and with how much', () => {
    const buried = {
      giver: 'bottle',
      count: 4,
      gives_l_a_day: 6,
      share_of_need: 0.63,
      wets_m: 0.44,
      plants_each: 2,
    }
    expect(buriedInWords(pot({}, { buried }), metric)).toBe(
      'Filled every day they give at most 6.0 L, 63 % of what the plants drink today. Each bottle stands between about 2 plants, and the nearest to it get most. Each wets about 44 cm across; what lies above and between stays dry unless it is watered.',
    )
    const enough = { ...buried, share_of_need: 1, plants_each: 1 }
    expect(buriedInWords(pot({}, { buried: enough }), metric)).toMatch(
      /^Filled every day they can give all .*\. Each wets/,
    )
    const drew = [4, 5, 3].map((litres) => ({ date: TODAY, litres, tmax: 25 }))
    expect(buriedInWords(pot({}, { buried, drew }), metric)).toContain('; the last days it was 4.0 L a day.')
    expect(buriedInWords(pot({}), metric)).toBe('')
    const stop = pot({
      giver: 'bottle',
      givers: 4,
      reservoir_l: { low: 0, mid: 0.1, high: 0.2 },
      reservoir_capacity_l: 6,
      empty_on: [null, TODAY, null],
    }).stop
    expect(floatInWords(stop, TODAY, metric)).toBe('0.1 L of 6.0 L in the 4 bottles, empty.')
  })

  it('warns of salts when they come near, and says how they are washed out', () => {
    const salts = { mix_ds_m: 2.4, bears_ds_m: 3, flush_on: '2025-07-20', flush_l: 18 }
    expect(saltsInWords(pot({}, { salts }), TODAY, metric)).toBe(
      'Salts from water and feed: 2.4 of the 3.0 dS/m that it bears. About 20 Jul: wash it out from above with 18 L, let it run out below.',
    )
    expect(saltsInWords(pot({}, { salts: { ...salts, flush_on: TODAY } }), TODAY, metric)).toContain(
      'Now: wash',
    )
    expect(saltsInWords(pot({}, { salts: { ...salts, flush_l: null } }), TODAY, metric)).toContain(
      'rain water',
    )
    expect(saltsInWords(pot({}, { salts: { ...salts, mix_ds_m: 0.4, flush_on: null } }), TODAY, metric)).toBe(
      '',
    )
  })

  it('says what boxes on one line do to each other, and what to set', () => {
    const at = (bed: string, lasts_days: number, over: object = {}) => ({
      bed,
      id: 1,
      draws_l: 3,
      lasts_days,
      runs_dry: null,
      spills_l: 0,
      ...over,
    })
    const line = (over: object): Line =>
      ({
        rig: 'Line',
        programme: null,
        next_run: null,
        best_days: 3,
        unlike: false,
        boxes: [at('A', 3), at('B', 4)],
        ...over,
      }) as unknown as Line
    expect(lineInWords(line({}), TODAY, metric)).toEqual([
      'Its timer is switched off: filled by hand, one after the other.',
      'A timer would have to fill them every 3 days: A lasts no longer.',
    ])
    const programme = {
      date: TODAY,
      every_days: 7,
      minutes: null,
      litres: null,
      on: true,
      weekdays: [],
      starts: [],
      outlet: 1,
      tells: false,
    }
    const said = lineInWords(
      line({
        programme,
        next_run: '2025-07-18',
        unlike: true,
        boxes: [at('B', 9, { spills_l: 2.2 }), at('A', 3, { runs_dry: 0.9 })],
      }),
      TODAY,
      metric,
    )
    expect(said[0]).toContain('every 7 days: boxes fill until their valves shut; next')
    expect(said[1]).toBe(
      'Unlike thirst: full, A lasts 3 days and B 9 days. A valve of its own for each, or a line of its own.',
    )
    expect(said[2]).toBe('Before the next run A is down in 9 of 10 runs.')
    expect(said[3]).toBe('That run spills 2.2 L over at B.')
    expect(said[4]).toBe('In the weather ahead set it to every 3 days: A lasts no longer.')
    const often = { ...programme, every_days: 1, minutes: 20, litres: 2 }
    expect(programmeInWords({ ...often, weekdays: [1, 4], starts: [6, 20.5] }, metric)).toMatch(
      /^on Mon, Thu at 6:00 and 20:30: lines run 20 minutes/,
    )
    expect(programmeInWords(often, metric)).toBe('every day: lines run 20 minutes, 2.0 L into each box')
    expect(lineInWords(line({ programme: often }), TODAY, metric).at(-1)).toBe(
      'Every 3 days would do in the weather ahead.',
    )
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
