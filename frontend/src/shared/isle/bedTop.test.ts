import { describe, expect, it } from 'vitest'

import { beyondLine, MOST_DRAWN, pathsOf, plantsFrom } from './bedTop'

const group = (count: number, full_m = 0.5) => ({ label: 'x', count, now_m: 0.2, full_m })

describe('a bed from above', () => {
  it('sets as many plants as there are, all inside, none on another', () => {
    for (const n of [1, 2, 5, 7, 12, 40]) {
      const plants = plantsFrom([group(n)], 2.4, 1.2, false)
      expect(plants).toHaveLength(n)
      expect(plants.every((p) => Math.abs(p.x) < 1.2 && Math.abs(p.y) < 0.6)).toBe(true)
      expect(new Set(plants.map((p) => `${p.x.toFixed(3)} ${p.y.toFixed(3)}`)).size).toBe(n)
    }
  })

  it('gives each group a strip by the room it takes', () => {
    const plants = plantsFrom([group(1, 2), group(4, 0.5)], 4, 1, false)
    const first = plants.filter((p) => p.group === 0)
    const second = plants.filter((p) => p.group === 1)
    expect(Math.max(...first.map((p) => p.x))).toBeLessThan(Math.min(...second.map((p) => p.x)))
    expect(plants).toHaveLength(5)
  })

  it('keeps a round pot’s plants inside it, a single one in the middle, and a sowing countable', () => {
    expect(plantsFrom([group(1)], 0.4, 0.4, true)[0]).toEqual({ x: 0, y: 0, group: 0 })
    expect(plantsFrom([group(9)], 0.4, 0.4, true).every((p) => Math.hypot(p.x, p.y) < 0.2)).toBe(true)
    expect(plantsFrom([group(3000)], 2, 1, false)).toHaveLength(MOST_DRAWN)
  })

  it('marks the plants that a line does not come to, and one more row reaches them', () => {
    const groups = [{ label: 'Lettuce', count: 12, now_m: 0.1, full_m: 0.3 }]
    const plants = plantsFrom(groups, 3, 1.2, false)
    const beyond = (rows: number, laid: 'rows' | 'ring' = 'rows') =>
      beyondLine({ rows, laid, wets_m: 0.3 }, 3, 1.2, false, plants, groups).size
    expect(beyond(1)).toBeGreaterThan(0)
    expect(beyond(2)).toBeLessThanOrEqual(beyond(1))
    expect(beyond(4)).toBe(0)
    expect(pathsOf({ rows: 2, laid: 'rows', wets_m: 0.3 }, 3, 1.2, false)).toHaveLength(2)
    expect(pathsOf({ rows: 2, laid: 'ring', wets_m: 0.3 }, 3, 1.2, false)).toHaveLength(1)
    expect(pathsOf({ rows: 1, laid: 'rows', wets_m: 0.3 }, 1, 1, true)[0]).toContain('A')
  })
})
