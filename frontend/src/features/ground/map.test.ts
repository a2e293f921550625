import { describe, expect, it } from 'vitest'

import {
  boxOf,
  endsOf,
  nearest,
  history,
  labelShifts,
  onMap,
  parked,
  samePlace,
  sized,
  snapped,
  viewOf,
} from './map'

const BED = { length: 2.4, width: 1.2, round: false }
const POT = { length: 0.4, width: 0.4, round: true }

describe('the plan', () => {
  it('draws a tube between the ends that lie nearest', () => {
    const bed = { length: 2, width: 0.5, round: false }
    const [left, right] = endsOf({ x: 0, y: 0, turn: 0 }, bed)
    expect([left, right]).toEqual([
      { x: -1, y: 0 },
      { x: 1, y: 0 },
    ])
    const below = endsOf({ x: 1, y: -3, turn: 90 }, bed)
    const tube = nearest([left!, right!], below)
    expect(tube.from).toEqual(right)
    expect(tube.to.y).toBeCloseTo(-2, 9)
    expect(tube.to.x).toBeCloseTo(1, 9)
  })

  it('puts an upright box around a turned bed', () => {
    const plain = boxOf({ x: 1, y: 2, turn: 0 }, BED)
    expect(plain.left).toBeCloseTo(-0.2, 9)
    expect([plain.right, plain.bottom, plain.top]).toEqual([2.2, 1.4, 2.6])
    const turned = boxOf({ x: 0, y: 0, turn: 90 }, BED)
    expect(turned.right).toBeCloseTo(0.6, 9)
    expect(turned.top).toBeCloseTo(1.2, 9)
    const slanted = boxOf({ x: 0, y: 0, turn: 45 }, BED)
    expect(slanted.right).toBeCloseTo((1.8 * Math.SQRT2) / 2, 9)
    expect(boxOf({ x: 0, y: 0, turn: 45 }, POT).right).toBeCloseTo(0.2, 9)
  })

  it('snaps to a neighbour’s edge or middle when near, else to a tenth of a metre', () => {
    expect(snapped({ x: 1.234, y: 4.567, turn: 0 }, BED, [])).toEqual({ x: 1.2, y: 4.6, turn: 0 })
    const neighbour = boxOf({ x: 0, y: 0, turn: 0 }, BED)
    // The left edge of a pot beside the right edge of the bed, its middle level with the bed's.
    expect(snapped({ x: 1.47, y: 0.09, turn: 0 }, POT, [neighbour])).toEqual({ x: 1.4, y: 0, turn: 0 })
    expect(snapped({ x: 3.33, y: 0.3, turn: 30 }, POT, [neighbour]).x).toBeCloseTo(3.3, 9)
  })

  it('shows all there is with a margin, and an empty garden as a few metres', () => {
    expect(viewOf([])).toEqual({ left: 0, right: 8, bottom: 0, top: 5 })
    const view = viewOf([boxOf({ x: 0, y: 0, turn: 0 }, POT)])
    expect(view.right - view.left).toBeCloseTo(6, 9)
    const wide = viewOf([boxOf({ x: 0, y: 0, turn: 0 }, BED), boxOf({ x: 20, y: 3, turn: 0 }, BED)])
    expect(wide.left).toBeCloseTo(-2, 9)
    expect(wide.right).toBeCloseTo(22, 9)
  })

  it('parks beds without a place in rows that do not overlap', () => {
    const beds = Array.from({ length: 9 }, (_, id) => ({ id, footprint: id % 2 ? POT : BED }))
    const places = parked(beds, [boxOf({ x: 2, y: 8, turn: 0 }, BED)])
    const boxes = beds.map((b) => boxOf(places.get(b.id)!, b.footprint))
    boxes.forEach((a, i) =>
      boxes.slice(i + 1).forEach((b) => {
        const apart = a.right <= b.left || b.right <= a.left || a.top <= b.bottom || b.top <= a.bottom
        expect(apart).toBe(true)
      }),
    )
    expect(Math.max(...boxes.map((b) => b.top))).toBeLessThan(7.4)
  })

  it('goes back and forth, and a new step cuts off what was undone', () => {
    const h = history('a')
    h.push('b')
    h.push('c')
    expect(h.back()).toBe('b')
    expect(h.back()).toBe('a')
    expect(h.back()).toBeNull()
    expect(h.forth()).toBe('b')
    h.push('d')
    expect(h.canGoForth()).toBe(false)
    expect(h.now()).toBe('d')
    expect(h.back()).toBe('b')
  })
})

describe('a size drawn by its corner', () => {
  it('keeps the far corner where it is, turned or not', () => {
    const grown = sized({ x: 0, y: 0, turn: 0 }, BED, { x: 1.8, y: -1.1 })
    expect(grown).toEqual({ x: 0.3, y: -0.25, turn: 0, length: 3, width: 1.7 })
    const turned = { x: 2, y: 1, turn: 90 }
    const far = onMap(turned, -1.2, 0.6)
    const drawn = sized(turned, BED, onMap(turned, 2.2, -0.6))
    expect([drawn.length, drawn.width]).toEqual([3.4, 1.2])
    const still = onMap(drawn, -drawn.length! / 2, drawn.width! / 2)
    expect(still.x).toBeCloseTo(far.x, 6)
    expect(still.y).toBeCloseTo(far.y, 6)
  })

  it('grows a round one about its middle, and nothing to nothing', () => {
    expect(sized({ x: 1, y: 1, turn: 0 }, POT, { x: 1.3, y: 1.4 })).toMatchObject({
      x: 1,
      y: 1,
      length: 1,
      width: 1,
    })
    expect(sized({ x: 0, y: 0, turn: 0 }, BED, { x: -9, y: 9 })).toMatchObject({ length: 0.1, width: 0.1 })
  })

  it('tells a place from one of another size', () => {
    const p = { x: 0, y: 0, turn: 0, length: 2, width: 1 }
    expect(samePlace(p, { ...p })).toBe(true)
    expect(samePlace({ ...p, width: 1.1 }, p)).toBe(false)
    expect(samePlace(undefined, p)).toBe(false)
  })
})

describe('the names on the map', () => {
  it('lie below each other where they would touch, and stay where they would not', () => {
    const at = (key: string, x: number, y = 0) => ({ key, text: 'Ten letters', x, y })
    const shifts = labelShifts([at('a', 0), at('b', 1), at('c', 9), at('d', 0.5, 5)], 0.3)
    expect([...'abcd'].map((k) => shifts.get(k))).toEqual(
      [0, 0.3, 0, 0].map((v): unknown => expect.closeTo(v, 6)),
    )
  })
})
