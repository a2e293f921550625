import type { School } from '@/shared/words/feeding'
import { objectOmit } from '@vueuse/core'

import type {
  Bed,
  BedIn,
  BodyHeight,
  Catalogue,
  Cover,
  CropName,
  Drainage,
  Giver,
  Ingredient,
  Kind,
  LineKind,
  Material,
  MethodName,
  MulchKind,
  Pattern,
  Shelter,
  Start,
  Style,
  Texture,
  Wetness,
} from '@/shared/api/types'
import { addDays } from '@/shared/format/time'

export interface SoilForm {
  material: Material
  organic_matter_pct: number | null
  /** How the texture is known: by the material alone, by a jar, or by percentages. */
  test: 'none' | 'feel' | 'jar' | 'percent'
  /** The texture class of each handful that was felt. */
  feel: Texture[]
  jar: { sand_mm: number | null; silt_mm: number | null; clay_mm: number | null; jars?: number }
  sand_pct: number | null
  clay_pct: number | null
  mix: { ingredient: Ingredient; parts: number | null; called?: string }[]
  stones_pct: number | null
  loosened_m: number | null
  woody_fill_m: number | null
  drainage: Drainage
  intake_mm_per_h: number | null
  top_m: number | null
  layers: { depth_m: number | null; material: Material; organic_matter_pct?: number }[]
}

export interface LightForm {
  all_day: boolean
  sun_from_h: number
  sun_to_h: number
  shade_pct: number | null
  shelter: Shelter
  warm_wall: boolean
  saucer: boolean
  cover: Cover
}

/** What more is known of a drip line; what is left open is as usual. */
export interface LineForm {
  length_m: number | null
  rows: number | null
  bore_mm: number | null
  holding: boolean
  rise_m: number | null
  feed_m: number | null
  feed_bore_mm: number | null
  reducer_m: number | null
  even: number | null
  kind: LineKind
  guessed: boolean
  laid: 'rows' | 'ring'
  filtered: boolean
  outlet: number | null
  deepens: number
}

/** A sprinkler; what is left open is as usual. */
export interface SprinklerForm {
  mm_per_h: number | null
  wets_m2: number | null
  even: number | null
}

export const usualLine = (): LineForm => ({
  length_m: null,
  rows: 1,
  bore_mm: 13.6,
  holding: false,
  rise_m: 0,
  feed_m: 5,
  feed_bore_mm: 19,
  reducer_m: null,
  even: null,
  kind: 'drippers',
  guessed: false,
  laid: 'rows',
  filtered: true,
  outlet: 1,
  deepens: 1,
})
export const usualSprinkler = (): SprinklerForm => ({ mm_per_h: 12, wets_m2: null, even: null })

/** A hose that seeps is told as a dripper each 10 cm. */
const SEEPS_EACH_M = 0.1
const USUAL_PER_M = 4
/** How many drippers a line has, by its length and the spacing; null where either is open. */
export function emittersOf(f: BedForm): number | null {
  const apart = f.line.kind === 'soaker' ? SEEPS_EACH_M : f.spacing_m
  if (!f.line.length_m || !apart || Number.isNaN(apart)) return null
  return Math.max(1, Math.round((f.line.length_m * (f.line.rows ?? 1)) / apart))
}
/** What each of them gives, by what is printed for a metre; null where that is not how it is told. */
export function flowOf(f: BedForm): number | null {
  if (f.line.kind === 'drippers') return null
  const apart = f.line.kind === 'soaker' ? SEEPS_EACH_M : f.spacing_m
  return apart ? Math.round(1000 * (f.per_m ?? USUAL_PER_M) * apart) / 1000 : null
}

export interface PlantingForm {
  id: number | null
  /** A crop's key, or "own:" and the id of an own crop. */
  crop: string
  start: Start
  buried_m: number | null
  left: number | null
  variety: string
  count: number | null
  planted: string
  removed: string | null
  height: BodyHeight | null
  spread_m: number | null
  spacing_m: number | null
  sown_m2: number | null
  outside_share: number
  /** Whether the bed is watered for its sake; null: as is usual for its crop. */
  watered: boolean | null
}

/** What the form sends as it was typed; what it asks in another way than the server takes it stands below. */
type Plain = Omit<
  BedIn,
  | 'soil'
  | 'exposure'
  | 'drip'
  | 'sprinkler'
  | 'reservoir'
  | 'mulch'
  | 'plantings'
  | 'length_m'
  | 'width_m'
  | 'opened'
>

export interface BedForm extends Plain {
  length_m: number | null
  width_m: number | null
  round: boolean
  soil_depth_m: number | null
  drain_holes: boolean | null
  alike: number
  method: MethodName
  rig: number | null
  line_after: number | null
  style: Style | null
  pattern: Pattern | null
  prefers: 'any' | 'dawn' | 'dusk' | null
  feeding: School | null
  feed: string | null
  opening_wetness: Wetness | null
  soil: SoilForm
  /** From when a changed soil holds; null: it was always so. */
  soil_since: string | null
  light: LightForm
  light_since: string | null
  emitters: number | null
  emitter_flow: number | null
  line: LineForm
  /** As a line is bought; counted into drippers and what each gives. */
  spacing_m: number | null
  per_m: number | null
  sprinkler: SprinklerForm
  capacity_l: number | null
  wick: number | null
  water_at_opening_l: number | null
  /** How much of the mix stands over the wick [%], and how high water climbs from it. */
  over_pct: number | null
  climbs_m: number | null
  /** What is buried beside the roots: of each, what it holds and gives. */
  giver: Exclude<Giver, 'below'> | null
  givers: number | null
  giver_l: number | null
  giver_depth: number | null
  seep: number | null
  mulch: MulchKind
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
    saucer: false,
    cover: 'none',
  }
}

export function emptyForm(usual: MethodName = 'hose'): BedForm {
  return {
    name: '',
    kind: 'raised',
    length_m: 2.4,
    width_m: 1.2,
    round: false,
    soil_depth_m: null,
    drain_holes: null,
    alike: 1,
    soil: emptySoil(),
    soil_since: null,
    light: openLight(),
    light_since: null,
    method: usual,
    rig: null,
    line_after: null,
    style: null,
    pattern: null,
    prefers: null,
    feeding: null,
    feed: null,
    opening_wetness: null,
    emitters: 10,
    emitter_flow: 2,
    line: usualLine(),
    spacing_m: null,
    per_m: null,
    sprinkler: usualSprinkler(),
    capacity_l: 15,
    wick: null,
    water_at_opening_l: null,
    over_pct: 100,
    climbs_m: null,
    giver: null,
    givers: 2,
    giver_l: 1.5,
    giver_depth: 0.2,
    seep: null,
    mulch: 'none',
    mulch_depth_m: 0.05,
    mulch_cover: 1,
    plantings: [],
  }
}

/** What a kind brings along: the first of its usual sizes, shape, soil, cover and method. */
export function takeKind(form: BedForm, kind: Kind, catalogue?: Catalogue, usual: MethodName = 'hose') {
  form.kind = kind
  const known = catalogue?.kinds.find((k) => k.key === kind)
  const container = known?.container ?? false
  const size = known?.sizes[0]
  if (size) takeSize(form, size)
  form.drain_holes = null
  if (!container) form.alike = 1
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

interface Measures {
  length_m: number | null
  width_m: number | null
  round: boolean
  soil_depth_m: number | null
}
/** What one of it holds [L]; null while a measure is open. */
export function litresOf(f: Measures, usualDepth: number): number | null {
  const [length, width, depth] = [f.length_m, f.round ? f.length_m : f.width_m, f.soil_depth_m ?? usualDepth]
  if (!length || !width || !depth) return null
  return 1000 * depth * length * width * (f.round ? Math.PI / 4 : 1)
}

const POT_DEPTH = 0.9 // of its width; common practice, no source
const toCm = (m: number) => Math.round(m * 100) / 100
/** A container told by its litres: a round one in the shape of a usual pot, another by its depth over the same ground. */
export function takeLitres(form: Measures, litres: number) {
  if (form.round) {
    const across = Math.cbrt((litres / 1000) * (4 / Math.PI / POT_DEPTH))
    form.length_m = form.width_m = toCm(across)
    form.soil_depth_m = toCm(litres / 1000 / ((Math.PI / 4) * form.length_m ** 2))
  } else if (form.length_m && form.width_m)
    form.soil_depth_m = toCm(litres / 1000 / (form.length_m * form.width_m))
}

const FOOT = 0.3048
const INCH = 0.0254
/** A usual size as it is sold where feet and inches are the measure: whole half feet, small things in inches. */
export function inFeet<Z extends { length_m: number; width_m: number; depth_m: number }>(z: Z): Z {
  const near = (m: number) =>
    m < 0.7 ? Math.round(m / INCH) * INCH : (Math.round((m / FOOT) * 2) / 2) * FOOT
  return {
    ...z,
    length_m: near(z.length_m),
    width_m: near(z.width_m),
    depth_m: Math.round(z.depth_m / INCH) * INCH,
  }
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
    sown_m2: null,
    outside_share: 0,
    watered: null,
  }
}

/** How wide a plant of this crop usually is at a height [m]: both grow by the same share of their full size. */
export function usualSpread(crop: { height_m: number; spread_m: number }, height_m: number): number {
  const share = Math.min(1, height_m / crop.height_m)
  return Math.max(0.02, Math.round(crop.spread_m * share * 100) / 100)
}

export function formOf(bed: Bed): BedForm {
  const { soils, exposures, drip, sprinkler, reservoir, mulch, plantings, ...plain } = objectOmit(bed, [
    'id',
    'volume_l',
    'opened',
    'leaves_off',
  ])
  return {
    ...plain,
    soil: soilOf(soils[soils.length - 1]),
    soil_since: null,
    light: lightOf(exposures[exposures.length - 1]),
    light_since: null,
    emitters: drip?.emitters ?? 10,
    emitter_flow: drip?.flow_l_per_h ?? 2,
    line: drip ? { ...usualLine(), ...objectOmit(drip, ['emitters', 'flow_l_per_h']) } : usualLine(),
    spacing_m: null,
    per_m: null,
    sprinkler: { ...usualSprinkler(), ...sprinkler },
    ...storeOf(reservoir),
    mulch: mulch?.kind ?? 'none',
    mulch_depth_m: mulch?.depth_m ?? 0.05,
    mulch_cover: mulch?.cover ?? 1,
    plantings: plantings.map((p) => {
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
        sown_m2: p.sown_m2,
        outside_share: p.outside_share,
        watered: p.watered,
      }
    }),
  }
}

function storeOf(
  r: Bed['reservoir'],
): Pick<
  BedForm,
  | 'capacity_l'
  | 'wick'
  | 'water_at_opening_l'
  | 'over_pct'
  | 'climbs_m'
  | 'giver'
  | 'givers'
  | 'giver_l'
  | 'giver_depth'
  | 'seep'
> {
  const n = r?.count ?? 1
  const buried = r && r.giver !== 'below' ? r.giver : null
  return {
    capacity_l: buried ? 15 : (r?.capacity_l ?? 15),
    wick: buried ? null : (r?.wick_l_per_day ?? null),
    water_at_opening_l: r?.opening_l ?? null,
    over_pct: Math.round((r?.over_share ?? 1) * 100),
    climbs_m: r?.climbs_m ?? null,
    giver: buried,
    givers: buried ? n : 2,
    giver_l: buried && r ? r.capacity_l / n : 1.5,
    giver_depth: buried && r ? r.depth_m : 0.2,
    seep: buried && r?.wick_l_per_day ? r.wick_l_per_day / n : null,
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
    saucer: seen.saucer,
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
      ? {
          mix: s.mix.map((x) => ({
            ingredient: x.ingredient,
            parts: number(x.parts),
            ...(x.called && x.ingredient === 'something_else' ? { called: x.called } : {}),
          })),
        }
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
    saucer: l.saucer,
    cover: l.cover,
  }
}

/** Whether this form says anything about light that the open sky does not. */
export function lightMatters(l: LightForm): boolean {
  return !(
    l.all_day &&
    l.shade_pct === null &&
    l.shelter === 'open' &&
    !l.warm_wall &&
    !l.saucer &&
    l.cover === 'none'
  )
}

/** What the server takes, in the garden file's words. Open numbers go as null, so that the server names them. */
export function bodyOf(
  form: BedForm,
  had = { light: false },
  like: (own: number) => CropName = () => 'other',
): BedIn {
  const open = (n: number | null) => n as number
  const said = objectOmit(form, ['soil', 'soil_since', 'light_since', 'spacing_m', 'per_m', 'sprinkler'])
  const { light, emitters, emitter_flow, line, capacity_l, wick, water_at_opening_l, ...rest } = said
  const { mulch, mulch_depth_m, mulch_cover, plantings, ...unburied } = rest
  const plain = objectOmit(unburied, [
    'giver',
    'givers',
    'giver_l',
    'giver_depth',
    'seep',
    'over_pct',
    'climbs_m',
  ])
  return {
    ...plain,
    length_m: open(form.length_m),
    width_m: open(form.round ? form.length_m : form.width_m),
    soil: soilBody(form),
    ...(lightMatters(light) || had.light ? { exposure: lightBody(form) } : {}),
    drip:
      form.method === 'drip'
        ? { emitters: open(emitters), flow_l_per_h: open(emitter_flow), ...lineBody(line) }
        : null,
    sprinkler:
      form.method === 'sprinkler'
        ? (Object.fromEntries(
            Object.entries(form.sprinkler).filter(([, x]) => x !== null),
          ) as BedIn['sprinkler'])
        : null,
    reservoir:
      form.method === 'reservoir'
        ? {
            capacity_l: open(capacity_l),
            ...(wick === null ? {} : { wick_l_per_day: wick }),
            opening_l: water_at_opening_l,
            ...(form.over_pct === null ? {} : { over_share: form.over_pct / 100 }),
            ...(form.climbs_m === null ? {} : { climbs_m: form.climbs_m }),
          }
        : buriedBody(form),
    mulch: { kind: mulch, depth_m: mulch_depth_m ?? 0.05, cover: mulch_cover },
    plantings: plantings.map((p) => ({
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
      sown_m2: p.start === 'sown' ? p.sown_m2 : null,
      ...(p.outside_share ? { outside_share: p.outside_share } : {}),
      watered: p.watered,
    })),
  }
}

/** What was said of a line: what is open is left to what is usual. */
const lineBody = (line: LineForm): Partial<NonNullable<BedIn['drip']>> =>
  Object.entries(usualLine()).every(([name, usual]) => line[name as keyof LineForm] === usual)
    ? {}
    : (Object.fromEntries(Object.entries(line).filter(([, x]) => x !== null)) as Partial<
        NonNullable<BedIn['drip']>
      >)

/** What is buried, all together; null where nothing is. */
function buriedBody(form: BedForm): BedIn['reservoir'] {
  if (!form.giver) return null
  const { givers, giver_l, seep, giver_depth } = form
  const all = (each: number | null) =>
    each === null || givers === null ? (null as unknown as number) : each * givers
  return {
    giver: form.giver,
    count: givers as number,
    capacity_l: all(giver_l),
    ...(seep === null ? {} : { wick_l_per_day: all(seep) }),
    depth_m: giver_depth as number,
    opening_l: form.water_at_opening_l,
  }
}

function cropBody(
  crop: string,
  like: (own: number) => CropName,
): { crop: CropName; own_crop: number | null } {
  if (!crop.startsWith('own:')) return { crop: crop as CropName, own_crop: null }
  const own_crop = Number(crop.slice(4))
  return { crop: like(own_crop), own_crop }
}
