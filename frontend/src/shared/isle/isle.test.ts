import { describe, expect, it } from 'vitest'

import { plantsOf } from './plants'
import { levelOf, shapeOf, surface } from './shape'
import { FULL, waterShare } from './waterline'

const KINDS = [
  'raised',
  'open',
  'keyhole',
  'row',
  'pot',
  'half_barrel',
  'trough',
  'fabric_bag',
  'hanging_basket',
  'self_watering_box',
]

describe('the waterline', () => {
  it('falls as the bed dries and rises above full, within the soil', () => {
    for (const kind of KINDS) {
      const shape = shapeOf(kind)
      const at = (net: number) => levelOf(shape, { net, taw: 40, room: 30 })
      const levels = [-60, -30, -10, 0, 10, 20, 40, 80].map(at)
      expect(levels).toEqual([...levels].sort((a, b) => a - b))
      expect(levels[0]).toBeCloseTo(shape.top, 9)
      expect(at(-30)).toBeCloseTo(shape.top, 9)
      expect(at(40)).toBeCloseTo(shape.bottom - 1, 9)
      expect(at(80)).toBe(at(40))
    }
  })

  it('stands at field capacity a fifth below the surface, whatever the soil holds', () => {
    const shape = shapeOf('raised')
    const full = (taw: number) => levelOf(shape, { net: 0, taw, room: 9 })
    expect(full(10)).toBe(full(100))
    expect((full(10) - shape.top) / (shape.bottom - 1 - shape.top)).toBeCloseTo(1 - FULL, 9)
  })

  it('is one scale: the isle draws what the map and the days ahead show', () => {
    const shape = shapeOf('raised')
    for (const net of [-30, -5, 0, 7, 22, 40]) {
      const water = { net, taw: 40, room: 30 }
      const height = (shape.bottom - 1 - levelOf(shape, water)) / (shape.bottom - 1 - shape.top)
      expect(height).toBeCloseTo(waterShare(water), 9)
    }
    expect(waterShare({ net: 0, taw: 40, room: 60 })).toBe(FULL)
    expect(waterShare({ net: 20, taw: 40, room: 60 })).toBeCloseTo(FULL / 2, 9)
    expect(waterShare({ net: 90, taw: 40, room: 60 })).toBe(0)
    expect(waterShare({ net: -60, taw: 40, room: 60 })).toBe(1)
  })

  it('takes a soil that holds nothing without dividing by it', () => {
    expect(Number.isFinite(levelOf(shapeOf('pot'), { net: 5, taw: 0, room: 0 }))).toBe(true)
    expect(Number.isFinite(levelOf(shapeOf('pot'), { net: -5, taw: 0, room: 0 }))).toBe(true)
  })

  it('has a picture for every kind, and one for a kind it does not know', () => {
    const outlines = KINDS.map((k) => shapeOf(k).soil)
    expect(new Set(outlines).size).toBe(KINDS.length)
    expect(shapeOf('moat')).toBe(shapeOf('raised'))
    expect(surface(71.25)).toContain('71.3')
  })
})

describe('plants', () => {
  const stand: [number, number] = [20, 100]

  it('draws as many as stand there, up to what can be told apart', () => {
    for (const [count, drawn] of [
      [1, 1],
      [6, 6],
      [9, 9],
      [30, 9],
    ] as const)
      expect(plantsOf([{ crop: 'tomato', count }], 1.4, stand, 56).xs).toHaveLength(drawn)
    expect(plantsOf([], 1, stand, 56)).toEqual({ xs: [], strokes: [] })
  })

  it('keeps them in the bed and out of what stands in its middle', () => {
    const { xs } = plantsOf([{ crop: 'leek', count: 30 }], 0.3, stand, 56)
    expect(Math.min(...xs)).toBeGreaterThanOrEqual(20)
    expect(Math.max(...xs)).toBeLessThanOrEqual(100)
    const round = plantsOf([{ crop: 'courgette', count: 5 }], 0.4, stand, 56, [46, 74]).xs
    expect(round.every((x) => x <= 46 || x >= 74)).toBe(true)
  })

  it('draws taller plants taller, never two alike, and the same one always the same', () => {
    const top = (height: number) => {
      const strokes = plantsOf([{ crop: 'tomato', count: 1 }], height, stand, 56).strokes
      const ys = strokes.filter((s) => s.kind === 'stake').map((s) => Number(s.d.split('V')[1]))
      return Math.min(...ys)
    }
    expect(top(1.9)).toBeLessThan(top(0.9))
    expect(top(0.9)).toBeLessThan(top(0.1))
    const row = () => plantsOf([{ crop: 'chard', count: 3 }], 0.4, stand, 56).strokes.map((s) => s.d)
    expect(row()).toEqual(row())
    expect(new Set(row()).size).toBe(row().length)
  })

  it('shares the places by how many of each crop there are', () => {
    const strokes = plantsOf(
      [
        { crop: 'tomato', count: 3 },
        { crop: 'lettuce', count: 3 },
      ],
      1,
      stand,
      56,
    ).strokes
    expect(strokes.filter((s) => s.kind === 'stake')).toHaveLength(3)
  })
})
