import { describe, expect, it } from 'vitest'

import { emptyTest, foundWords, givenOf, TESTS, nextTest } from './bench'

const tongue = { show: (n: number, q: string) => `${n.toFixed(1)} ${q}`, num: (n: number) => n.toFixed(1) }
const form = (kind: (typeof TESTS)[number]['kind'], more: object = {}) => ({
  ...emptyTest(kind, '2025-07-11'),
  ...more,
})

describe('the bench', () => {
  it('sends nothing of a test that is not done yet', () => {
    for (const t of TESTS) expect(givenOf(t.kind, form(t.kind))).toBeNull()
  })

  it('sends full trials only, and says which flow counts', () => {
    const lists = {
      alone: [
        { litres: 10, seconds: 40 },
        { litres: 10, seconds: null },
      ],
      shared: [],
    }
    expect(givenOf('bucket', form('bucket', { lists }))).toEqual({ alone: [{ litres: 10, seconds: 40 }] })
    const both = { ...lists, shared: [{ litres: 10, seconds: 60 }] }
    expect(givenOf('bucket', form('bucket', { lists: both, use: 'shared' }))).toMatchObject({ use: 'shared' })
    expect(givenOf('can', form('can', { lists: { trials: [{ litres: 9, minutes: 2 }] } }))).toEqual({
      trials: [{ litres: 9, minutes: 2 }],
    })
  })

  it('turns metres into the centimetres of a test', () => {
    const holes = [
      {
        across_m: 0.2,
        readings: [
          { minutes: 0, water_m: 0.25 },
          { minutes: 60, water_m: 0.2 },
        ],
      },
    ]
    expect(givenOf('drain', form('drain', { holes }))).toEqual({
      holes: [
        {
          across_cm: 20,
          readings: [
            { minutes: 0, water_cm: 25 },
            { minutes: 60, water_cm: 20 },
          ],
        },
      ],
    })
    const measures = { top: 0.3, bottom: 0.2, height: 0.25, length: null, width: null }
    expect(givenOf('pot', form('pot', { measures }))).toEqual({
      shape: 'round',
      top_cm: 30,
      bottom_cm: 20,
      height_cm: 25,
    })
    expect(
      givenOf('pot', form('pot', { shape: 'filled', fillings: [{ litres: 9 }, { litres: null }] })),
    ).toEqual({
      shape: 'filled',
      fillings: [9],
    })
  })

  it('follows the path of a handful', () => {
    const handfuls = [
      { ball: false, ribbon_m: null, feel: null },
      { ball: true, ribbon_m: 0, feel: null },
      { ball: true, ribbon_m: 0.04, feel: 'gritty' },
      { ball: true, ribbon_m: 0.04, feel: null },
    ]
    expect(givenOf('squeeze', form('squeeze', { handfuls }))).toEqual({
      handfuls: [{ ball: false }, { ball: true, ribbon_cm: 0 }, { ball: true, ribbon_cm: 4, feel: 'gritty' }],
    })
  })

  it('tells what came of each test with its doubt', () => {
    expect(foundWords('bucket', { flow_l_per_min: 10, low: 8.7, high: 11.3 }, tongue)).toBe(
      '10.0 flow (8.7 to 11.3)',
    )
    expect(foundWords('bucket', { flow_l_per_min: 10, cv: 0.1, share_left: 0.66 }, tongue)).toContain('66 %')
    expect(
      foundWords(
        'squeeze',
        { texture: 'clay_loam', sand_pct: 30, clay_pct: 35, holds_mm_per_m: 150, cv: 0.15 },
        tongue,
      ),
    ).toContain('clay loam')
    expect(
      foundWords('drain', { drainage: 'standing', fall_mm_per_h: 2, intake_mm_per_h: 3, cv: 0.5 }, tongue),
    ).toContain('for a day')
    expect(foundWords('finger', { marks: [{ reading: 'moist', share_of_taw: 0.35 }] }, tongue)).toBe(
      'Moist: 35 % of its water is gone',
    )
    expect(
      foundWords('meter', { metered_l: 240, noted_l: 200, flow_l_per_min: 14.4, cv: 0.03 }, tongue),
    ).toContain('240.0 volume')
    expect(foundWords('can', { can_l: 9, can_minutes: 2, cv: 0 }, tongue)).toContain('2.0 minutes a trip')
    expect(foundWords('pot', { litres: 14.2, low: 14.2, high: 14.2 }, tongue)).toBe(
      '14.2 volume (14.2 to 14.2)',
    )
    expect(foundWords('jar', { texture: 'loam', cv: 0.13 }, tongue)).toContain('give or take 13 %')
  })

  it('asks for the first and last meter reading', () => {
    const read = { before_l: 1000, after_l: 1400, since: '2025-07-01', until: '2025-07-10' }
    expect(givenOf('meter', form('meter', read))).toEqual(read)
    const readings = [{ weight_g: 1500, reading: 'moist' }]
    expect(givenOf('finger', form('finger', { full_g: 2000, limp_g: 1000, readings }))).toEqual({
      full_g: 2000,
      limp_g: 1000,
      readings,
    })
    expect(
      givenOf('jar', form('jar', { lists: { jars: [{ sand_mm: 4, silt_mm: 4, clay_mm: 2 }] } })),
    ).toEqual({
      jars: [{ sand_mm: 4, silt_mm: 4, clay_mm: 2 }],
    })
  })
})

describe('the test to do next', () => {
  const rig = { id: 3, name: 'Hose', measured: null }
  const bed = (material: string, method = 'hose') => ({
    id: 1,
    name: 'Bench',
    kind: 'raised',
    method,
    soils: [{ material }],
  })
  const next = (rigs: object[], beds: object[], kept: object[] = []) =>
    nextTest({ rigs } as never, beds as never, kept as never)

  it('is the one that tells most', () => {
    expect(next([rig], [bed('unknown')])).toMatchObject({ test: 'bucket', rig: 3 })
    expect(next([rig], [bed('unknown', 'can')])).toMatchObject({ test: 'squeeze', bed: 1 })
    expect(next([{ ...rig, measured: '2025-07-01' }], [bed('loam')])).toMatchObject({ test: 'finger' })
    expect(next([{ ...rig, measured: '2025-07-01' }], [bed('loam')], [{ kind: 'finger' }])).toBeNull()
  })
})
