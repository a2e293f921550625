import type { Bed, BedIn, Catalogue } from '@/shared/api/types'
import { addDays } from '@/shared/format/time'

export interface PlantingForm {
  id: number | null
  crop: string
  variety: string
  count: number | null
  planted: string
  removed: string | null
  height: string | null
  spread_m: number | null
}

export interface BedForm {
  name: string
  kind: string
  length_m: number | null
  width_m: number | null
  round: boolean
  soil_depth_m: number | null
  material: string
  organic_matter_pct: number
  method: string
  rig: number | null
  style: string | null
  pattern: string | null
  under_cover: boolean
  opening_wetness: string | null
  emitters: number | null
  emitter_flow: number | null
  capacity_l: number | null
  wick: number | null
  opening_l: number | null
  mulch: string
  mulch_depth_m: number | null
  mulch_cover: number
  plantings: PlantingForm[]
}

const ROUND_KINDS = new Set(['pot', 'half_barrel', 'fabric_bag', 'hanging_basket', 'keyhole'])
/** Usual sizes of each kind [m], to begin from. */
const USUAL: Record<string, [number, number]> = {
  raised: [2.4, 1.2],
  open: [3, 1.2],
  keyhole: [1.8, 1.8],
  row: [4, 0.6],
  pot: [0.3, 0.3],
  half_barrel: [0.6, 0.6],
  trough: [0.8, 0.25],
  fabric_bag: [0.4, 0.4],
  hanging_basket: [0.35, 0.35],
  self_watering_box: [0.8, 0.4],
}

export function emptyForm(): BedForm {
  const form: BedForm = {
    name: '',
    kind: 'raised',
    length_m: null,
    width_m: null,
    round: false,
    soil_depth_m: null,
    material: 'unknown',
    organic_matter_pct: 2.5,
    method: 'hose',
    rig: null,
    style: null,
    pattern: null,
    under_cover: false,
    opening_wetness: null,
    emitters: 10,
    emitter_flow: 2,
    capacity_l: 15,
    wick: null,
    opening_l: null,
    mulch: 'none',
    mulch_depth_m: 0.05,
    mulch_cover: 1,
    plantings: [],
  }
  takeKind(form, 'raised')
  return form
}

/** What a kind brings along: its usual size, shape, soil and method. */
export function takeKind(form: BedForm, kind: string, catalogue?: Catalogue) {
  form.kind = kind
  const [length, width] = USUAL[kind] ?? [2, 1]
  Object.assign(form, { length_m: length, width_m: width, round: ROUND_KINDS.has(kind), soil_depth_m: null })
  const container = catalogue?.kinds.find((k) => k.key === kind)?.container ?? false
  if (container && form.material === 'unknown') form.material = 'potting_mix'
  if (kind === 'self_watering_box') form.method = 'reservoir'
  else if (container && form.method !== 'drip') form.method = 'can'
  else if (form.method === 'reservoir' || form.method === 'can') form.method = 'hose'
}

export function newPlanting(today: string): PlantingForm {
  return {
    id: null,
    crop: 'tomato',
    variety: '',
    count: 1,
    planted: addDays(today, -28),
    removed: null,
    height: null,
    spread_m: null,
  }
}

export function formOf(bed: Bed): BedForm {
  return {
    name: bed.name,
    kind: bed.kind,
    length_m: bed.length_m,
    width_m: bed.width_m,
    round: bed.round,
    soil_depth_m: bed.soil_depth_m,
    material: bed.soil.material,
    organic_matter_pct: bed.soil.organic_matter_pct,
    method: bed.method,
    rig: bed.rig,
    style: bed.style,
    pattern: bed.pattern,
    under_cover: bed.under_cover,
    opening_wetness: bed.opening_wetness,
    emitters: bed.drip?.emitters ?? 10,
    emitter_flow: bed.drip?.flow_l_per_h ?? 2,
    capacity_l: bed.reservoir?.capacity_l ?? 15,
    wick: bed.reservoir?.wick_l_per_day ?? null,
    opening_l: bed.reservoir?.opening_l ?? null,
    mulch: bed.mulch?.kind ?? 'none',
    mulch_depth_m: bed.mulch?.depth_m ?? 0.05,
    mulch_cover: bed.mulch?.cover ?? 1,
    plantings: bed.plantings.map((p) => {
      const seen = p.sizes[p.sizes.length - 1]
      return {
        id: p.id,
        crop: p.crop,
        variety: p.variety,
        count: p.count,
        planted: p.planted,
        removed: p.removed,
        height: seen?.height ?? null,
        spread_m: seen?.spread_m ?? null,
      }
    }),
  }
}

/** What the server takes, in the garden file's words. Open numbers go as null, so that the server names them. */
export function bodyOf(form: BedForm): BedIn {
  const open = (n: number | null) => n as number
  return {
    name: form.name,
    kind: form.kind,
    length_m: open(form.length_m),
    width_m: open(form.round ? form.length_m : form.width_m),
    round: form.round,
    soil_depth_m: form.soil_depth_m,
    soil: { material: form.material, organic_matter_pct: form.organic_matter_pct },
    method: form.method,
    rig: form.rig,
    style: form.style,
    pattern: form.pattern,
    under_cover: form.under_cover,
    opening_wetness: form.opening_wetness,
    drip:
      form.method === 'drip'
        ? { emitters: open(form.emitters), flow_l_per_h: open(form.emitter_flow) }
        : null,
    reservoir:
      form.method === 'reservoir'
        ? { capacity_l: open(form.capacity_l), wick_l_per_day: form.wick, opening_l: form.opening_l }
        : null,
    mulch: { kind: form.mulch, depth_m: form.mulch_depth_m ?? 0.05, cover: form.mulch_cover },
    plantings: form.plantings.map((p) => ({
      id: p.id,
      crop: p.crop,
      variety: p.variety,
      count: open(p.count),
      planted: p.planted,
      removed: p.removed,
      height: p.height,
      spread_m: p.height ? p.spread_m : null,
    })),
  }
}
