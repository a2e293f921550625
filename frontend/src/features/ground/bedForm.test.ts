import { describe, expect, it } from 'vitest'

import type { Bed, Catalogue } from '@/shared/api/types'

import {
  bodyOf,
  emptyForm,
  formOf,
  newPlanting,
  takeKind,
  emittersOf,
  flowOf,
  usualLine,
  usualSpread,
  inFeet,
  litresOf,
  takeLitres,
} from './bedForm'

const CATALOGUE = {
  kinds: [
    { key: 'raised', container: false, sizes: [{ length_m: 2.4, width_m: 1.2, depth_m: 0.3, round: false }] },
    { key: 'pot', container: true, sizes: [{ length_m: 0.3, width_m: 0.3, depth_m: 0.28, round: true }] },
    {
      key: 'self_watering_box',
      container: true,
      sizes: [{ length_m: 0.8, width_m: 0.4, depth_m: 0.25, round: false }],
    },
    { key: 'tunnel', container: false, sizes: [{ length_m: 4, width_m: 0.9, depth_m: 0.45, round: false }] },
  ],
} as unknown as Catalogue

const SOIL: Bed['soils'][number] = {
  date: '2025-06-12',
  material: 'loam',
  organic_matter_pct: 3,
  jar: null,
  sand_pct: null,
  clay_pct: null,
  mix: [],
  stones_pct: 10,
  loosened_m: 0.3,
  woody_fill_m: 0,
  drainage: 'slow',
  intake_mm_per_h: null,
  top_m: 0.2,
  layers: [{ depth_m: 0.2, material: 'clay', organic_matter_pct: 1 }],
  feel: [],
  texture: '',
}
const LIGHT: Bed['exposures'][number] = {
  date: '2025-06-12',
  sun_from_h: 6,
  sun_to_h: 14,
  shade_pct: 0,
  shelter: 'sheltered',
  warm_wall: false,
  saucer: false,
  cover: 'eaves',
}

const BED: Bed = {
  id: 7,
  name: 'Net Row',
  kind: 'row',
  length_m: 4,
  width_m: 0.6,
  round: false,
  soil_depth_m: null,
  wall: 'dark',
  drain_holes: null,
  alike: 1,
  soaked_kg: null,
  limp_kg: null,
  volume_l: 1080,
  soils: [SOIL],
  leaves_off: [],
  prefers: null,
  feeding: null,
  feed: null,
  exposures: [],
  method: 'drip',
  rig: 2,
  line_after: null,
  style: null,
  pattern: 'little_and_often',
  opened: '2025-06-12',
  opening_wetness: 'moist',
  drip: { emitters: 14, flow_l_per_h: 2, ...usualLine() } as Bed['drip'],
  sprinkler: null,
  reservoir: null,
  plantings: [
    {
      id: 3,
      crop: 'runner_bean',
      variety: '',
      count: 24,
      planted: '2025-05-22',
      removed: null,
      start: 'sown',
      buried_m: 0,
      own_crop: null,
      spacing_m: null,
      sown_m2: null,
      outside_share: 0,
      watered: null,
      left: 20,
      sizes: [
        { date: '2025-06-28', height: 'shoulder', spread_m: 0.28 },
        { date: '2025-07-09', height: 'overhead', spread_m: 0.35 },
      ],
    },
  ],
  mulch: { kind: 'straw', depth_m: 0.04, cover: 0.8 },
}

describe('the form of a bed', () => {
  it('gives back just what it was given', () => {
    const body = bodyOf(formOf(BED))
    expect(body).toMatchObject({
      name: 'Net Row',
      wall: 'dark',
      kind: 'row',
      soil: {
        material: 'loam',
        organic_matter_pct: 3,
        stones_pct: 10,
        loosened_m: 0.3,
        drainage: 'slow',
        top_m: 0.2,
        layers: [{ depth_m: 0.2, material: 'clay', organic_matter_pct: 1 }],
      },
      drip: { emitters: 14, flow_l_per_h: 2 },
      reservoir: null,
      mulch: { kind: 'straw', depth_m: 0.04, cover: 0.8 },
      rig: 2,
      pattern: 'little_and_often',
    })
    expect(body.plantings).toEqual([
      {
        id: 3,
        crop: 'runner_bean',
        own_crop: null,
        start: 'sown',
        buried_m: 0,
        left: 20,
        variety: '',
        count: 24,
        planted: '2025-05-22',
        removed: null,
        height: 'overhead',
        spread_m: 0.35,
        spacing_m: null,
        sown_m2: null,
        watered: null,
      },
    ])
  })

  it('brings the usual of a kind along: size, shape, mix and method', () => {
    const form = emptyForm()
    expect(form).toMatchObject({
      length_m: 2.4,
      width_m: 1.2,
      round: false,
      method: 'hose',
      soil: { material: 'unknown' },
    })
    takeKind(form, 'pot', CATALOGUE)
    expect(form).toMatchObject({
      length_m: 0.3,
      round: true,
      method: 'can',
      soil: { material: 'potting_mix' },
    })
    takeKind(form, 'self_watering_box', CATALOGUE)
    expect(form).toMatchObject({ method: 'reservoir', round: false })
    takeKind(form, 'raised', CATALOGUE)
    expect(form).toMatchObject({ method: 'hose', soil: { material: 'unknown' } }) // a pot's mix is no bed's
    takeKind(form, 'tunnel', CATALOGUE, 'drip')
    expect(form).toMatchObject({ method: 'drip', light: { cover: 'tunnel' } })
    takeKind(form, 'raised', CATALOGUE)
    expect(form.light.cover).toBe('none')
  })

  it('says nothing of light under an open sky, and takes back what was said before', () => {
    expect(bodyOf(formOf(BED))).not.toHaveProperty('exposure')
    expect(bodyOf(formOf(BED), { light: true }).exposure).toEqual({
      shelter: 'open',
      warm_wall: false,
      saucer: false,
      cover: 'none',
    })
    const shaded = formOf({ ...BED, exposures: [LIGHT] })
    expect(bodyOf(shaded).exposure).toEqual({
      sun_from_h: 6,
      sun_to_h: 14,
      shelter: 'sheltered',
      warm_wall: false,
      saucer: false,
      cover: 'eaves',
    })
    shaded.light_since = '2025-07-01'
    expect(bodyOf(shaded).exposure).toMatchObject({ date: '2025-07-01' })
  })

  it('sends a jar, percentages or a mix only when that is how the soil is known', () => {
    const form = emptyForm()
    form.soil.jar = { sand_mm: 40, silt_mm: 40, clay_mm: 20 }
    expect(bodyOf(form).soil).toEqual({ material: 'unknown' })
    form.soil.test = 'jar'
    expect(bodyOf(form).soil).toMatchObject({ jar: { sand_mm: 40, silt_mm: 40, clay_mm: 20 } })
    form.soil.test = 'percent'
    form.soil_since = '2025-07-01'
    expect(bodyOf(form).soil).toEqual({
      material: 'unknown',
      date: '2025-07-01',
      sand_pct: null,
      clay_pct: null,
    })
    form.soil = { ...form.soil, test: 'none', material: 'own_mix', mix: [{ ingredient: 'peat', parts: 2 }] }
    expect(bodyOf(form).soil).toMatchObject({ material: 'own_mix', mix: [{ ingredient: 'peat', parts: 2 }] })
  })

  it('sends an own crop with the crop that it is like', () => {
    const form = emptyForm()
    form.plantings = [{ ...newPlanting('2025-07-11'), crop: 'own:9' }]
    const body = bodyOf(form, { light: false }, (id) => (id === 9 ? 'pepper' : 'other'))
    expect(body.plantings?.[0]).toMatchObject({ crop: 'pepper', own_crop: 9 })
    expect(body.plantings?.[0]).not.toHaveProperty('left') // a new planting has lost none yet
  })

  it('sends one measure for a round bed and no size that was not seen', () => {
    const form = { ...emptyForm(), round: true, length_m: 0.5, width_m: 9 }
    form.plantings = [{ ...newPlanting('2025-07-11'), spread_m: 0.4 }]
    const body = bodyOf(form)
    expect(body.width_m).toBe(0.5)
    expect(body.plantings?.[0]).toMatchObject({ planted: '2025-06-13', height: null, spread_m: null })
  })

  it('leaves an open number open, for the server to name', () => {
    expect(bodyOf({ ...emptyForm(), length_m: null }).length_m).toBeNull()
    const box = bodyOf({ ...emptyForm(), method: 'reservoir', capacity_l: 12, water_at_opening_l: null })
    expect(box.reservoir).toEqual({ capacity_l: 12, opening_l: null, over_share: 1 })
    expect(box.drip).toBeNull()
  })
})

describe('the usual width', () => {
  it('follows height and crop, seedlings too', () => {
    const tomato = { height_m: 1.8, spread_m: 0.6 }
    expect(usualSpread(tomato, 0.1)).toBeCloseTo(0.03, 2) // ankle-high
    expect(usualSpread(tomato, 0.9)).toBeCloseTo(0.3, 2)
    expect(usualSpread(tomato, 1.9)).toBeCloseTo(0.6, 2) // never wider than full-grown
    expect(usualSpread({ height_m: 0.4, spread_m: 2.2 }, 0.45)).toBeCloseTo(2.2, 2) // a squash knee-high
  })
})

describe('a pot told by its litres', () => {
  it('gets the measures of a usual pot, and holds what was said', () => {
    const form = emptyForm()
    Object.assign(form, { kind: 'pot', round: true, length_m: 0.3, width_m: 0.3 })
    for (const litres of [5, 15, 75, 150]) {
      takeLitres(form, litres)
      expect(litresOf(form, 0.28)! / litres).toBeCloseTo(1, 1)
      expect(form.soil_depth_m! / form.length_m!).toBeCloseTo(0.9, 1)
    }
    Object.assign(form, { round: false, length_m: 0.8, width_m: 0.4 })
    takeLitres(form, 80)
    expect([form.length_m, form.soil_depth_m]).toEqual([0.8, 0.25])
    expect(litresOf({ ...form, length_m: null }, 0.2)).toBeNull()
  })

  it('comes in whole half feet and inches where those are the measure', () => {
    const bed = inFeet({ length_m: 2.4, width_m: 1.2, depth_m: 0.3 })
    expect(
      [bed.length_m / 0.3048, bed.width_m / 0.3048, bed.depth_m / 0.0254].map(
        (x) => Math.round(x * 100) / 100,
      ),
    ).toEqual([8, 4, 12])
    expect(inFeet({ length_m: 0.3, width_m: 0.3, depth_m: 0.28 }).length_m / 0.0254).toBeCloseTo(12)
  })

  it('counts a line from its length and spacing, tape and seeping hose by the metre', () => {
    const f = emptyForm('drip')
    Object.assign(f.line, { length_m: 6, rows: 2 })
    expect([emittersOf(f), flowOf(f)]).toEqual([null, null])
    f.spacing_m = 0.3
    expect([emittersOf(f), flowOf(f)]).toEqual([40, null])
    f.line.kind = 'tape'
    expect([emittersOf(f), flowOf(f)]).toEqual([40, 1.2])
    f.line.kind = 'soaker'
    f.per_m = 5
    expect([emittersOf(f), flowOf(f)]).toEqual([120, 0.5])
  })

  it('sends a sprinkler only where there is one', () => {
    const f = emptyForm()
    expect(bodyOf(f).sprinkler).toBeNull()
    f.method = 'sprinkler'
    expect(bodyOf(f).sprinkler).toEqual({ mm_per_h: 12 })
  })
})
