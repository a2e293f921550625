import { describe, expect, it } from 'vitest'

import type { BedPage, Sky } from '@/shared/api/types'

import { flowsOption, waterlineOption } from './bed/charts'
import { skyOption } from './sky/charts'

const COLOURS = new Proxy({} as Record<string, string>, { get: (_, name) => `#${String(name).length}` })

function page(behind: number, ahead: number): Parameters<typeof waterlineOption>[0] {
  const date = (i: number) => new Date(Date.UTC(2025, 6, 11 + i, 12)).toISOString().slice(0, 10)
  return {
    behind: Array.from({ length: behind }, (_, i) => ({
      date: date(i - behind),
      net_mm: 2 * i,
      rain_in_mm: 1,
      watered_mm: 3,
      wicked_mm: 0.5,
      aside_mm: 0,
      plants_mm: 4,
      bare_soil_mm: 2,
      drained_mm: 0.25,
    })),
    ahead: Array.from({ length: ahead }, (_, i) => ({
      date: date(i),
      net_mm: { low: i, mid: i + 1, high: i + 3 },
      soak_l: 20,
    })),
    stop: { isle: { raw_mm: 16.5, air_mark_mm: 6 } },
  } as unknown as BedPage & { stop: NonNullable<BedPage['stop']> }
}

interface Series {
  data: (number | null)[]
  stack?: string
  name?: string
  markLine?: { data: { yAxis?: number; xAxis?: number }[] }
}

describe('the waterline', () => {
  const series = waterlineOption(page(14, 14), COLOURS, 'metric', 'mm').series as unknown as Series[]
  const [low, width, known, middle] = series as [Series, Series, Series, Series]

  it('runs water up: what is missing lies below full', () => {
    expect(known.data.slice(0, 3)).toEqual([-0, -2, -4])
    expect(known.data.slice(14)).toEqual(Array(14).fill(null))
  })

  it('draws the band from the dry edge up by its width, only ahead', () => {
    expect(low.data.slice(0, 14)).toEqual(Array(14).fill(null))
    expect(low.data.slice(14, 17)).toEqual([-3, -4, -5])
    expect(width.data.slice(14, 17)).toEqual([3, 3, 3])
    expect(low.stack).toBe(width.stack)
  })

  it('joins what is expected to the last day known', () => {
    expect(middle.data).toHaveLength(28)
    expect(middle.data[13]).toBe(known.data[13])
    expect(middle.data[14]).toBe(-1)
  })

  it('marks where plants suffer, where air is short, and today', () => {
    const marks = known.markLine!.data
    expect(marks.map((m) => m.yAxis ?? m.xAxis)).toEqual([-16.5, 6, 14])
  })

  it('holds with nothing behind yet, and in inches', () => {
    const fresh = waterlineOption(page(0, 14), COLOURS, 'us', 'in').series as unknown as Series[]
    expect(fresh[3]!.data).toHaveLength(14)
    expect(fresh[3]!.data[0]).toBeCloseTo(-0.04, 2)
    expect(fresh[2]!.markLine!.data[0]!.yAxis).toBeCloseTo(-16.5 / 25.4, 6)
  })

  it('tells a day by word, how far below full and how often it is watered', () => {
    const option = waterlineOption(page(14, 14), COLOURS, 'metric', 'mm')
    const say = option.tooltip.formatter as (items: { dataIndex: number }[]) => string
    expect(say([{ dataIndex: 1 }])).toContain('2.0 mm below full')
    expect(say([{ dataIndex: 15 }])).toContain('watered that day')
    expect(say([{ dataIndex: 14 }])).toContain('Friday 11 July')
  })
})

describe('what went in and out', () => {
  it('stacks in up and out down, the wick counted as water given', () => {
    const series = flowsOption(page(3, 14), COLOURS, 'metric', 'mm').series as Series[]
    expect(series.map((s) => [s.name, s.data[0]])).toEqual([
      ['rain, to the roots', 1],
      ['watered', 3.5],
      ['plants drank', -4],
      ['bare soil lost', -2],
      ['drained', -0.25],
    ])
    const beside = page(3, 14)
    beside.behind[0]!.aside_mm = 1.5
    const last = (flowsOption(beside, COLOURS, 'metric', 'mm').series as Series[]).at(-1)!
    expect([last.name, last.data[0]]).toEqual(['passed beside', -1.5])
  })
})

describe('the sky', () => {
  const day = (date: string, tmax: number | null, rain: number, heat = false) => ({
    date,
    tmax: tmax === null ? null : { low: tmax - 1, mid: tmax, high: tmax + 2 },
    rain: { low: 0, mid: rain, high: rain * 2 },
    heat_wave: heat,
  })
  const sky = {
    garden: { today: '2025-07-11' },
    days: [
      day('2025-07-10', 22, 0),
      day('2025-07-11', null, 3),
      day('2025-07-12', 31, 0, true),
      day('2025-07-13', 32, 0, true),
    ],
  } as unknown as Sky

  it('leaves a gap where a day is not known and shades the heat', () => {
    const series = skyOption(sky, COLOURS, 'metric', { t: '°C', rain: 'mm' }).series as unknown as (Series & {
      markArea?: { data: { xAxis: string }[][] }
    })[]
    expect(series[0]!.data).toEqual([21, null, 30, 31])
    expect(series[1]!.data).toEqual([3, null, 3, 3])
    expect(series[2]!.markArea!.data[0]!.map((x) => x.xAxis)).toEqual(['2025-07-12', '2025-07-13'])
    expect(series[2]!.markLine!.data[0]!.xAxis).toBe(1)
    expect(series[4]!.data).toEqual([0, 3, 0, 0])
  })

  it('speaks Fahrenheit and inches', () => {
    const series = skyOption(sky, COLOURS, 'us', { t: '°F', rain: 'in' }).series as unknown as Series[]
    expect(series[2]!.data[0]).toBeCloseTo(71.6, 1)
    expect(series[4]!.data[1]).toBeCloseTo(0.12, 2)
  })
})
