import type { Giver } from '@/shared/api/types'

import { waterShare, type Water } from './waterline'

/** Geometry of an isle in its own small units: 120 wide, 112 high, soil from `top` to `bottom`. */

export interface Shape {
  /** Outline of the soil, closed. */
  soil: string
  top: number
  bottom: number
  /** Where plants may stand, left and right. */
  stand: [number, number]
  /** Lines of the vessel or frame over the soil. */
  frame: string
  /** Outline of a reservoir below, if the kind has one. */
  reservoir?: { x: number; y: number; width: number; height: number }
  /** What it hangs from. */
  above?: string
}

const RAISED: Shape = {
  soil: 'M12 56H108V101Q108 104 105 104H15Q12 104 12 101Z',
  top: 56,
  bottom: 104,
  stand: [20, 100],
  frame: 'M12 54V104M108 54V104M9 54V108M111 54V108',
}

const SHAPES: Record<string, Shape> = {
  raised: RAISED,
  open: {
    soil: 'M5 56H115C113 84 94 104 60 104C26 104 7 84 5 56Z',
    top: 56,
    bottom: 104,
    stand: [16, 104],
    frame: 'M1 56H119',
  },
  keyhole: {
    soil: 'M8 56H52V70H68V56H112C112 84 92 104 60 104C28 104 8 84 8 56Z',
    top: 56,
    bottom: 104,
    stand: [16, 104],
    frame: 'M52 52V70H68V52M55 52V68M60 52V68M65 52V68',
  },
  mound: {
    soil: 'M3 96C22 64 40 54 60 54C80 54 98 64 117 96C112 102 90 104 60 104C30 104 8 102 3 96Z',
    top: 54,
    bottom: 104,
    stand: [38, 82],
    frame: 'M0 96H3M117 96H120',
  },
  tunnel: {
    soil: 'M8 58H112C110 84 92 104 60 104C28 104 10 84 8 58Z',
    top: 58,
    bottom: 104,
    stand: [24, 96],
    frame: 'M4 58H116M8 58C8 20 30 8 60 8C90 8 112 20 112 58M34 58C34 26 44 12 60 8M86 58C86 26 76 12 60 8',
  },
  row: {
    soil: 'M2 58H118C114 82 100 96 88 97H32C20 96 6 82 2 58Z',
    top: 58,
    bottom: 97,
    stand: [10, 110],
    frame: 'M0 58H120',
  },
  pot: {
    soil: 'M28 57H92L85 104H35Z',
    top: 57,
    bottom: 104,
    stand: [40, 80],
    frame: 'M24 57H96M26 52H94V57H26ZM35 104H85',
  },
  half_barrel: {
    soil: 'M20 56H100C104 76 99 98 92 104H28C21 98 16 76 20 56Z',
    top: 56,
    bottom: 104,
    stand: [34, 86],
    frame: 'M18 66Q60 70 102 66M21 94Q60 98 99 94M40 56Q36 80 42 104M80 56Q84 80 78 104',
  },
  trough: {
    soil: 'M12 62H108L102 98H18Z',
    top: 62,
    bottom: 98,
    stand: [22, 98],
    frame: 'M8 62H112',
  },
  fabric_bag: {
    soil: 'M28 56H92C95 78 97 104 84 104H36C23 104 25 78 28 56Z',
    top: 56,
    bottom: 104,
    stand: [40, 80],
    frame: 'M28 60H92M27 58Q20 66 26 74M93 58Q100 66 94 74',
  },
  hanging_basket: {
    soil: 'M26 60H94C94 88 78 104 60 104C42 104 26 88 26 60Z',
    top: 60,
    bottom: 104,
    stand: [38, 82],
    frame: 'M24 60H96M34 78L86 78M42 92L78 92',
    above: 'M26 60L60 4L94 60',
  },
  tray: {
    soil: 'M10 84H110L106 104H14Z',
    top: 84,
    bottom: 104,
    stand: [18, 102],
    frame: 'M6 82H114M34 84V104M60 84V104M86 84V104',
  },
  self_watering_box: {
    soil: 'M14 52H106V86H14Z',
    top: 52,
    bottom: 86,
    stand: [24, 96],
    frame: 'M14 49V106H106V49M14 88H106',
    reservoir: { x: 15, y: 89, width: 90, height: 16 },
  },
}

export function shapeOf(kind: string): Shape {
  return SHAPES[kind] ?? RAISED
}

/** Height of the waterline on the isle's own scale, a hair above the bottom where nothing is left. */
export function levelOf(shape: Shape, water: Water): number {
  return shape.top + (1 - waterShare(water)) * (shape.bottom - 1 - shape.top)
}

/** A calm water surface across the isle at a height. */
export function surface(y: number): string {
  return `M0 ${y.toFixed(1)}q15 -1.6 30 0t30 0t30 0t30 0`
}

/** Two vessels buried in the soil, with what stands in them; none where nothing is buried. */
export function buriedVessels(
  isle: { giver: Giver | null; reservoir_share: number | null },
  shape: Shape,
): { outline: string; water: string }[] {
  if (!isle.giver || isle.giver === 'below') return []
  const [top, bottom] = [shape.top + 2, Math.min(shape.bottom - 8, shape.top + 28)]
  const half = { bottle: 4.5, pipe: 3, clay_pot: 7 }[isle.giver]
  const tall = bottom - top
  const level = bottom - tall * (isle.reservoir_share ?? 0)
  return [36, 84].map((x) => {
    const [l, r] = [x - half, x + half]
    const outline = {
      bottle: `M${x - 1.5} ${top - 7}V${top - 3}L${l} ${top + 2}V${bottom}H${r}V${top + 2}L${x + 1.5} ${top - 3}V${top - 7}Z`,
      pipe: `M${l} ${top - 6}V${bottom}H${r}V${top - 6}Z`,
      clay_pot: `M${x - 3} ${top - 5}V${top}C${l - 2} ${top + 6} ${l} ${bottom} ${x - 3} ${bottom}H${x + 3}C${r} ${bottom} ${r + 2} ${top + 6} ${x + 3} ${top}V${top - 5}Z`,
    }[isle.giver as Exclude<Giver, 'below'>]
    const wide = half - 1
    const water = level < bottom - 0.5 ? `M${x - wide} ${level}H${x + wide}V${bottom}H${x - wide}Z` : ''
    return { outline, water }
  })
}
