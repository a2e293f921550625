import type { Bed, BedIn, Catalogue } from '@/shared/api/types'
import { addDays } from '@/shared/format/time'

export interface SoilForm {
  material: string
  organic_matter_pct: number | null
  /** How the texture is known: by the material alone, by a jar, or by percentages. */
  test: 'none' | 'feel' | 'jar' | 'percent'
  /** The texture class of each handful that was felt. */
  feel: string[]
  jar: { sand_mm: number | null; silt_mm: number | null; clay_mm: number | null; jars?: number }
  sand_pct: number | null
  clay_pct: number | null
  mix: { ingredient: string; parts: number | null }[]
  stones_pct: number | null
  loosened_m: number | null
  woody_fill_m: number | null
  drainage: string
  intake_mm_per_h: number | null
  top_m: number | null
  layers: { depth_m: number | null; material: string; organic_matter_pct?: number }[]
}

export interface LightForm {
  all_day: boolean
  sun_from_h: number
  sun_to_h: number
  shade_pct: number | null
  shelter: string
  warm_wall: boolean
  cover: string
}

export interface PlantingForm {
  id: number | null
  /** A crop's key, or "own:" and the id of an own crop. */
  crop: string
  start: string
  buried_m: number | null
  left: number | null
  variety: string
  count: number | null
  planted: string
  removed: string | null
  height: string | null
  spread_m: number | null
  spacing_m: number | null
  /** Whether the bed is watered for its sake; null: as is usual for its crop. */
  watered: boolean | null
}

export interface BedForm {
  name: string
  kind: string
  length_m: number | null
  width_m: number | null
  round: boolean
  soil_depth_m: number | null
  drain_holes: boolean | null
  soil: SoilForm
  /** From when a changed soil holds; null: it was always so. */
  soil_since: string | null
  light: LightForm
  light_since: string | null
  method: string
  rig: number | null
  style: string | null
  pattern: string | null
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

export function emptySoil(): SoilForm {
  return {
    material: 'unknown',
    organic_matter_pct: null,
    test: 'none',
    feel: [],
    jar: { sand_mm: null, silt_mm: null, clay_mm: null },
    sand_pct: null,
    clay_pct: null,
    mix: [],
    stones_pct: null,
    loosened_m: null,
    woody_fill_m: null,
    drainage: 'free',
    intake_mm_per_h: null,
    top_m: null,
    layers: [],
  }
}

export function openLight(): LightForm {
  return {
    all_day: true,
    sun_from_h: 8,
    sun_to_h: 14,
    shade_pct: null,
    shelter: 'open',
    warm_wall: false,
    cover: 'none',
  }
}

export function emptyForm(usual = 'hose'): BedForm {
  return {
    name: '',
    kind: 'raised',
    length_m: 2.4,
    width_m: 1.2,
    round: false,
    soil_depth_m: null,
    drain_holes: null,
    soil: emptySoil(),
    soil_since: null,
    light: openLight(),
    light_since: null,
    method: usual,
    rig: null,
    style: null,
    pattern: null,
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
}

/** What a kind brings along: the first of its usual sizes, shape, soil, cover and method. */
export function takeKind(form: BedForm, kind: string, catalogue?: Catalogue, usual = 'hose') {
  form.kind = kind
  const known = catalogue?.kinds.find((k) => k.key === kind)
  const container = known?.container ?? false
  const size = known?.sizes[0]
  if (size) takeSize(form, size)
  form.drain_holes = null
  form.light.cover = kind === 'tunnel' ? 'tunnel' : form.light.cover === 'tunnel' ? 'none' : form.light.cover
  if (container && form.soil.material === 'unknown') form.soil.material = 'potting_mix'
  if (!container && form.soil.material === 'potting_mix') form.soil.material = 'unknown'
  if (kind === 'self_watering_box') form.method = 'reservoir'
  else if (container && usual !== 'drip') form.method = 'can'
  else form.method = usual
}

export function takeSize(
  form: BedForm,
  size: { length_m: number; width_m: number; depth_m: number; round: boolean },
) {
  form.length_m = size.length_m
  form.width_m = size.width_m
  form.round = size.round
  form.soil_depth_m = size.depth_m
}

export function newPlanting(today: string): PlantingForm {
  return {
    id: null,
    crop: 'tomato',
    start: 'transplant',
    buried_m: null,
    left: null,
    variety: '',
    count: 1,
    planted: addDays(today, -28),
    removed: null,
    height: null,
    spread_m: null,
    spacing_m: null,
    watered: null,
  }
}

/** How wide a plant of this crop usually is at a height [m]: both grow by the same share of their full size. */
export function usualSpread(crop: { height_m: number; spread_m: number }, height_m: number): number {
  const share = Math.min(1, height_m / crop.height_m)
  return Math.max(0.02, Math.round(crop.spread_m * share * 100) / 100)
}

export function formOf(bed: Bed): BedForm {
  return {
    name: bed.name,
    kind: bed.kind,
    length_m: bed.length_m,
    width_m: bed.width_m,
    round: bed.round,
    soil_depth_m: bed.soil_depth_m,
    drain_holes: bed.drain_holes,
    soil: soilOf(bed.soils[bed.soils.length - 1]),
    soil_since: null,
    light: lightOf(bed.exposures[bed.exposures.length - 1]),
    light_since: null,
    method: bed.method,
    rig: bed.rig,
    style: bed.style,
    pattern: bed.pattern,
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
        crop: p.own_crop ? `own:${p.own_crop}` : p.crop,
        start: p.start,
        buried_m: p.buried_m || null,
        left: p.left,
        variety: p.variety,
        count: p.count,
        planted: p.planted,
        removed: p.removed,
        height: seen?.height ?? null,
        spread_m: seen?.spread_m ?? null,
        spacing_m: p.spacing_m,
        watered: p.watered,
      }
    }),
  }
}

function soilOf(soil: Bed['soils'][number] | undefined): SoilForm {
  if (!soil) return emptySoil()
  return {
    ...emptySoil(),
    ...pick(soil),
    organic_matter_pct: soil.organic_matter_pct,
    test: soil.sand_pct !== null ? 'percent' : soil.jar ? 'jar' : soil.feel.length ? 'feel' : 'none',
    feel: [...soil.feel],
    jar: soil.jar ? { ...soil.jar } : emptySoil().jar,
    stones_pct: soil.stones_pct || null,
    woody_fill_m: soil.woody_fill_m || null,
    mix: soil.mix.map((x) => ({ ...x })),
    layers: soil.layers.map((x) => ({ ...x })),
  }
}

function pick(soil: Bed['soils'][number]) {
  const { material, sand_pct, clay_pct, loosened_m, drainage, intake_mm_per_h, top_m } = soil
  return { material, sand_pct, clay_pct, loosened_m, drainage, intake_mm_per_h, top_m }
}

function lightOf(seen: Bed['exposures'][number] | undefined): LightForm {
  if (!seen) return openLight()
  const all_day = seen.sun_from_h === 0 && seen.sun_to_h === 24
  return {
    ...openLight(),
    ...(all_day ? {} : { sun_from_h: seen.sun_from_h, sun_to_h: seen.sun_to_h }),
    all_day,
    shade_pct: seen.shade_pct || null,
    shelter: seen.shelter,
    warm_wall: seen.warm_wall,
    cover: seen.cover,
  }
}

/** The soil in the garden file's words: only what was said. */
function soilBody(form: BedForm): NonNullable<BedIn['soil']> {
  const s = form.soil
  const number = (n: number | null) => n as number
  return {
    material: s.material,
    ...(form.soil_since ? { date: form.soil_since } : {}),
    ...(s.organic_matter_pct === null ? {} : { organic_matter_pct: s.organic_matter_pct }),
    ...(s.test === 'jar'
      ? {
          jar: {
            sand_mm: number(s.jar.sand_mm),
            silt_mm: number(s.jar.silt_mm),
            clay_mm: number(s.jar.clay_mm),
            ...(s.jar.jars ? { jars: s.jar.jars } : {}),
          },
        }
      : {}),
    ...(s.test === 'feel' ? { feel: s.feel } : {}),
    ...(s.test === 'percent' ? { sand_pct: s.sand_pct, clay_pct: s.clay_pct } : {}),
    ...(s.material === 'own_mix'
      ? { mix: s.mix.map((x) => ({ ingredient: x.ingredient, parts: number(x.parts) })) }
      : {}),
    ...(s.stones_pct === null ? {} : { stones_pct: s.stones_pct }),
    ...(s.loosened_m === null ? {} : { loosened_m: s.loosened_m }),
    ...(s.woody_fill_m === null ? {} : { woody_fill_m: s.woody_fill_m }),
    ...(s.drainage === 'free' ? {} : { drainage: s.drainage }),
    ...(s.intake_mm_per_h === null ? {} : { intake_mm_per_h: s.intake_mm_per_h }),
    ...(s.layers.length
      ? { top_m: s.top_m, layers: s.layers.map((x) => ({ ...x, depth_m: number(x.depth_m) })) }
      : {}),
  }
}

function lightBody(form: BedForm): NonNullable<BedIn['exposure']> {
  const l = form.light
  return {
    ...(form.light_since ? { date: form.light_since } : {}),
    ...(l.all_day ? {} : { sun_from_h: l.sun_from_h, sun_to_h: l.sun_to_h }),
    ...(l.shade_pct === null ? {} : { shade_pct: l.shade_pct }),
    shelter: l.shelter,
    warm_wall: l.warm_wall,
    cover: l.cover,
  }
}

/** Whether this form says anything about light that the open sky does not. */
export function lightMatters(l: LightForm): boolean {
  return !(l.all_day && l.shade_pct === null && l.shelter === 'open' && !l.warm_wall && l.cover === 'none')
}

/** What the server takes, in the garden file's words. Open numbers go as null, so that the server names them. */
export function bodyOf(
  form: BedForm,
  had = { light: false },
  like: (own: number) => string = () => '',
): BedIn {
  const open = (n: number | null) => n as number
  return {
    name: form.name,
    kind: form.kind,
    length_m: open(form.length_m),
    width_m: open(form.round ? form.length_m : form.width_m),
    round: form.round,
    soil_depth_m: form.soil_depth_m,
    drain_holes: form.drain_holes,
    soil: soilBody(form),
    ...(lightMatters(form.light) || had.light ? { exposure: lightBody(form) } : {}),
    method: form.method,
    rig: form.rig,
    style: form.style,
    pattern: form.pattern,
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
      ...cropBody(p.crop, like),
      start: p.start,
      buried_m: p.buried_m ?? 0,
      ...(p.id !== null && p.left !== null ? { left: p.left } : {}),
      variety: p.variety,
      count: open(p.count),
      planted: p.planted,
      removed: p.removed,
      height: p.height,
      spread_m: p.height ? p.spread_m : null,
      spacing_m: p.spacing_m,
      watered: p.watered,
    })),
  }
}

function cropBody(crop: string, like: (own: number) => string): { crop: string; own_crop: number | null } {
  if (!crop.startsWith('own:')) return { crop, own_crop: null }
  const own_crop = Number(crop.slice(4))
  return { crop: like(own_crop), own_crop }
}
