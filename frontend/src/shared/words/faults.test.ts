import { describe, expect, it } from 'vitest'

import { units } from '@/shared/format/units'

import { isCalled, usualStart } from './crops'
import { faultText, fieldName, namedFault, quantityOf } from './faults'
import { GLOSSARY } from './glossary'

const fault = (field: string, value: string | null, allowed: string) => ({
  field,
  value,
  allowed,
  text: `${field}: ${value} is not usable; allowed: ${allowed}`,
})

describe('what was refused, in a form’s own words', () => {
  it('says the value, what is wrong and what would do, in the person’s units', () => {
    const length = 'a number from 0.08 to 100 m'
    expect(faultText(fault('length_m', '0', length))).toBe('0.00 m is too small: 0.08 to 100.0 m.')
    expect(faultText(fault('length_m', '900', length))).toContain('900.0 m is too large')
    expect(faultText(fault('length_m', null, length))).toBe('Missing: 0.08 to 100.0 m.')
    units.system = 'us'
    expect(faultText(fault('length_m', '0', length))).toBe('0.0 ft is too small: 0.3 to 328.1 ft.')
    units.system = 'metric'
    expect(faultText(fault('plantings[0].count', '2.5', 'a whole number from 1 to 5000'))).toBe(
      '2.5 is not a whole number: 1 to 5000, whole.',
    )
    expect(faultText(fault('kind', 'x', 'one of pot, raised'))).toBe('Choose one of the list.')
    expect(faultText(fault('opened', 'x', 'a date as YYYY-MM-DD, from 1900 to 2099'))).toBe(
      'Pick a day of the calendar.',
    )
    expect(faultText(fault('name', 'Bench', 'a name no other bed of the garden has'))).toBe(
      'A name no other bed of the garden has.',
    )
  })

  it('names a field as a person calls it', () => {
    expect(fieldName('plantings[1].spread_m')).toBe('spread of crop 2')
    expect(fieldName('people[0].minutes[6]')).toBe('minutes of person 1')
    expect(fieldName('soil.intake_mm_per_h')).toBe('intake')
    expect(namedFault(fault('soil_depth_m', '9', 'a number from 0.05 to 1.5 m'))).toBe(
      'Soil depth: 900 cm is too large: 5 to 150 cm.',
    )
    expect([quantityOf('rain'), quantityOf('capacity_l'), quantityOf('tmin'), quantityOf('count')]).toEqual([
      'depth',
      'volume',
      'temperature',
      null,
    ])
  })

  it('never says a key, None or null', () => {
    for (const value of [null, '', '-4', 'None'])
      for (const field of [
        'length_m',
        'plantings[0].sizes[0].spread_m',
        'reservoir.capacity_l',
        'drip.flow_l_per_h',
      ])
        for (const allowed of ['a number from 1 to 5 m', 'one of a, b', 'text of at most 60 characters'])
          expect(namedFault(fault(field, value, allowed))).not.toMatch(/_|None|null|undefined|NaN|\[/)
  })
})

describe('crops by other names', () => {
  it('are found as they are called elsewhere', () => {
    const found = (typed: string) =>
      ['courgette', 'aubergine', 'rocket', 'spring_onion', 'coriander', 'chard'].filter((key) =>
        isCalled(key, key, typed),
      )
    expect(
      ['zucchini', 'Eggplant', 'arugula', 'scallion', 'cilantro', 'silverbeet'].map((x) => found(x)[0]),
    ).toEqual(['courgette', 'aubergine', 'rocket', 'spring_onion', 'coriander', 'chard'])
    expect(found('')).toHaveLength(6)
    expect([usualStart('carrot'), usualStart('tomato'), usualStart('rhubarb')]).toEqual([
      'sown',
      'transplant',
      'established',
    ])
  })
})

describe('the glossary', () => {
  it('explains each term once, in plain words', () => {
    const keys = GLOSSARY.map((x) => x.key)
    expect(new Set(keys).size).toBe(keys.length)
    for (const x of GLOSSARY) expect(x.plain.length, x.key).toBeGreaterThan(20)
  })

  it('says days as the page does, and names days away in its own words', () => {
    const fault = {
      field: 'returns',
      text: '',
      value: '2025-07-12',
      allowed: '1 to 45 days after 2025-07-12, the day of leaving',
    }
    expect(namedFault(fault)).toMatch(/^Day you are back: 1 to 45 days after .*12.*, the day of leaving\.$/)
    expect(namedFault(fault)).not.toContain('2025-07-12')
  })
})
