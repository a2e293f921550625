import type { Isle, Kind, MulchKind } from '@/shared/api/types'

import type { Crop } from './plants'

function example(kind: Kind, mid: number, height: number, mulch: MulchKind = 'none'): Isle {
  return {
    kind,
    net_mm: { low: mid - 2, mid, high: mid + 2 },
    raw_mm: 20,
    taw_mm: 46,
    trigger_mm: 20,
    air_mark_mm: 8,
    room_mm: 40,
    depth_m: 0.35,
    root_depth_m: 0.3,
    mulch,
    mulch_depth_m: mulch === 'none' ? 0 : 0.05,
    plants: 3,
    height_m: height,
    rooted_share: 1,
    reservoir_share: null,
    giver: null,
    cover: 'none',
    layers: [],
  }
}

/** Three isles for the door: low, half, brimming. A picture only; the garden's own are computed. */
export const EXAMPLE_ISLES: { isle: Isle; crops: Crop[] }[] = [
  { isle: example('raised', 22, 1.4), crops: [{ crop: 'tomato', count: 3 }] },
  { isle: example('open', 8, 0.45, 'straw'), crops: [{ crop: 'chard', count: 4 }] },
  { isle: example('half_barrel', -12, 0.6), crops: [{ crop: 'pepper', count: 1 }] },
]
