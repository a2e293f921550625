import { describe, expect, it } from 'vitest'

import { readQuantity } from './quantity'

import { readNumber, unreadableBecause } from './read'
import { addDays, clock, daysBetween, duration, longDate, nearDay, shortDate } from './time'
import {
  decimalsOf,
  number,
  toShown,
  toSi,
  unitLabel,
  type Quantity,
  partsShown,
  range,
  shown,
} from './units'

const QUANTITIES: Quantity[] = [
  'volume',
  'depth',
  'length',
  'small_length',
  'temperature',
  'flow',
  'drip_flow',
  'wind',
  'area',
]

describe('units', () => {
  it('turns SI into what is read, by the factors of NIST Handbook 44', () => {
    // 1 US gallon is 3.785411784 L, 1 inch 25.4 mm, 1 foot 0.3048 m, 1 mile 1609.344 m: exact by definition.
    expect(toShown(3.785411784, 'volume', 'us')).toBeCloseTo(1, 12)
    expect(toShown(25.4, 'depth', 'us')).toBeCloseTo(1, 12)
    expect(toShown(0.3048, 'length', 'us')).toBeCloseTo(1, 12)
    expect(toShown(0.0254, 'small_length', 'us')).toBeCloseTo(1, 12)
    expect(toShown(1609.344 / 3600, 'wind', 'us')).toBeCloseTo(1, 9)
    expect(toShown(0.3048 ** 2, 'area', 'us')).toBeCloseTo(1, 12)
    expect(toShown(100, 'temperature', 'us')).toBeCloseTo(212, 12)
    expect(toShown(-40, 'temperature', 'us')).toBeCloseTo(-40, 12)
    expect(toShown(0.35, 'small_length', 'metric')).toBeCloseTo(35, 12)
  })

  it('comes back to the same number', () => {
    for (const system of ['metric', 'us'] as const)
      for (const quantity of QUANTITIES)
        for (const value of [-3.2, 0, 0.07, 18.9, 4321])
          expect(toSi(toShown(value, quantity, system), quantity, system)).toBeCloseTo(value, 9)
  })

  it('shows more decimals when small, a true minus, and no minus zero', () => {
    expect(number(38.2, 'volume', 'metric')).toBe('38')
    expect(number(1.14, 'volume', 'metric')).toBe('1.1')
    expect(number(-4.26, 'depth', 'metric')).toBe('−4.3')
    expect(number(-0.001, 'depth', 'metric')).toBe('0.0')
    expect(number(14.2, 'depth', 'us')).toBe('0.56')
    expect(unitLabel('flow', 'us')).toBe('gal/min')
    expect(decimalsOf('temperature', 'metric')).toBe(0)
  })
})

describe('time', () => {
  it('counts days across months, leap days and clock changes', () => {
    expect(addDays('2024-02-28', 1)).toBe('2024-02-29')
    expect(addDays('2025-03-30', 1)).toBe('2025-03-31')
    expect(addDays('2025-01-01', -1)).toBe('2024-12-31')
    expect(daysBetween('2025-03-29', '2025-10-27')).toBe(212)
  })

  it('names near days by word and far ones by date', () => {
    const today = '2025-07-11'
    expect(nearDay('2025-07-11', today)).toBe('today')
    expect(nearDay('2025-07-12', today)).toBe('tomorrow')
    expect(nearDay('2025-07-10', today)).toBe('yesterday')
    expect(nearDay('2025-07-14', today)).toBe('Monday')
    expect(nearDay('2025-07-08', today)).toBe('Tuesday')
    expect(nearDay('2025-07-25', today)).toBe('25 Jul')
    expect(longDate(today)).toBe('Friday 11 July')
    expect(shortDate(today)).toBe('Fri 11 Jul')
  })

  it('reads hours as a clock and seconds as a hand counts', () => {
    expect(clock(6.5)).toBe('6:30')
    expect(clock(-0.25)).toBe('23:45')
    expect(clock(23.999)).toBe('0:00')
    expect(duration(14.4)).toBe('14 s')
    expect(duration(99.4)).toBe('99 s')
    expect(duration(150)).toBe('2 min 30 s')
    expect(duration(180)).toBe('3 min')
  })
})

describe('a number as it is typed', () => {
  it('has a point or a comma before its decimals', () => {
    for (const [typed, value] of [
      ['5.5', 5.5],
      ['5,5', 5.5],
      ['0,125', 0.125],
      [' 12 ', 12],
      ['−3', -3],
      [',5', 0.5],
    ] as const)
      expect(readNumber(typed)).toBe(value)
    expect(readNumber(' ')).toBeNull()
  })

  it('is none when it could be read two ways or not at all', () => {
    for (const typed of ['1,500', '12,000', '1.5.2', 'x', '5 L', '1e3', '--2', '.'])
      expect(readNumber(typed)).toBeNaN()
    expect(unreadableBecause('1,500')).toContain('two ways')
    expect(unreadableBecause('x')).toContain('not a number')
    expect(unreadableBecause('5,5') + unreadableBecause('')).toBe('')
  })
})

describe('a unit that is typed', () => {
  const metric = (typed: string, q: Quantity) => readQuantity(typed, q, 'metric')

  it('is taken at its word, whatever the person’s own', () => {
    expect(metric('30 cm', 'length')).toBeCloseTo(0.3)
    expect(metric('12mm', 'depth')).toBe(12)
    expect(metric('0,5 in', 'depth')).toBeCloseTo(12.7)
    expect(metric('5 ft 6 in', 'length')).toBeCloseTo(1.6764)
    expect(metric('5\' 6"', 'length')).toBeCloseTo(1.6764)
    expect(metric('86 °F', 'temperature')).toBeCloseTo(30)
    expect(metric('2 cups', 'volume')).toBeCloseTo(0.473, 3)
    expect(metric('8 fl oz', 'volume')).toBeCloseTo(0.2366, 3)
    expect(metric('3 gpm', 'flow')).toBeCloseTo(11.36, 2)
    expect(metric('32 sq ft', 'area')).toBeCloseTo(2.973, 3)
    expect(metric('20 km/h', 'wind')).toBeCloseTo(5.556, 3)
    expect(readQuantity('12', 'length', 'us')).toBeCloseTo(3.6576)
    expect(metric('2.4', 'length')).toBe(2.4)
    expect(metric('', 'length')).toBeNull()
  })

  it('is refused where it means another thing or nothing', () => {
    for (const typed of ['12 L', 'about 3', '3 m 4', '1,500', 'm'])
      expect(metric(typed, 'length'), typed).toBeNaN()
  })
})

describe('little water in US units', () => {
  it('is told in the measures of a kitchen', () => {
    const us = (litres: number) => shown(litres, 'volume', 'us')
    expect([0.1, 0.24, 0.5, 1.2, 3.8, 40].map(us)).toEqual([
      '3 fl oz',
      '1.0 cup',
      '2.1 cups',
      '1.3 qt',
      '1.0 gal',
      '10.6 gal',
    ])
    expect(range({ low: 0.3, high: 0.9 }, 'volume', 'us')).toBe('1.3 to 3.8 cups')
    expect(range({ low: 30, high: 46 }, 'volume', 'metric')).toBe('30 to 46 L')
    expect(shown(0.5, 'volume', 'metric')).toBe('0.5 L')
  })
})

describe('parts of a sum', () => {
  it('add up exactly as they are shown', () => {
    const cases: [number[], number][] = [
      [[18.46, -9.42, -50.74, 40.55, 10.66, 3.33], 12.84],
      [[0.04, 0.04, 0.04], 0.12],
      [[1.05, 1.05, -0.06], 2.04],
    ]
    for (const [parts, total] of cases) {
      const said = partsShown(parts, total, 'depth', 'metric').map((x) => Number(x.replace('−', '-')))
      expect(said.reduce((n, x) => n + x, 0)).toBeCloseTo(Number(total.toFixed(1)), 9)
      said.forEach((x, i) => expect(Math.abs(x - parts[i]!)).toBeLessThanOrEqual(0.1001))
    }
  })
})
