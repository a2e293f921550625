import { describe, expect, it } from 'vitest'

import type { StationFile } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import {
  faultInWords,
  fromInWords,
  rainInWords,
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
    expect(said).toContain('Of the 12.0 mm that fell yesterday')
    expect(said).toContain('nothing to Bag (under cover), 3.0 mm to Glass End (kept by leaves and mulch)')
    expect(said).toContain('11.0 mm to Bench came to the roots.')
    const more = ['C', 'D', 'E'].map((bed, i) => ({ bed, came_mm: 9 + i, kept_by: 'none' as const }))
    expect(rainInWords({ ...rain, beds: [...beds, ...more] }, '2025-07-11', metric)).toContain(
      '9.0 to 11.0 mm to all others',
    )
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
