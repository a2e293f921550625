import { describe, expect, it } from 'vitest'

import type { Sky, StationFile } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import {
  airingInWords,
  chanceInWords,
  faultInWords,
  fromInWords,
  hailInWords,
  hopedInWords,
  offsetInWords,
  rainInWords,
  scoreInWords,
  spanInWords,
  spellsInWords,
  stationInWords,
  stepUp,
  UNIT,
  UNITS_OF,
  VARIABLE,
} from './weather'
import type { Tongue } from './stop'

const FILE: StationFile = {
  form: 'table',
  header: ['date', 'rain'],
  mapping: { date: 'date', order: 'ymd', columns: [] },
  days: 30,
  since: '2025-06-01',
  until: '2025-07-01',
  gaps: 1,
  shown: [],
  faults: [],
  fault_count: 0,
}

const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}

describe('a station’s file', () => {
  it('is told by its days and gaps, and by its faults', () => {
    expect(stationInWords(FILE)).toContain('30 days from')
    expect(stationInWords(FILE)).toContain('1 of the days between are not in it')
    expect(stationInWords({ ...FILE, days: 0, since: null, until: null })).toContain(
      'which column holds what',
    )
    const fault = { line: 3, field: 'tmax', value: 'warm', allowed: 'a number', whole_line: false }
    expect(faultInWords(fault)).toBe('Line 3: tmax “warm”, allowed: a number. The value is left out.')
    expect(faultInWords({ ...fault, whole_line: true })).toContain('The line is left out')
  })

  it('has a word for every unit, and a unit for every variable', () => {
    for (const variable of Object.keys(VARIABLE) as (keyof typeof VARIABLE)[])
      for (const unit of UNITS_OF[variable]) expect(UNIT[unit]).toBeTruthy()
  })
})

describe('the last rain', () => {
  it('is told bed by bed, with what kept it', () => {
    const beds = [
      { bed: 'Bag', came_mm: 0, kept_by: 'cover' as const },
      { bed: 'Glass End', came_mm: 3, kept_by: 'leaves' as const },
      { bed: 'Bench', came_mm: 11, kept_by: 'none' as const },
    ]
    const rain = { date: '2025-07-10', fell_mm: 12, beds }
    const said = rainInWords(rain, '2025-07-11', metric)
    expect(said).toBe(
      '12.0 mm fell yesterday. To the roots came nothing in Bag (under cover); 3.0 mm in Glass End (leaves and mulch kept the rest); 11.0 mm in Bench.',
    )
    const more = ['C', 'D', 'E'].map((bed) => ({ bed, came_mm: 11, kept_by: 'none' as const }))
    expect(rainInWords({ ...rain, beds: [...beds, ...more] }, '2025-07-11', metric)).toContain(
      '11.0 mm in all others',
    )
  })

  it('and a dry spell and wind by their days', () => {
    const sky = {
      garden: { today: '2025-07-11' },
      dry_spell: { days: 16, since: '2025-06-25', rain_mm: 0.4 },
      windy: ['2025-07-12'],
    } as unknown as Sky
    expect(spellsInWords(sky, metric)[0]).toContain('16 days in a row with less than 1.0 mm, 0.4 mm in all')
    expect(spellsInWords(sky, metric)[1]).toContain('Wind tomorrow, a fresh breeze')
    expect(spellsInWords({ ...sky, dry_spell: null, windy: [] }, metric)).toEqual([])
  })
})

describe('the own corner', () => {
  it('is told by its difference until it is reckoned with', () => {
    const sky = { garden: { cold_offset_c: null }, cold_offset_learnt_c: 2.1 } as unknown as Sky
    expect(offsetInWords(sky, metric)).toContain('reads about 2° more than the others')
    expect(offsetInWords({ ...sky, cold_offset_learnt_c: -3 }, metric)).toContain('3° less')
    expect(offsetInWords({ ...sky, cold_offset_learnt_c: null }, metric)).toBe('')
    expect(offsetInWords({ ...sky, garden: { cold_offset_c: 2 } } as unknown as Sky, metric)).toBe('')
  })
})

describe('a score', () => {
  const score = {
    n: 30,
    brier: 0.1,
    usual: 0.2,
    skill: 0.5,
    enough: true,
    bins: [{ low: 0.55, high: 0.85, n: 14, said: 0.62, came: 9 }],
  }
  it('says what was said and how often it came, and judges only with enough', () => {
    expect(scoreInWords(score, 'waits')[0]).toBe('Of 14 waits at 6 in 10, 9 needed no water.')
    expect(scoreInWords(score, 'rain')[0]).toBe('Of 14 days at 6 in 10, 9 rained.')
    expect(scoreInWords(score, 'rain')[1]).toContain(
      'better than to say every day what is usual (Brier score 0.10 against 0.20)',
    )
    expect(scoreInWords({ ...score, skill: -0.4 }, 'rain')[1]).toContain('trust your own eye more')
    expect(scoreInWords({ ...score, enough: false }, 'rain')[1]).toContain('too few')
    expect(scoreInWords(null, 'waits')[0]).toContain('No bed has waited')
  })
})

describe('whom to believe', () => {
  it('says which source told what of a day', () => {
    expect(fromInWords([{ what: 'rain', source: 'station' }])).toBe('station’s file')
    expect(
      fromInWords([
        { what: 'temperature', source: 'typed' },
        { what: 'rain', source: 'station' },
        { what: 'wind', source: 'station' },
      ]),
    ).toBe('typed by you: temperature; station’s file: rain, wind')
  })

  it('moves one a step up', () => {
    expect(stepUp(['typed', 'station', 'provider'], 'station')).toEqual(['station', 'typed', 'provider'])
    expect(stepUp(['typed', 'station'], 'typed')).toEqual(['typed', 'station'])
  })
})

describe('rain that was expected, hail and tunnels', () => {
  it('asks what fell, and says what counts meanwhile', () => {
    const said = hopedInWords({ date: '2025-07-10', rain: 12, chance: 0.3 }, '2025-07-11', metric)
    expect(said).toContain('12.0 mm of rain stood at 3 in 10 for yesterday')
    expect(said).toContain('with 3.6 mm')
    expect(chanceInWords(1)).toBe('sure')
  })

  it('says one day once, and several from the first to the last', () => {
    expect(spanInWords(['2025-07-11'], '2025-07-11')).toBe('today')
    expect(spanInWords(['2025-07-11', '2025-07-12'], '2025-07-11')).toBe('today to tomorrow')
  })

  it('names the day of the hail', () => {
    const said = hailInWords({ date: '2025-07-11', beds: ['Leeks', 'Pot'] }, '2025-07-11')
    expect(said).toContain('Hail today')
    expect(said).toContain('Look at Leeks and Pot')
  })

  it('tells tunnels that open alike together, and none that stay shut', () => {
    const one = {
      bed: 'A',
      date: '2025-07-11',
      from_h: 8.25,
      to_h: 18.5,
      shut_c: 44.2,
      night: false,
      lee: false,
    }
    const said = airingInWords(
      [
        one,
        { ...one, bed: 'B' },
        { ...one, bed: 'C', night: true, lee: true },
        { ...one, bed: 'D', from_h: null, to_h: null },
      ],
      metric,
    )
    expect(said).toHaveLength(2)
    expect(said[0]).toMatch(
      /^A and B: open from 8:15, shut it about 18:30\. Shut all day it would reach 44 °C inside\.$/,
    )
    expect(said[1]).toContain(
      'C: open from 8:15, on the side away from the wind alone, it may stay open overnight.',
    )
  })
})
