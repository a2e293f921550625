import type { Wall } from '@/shared/api/types'

import { WALL } from './names'

/** Names of the lines of the arithmetic and of the coefficients; each field term explained once. */
export const LINE: Record<string, string> = {
  opening: 'Already missing at the start',
  watering: 'Waterings that arrived',
  rain: 'Rain, to the roots',
  plants: 'Plants drank',
  bare_soil: 'Bare soil lost',
  drained: 'Drained below the roots',
  aside: 'Passed into the ground beside',
  beside_line: 'Of that, between the strips of the line',
  wicked: 'Lifted from the reservoir',
  new_ground: 'Ground the roots newly reached',
  observed: 'Corrected by what was found',
  soil_changed: 'The soil holds more than before',
}

/** The steps from what is missing to what is poured. */
export const STEP: Record<string, string> = {
  missing: 'Missing this morning',
  above_full: 'Above full, which stays',
  left_to_rain: 'Left to the rain',
  below_top: 'Below the top layer, which alone is wetted',
  ball: 'Added, for what roots in its ball',
  planting_in: 'Added, to water in what is planted',
  poured: 'Poured today already',
  more_than_asked: 'Poured beyond what was asked',
  along: 'By the line, which runs as long as another bed asks',
}

export function coefficientName(what: string, cropName: (crop: string) => string): string {
  if (what.startsWith('crop:')) return `${cropName(what.slice(5))} at full cover`
  if (what.startsWith('trigger:')) {
    const [, style, pattern] = what.split(':')
    return `asks for water at (${style}, ${pattern?.replaceAll('_', ' ')})`
  }
  if (what.startsWith('wish:')) {
    const [, wish, crop] = what.split(':')
    return `${cropName(crop ?? '')}: ${WISH[wish ?? '']}; drawn with ease`
  }
  if (what.startsWith('yield:'))
    return `${cropName(what.slice(6))}: harvest lost for water missed (yield response)`
  if (what.startsWith('wall:'))
    return `${WALL[what.slice(5) as Wall].toLowerCase()}: what its warmth adds to the plants’ thirst`
  if (what.startsWith('exposure:')) return 'thirst of the air here, beside the open garden'
  return COEFFICIENT[what] ?? what
}

const WISH: Record<string, string> = {
  dry_between: 'left to dry between soaks',
  even: 'kept even',
  never_dry: 'never dry',
}

const COEFFICIENT: Record<string, string> = {
  reference_et: 'thirst of the air today (reference evapotranspiration)',
  cover: 'share of the bed under leaves',
  density: 'density of the stand',
  light_area: 'area over which leaves meet the light',
  sides: 'what sides of cloth could give off, as a share of ET0',
  basal: 'what the plants draw, as a share of ET0',
  evaporation: 'what bare soil gives off, as a share of ET0',
  mulch: 'evaporation left under the mulch',
  field_capacity: 'holds when drained (field capacity)',
  wilting_point: 'holds when plants wilt (wilting point)',
  root_depth: 'roots reach down to',
  line_reach: 'share of the roots’ ground that the line wets',
  rooted_share: 'share of the ground roots and water reach',
  total_available: 'all that plants could draw (total available)',
  depletion_fraction: 'share of that drawn with ease',
  readily_available: 'drawn with ease before plants suffer (readily available)',
  intake: 'takes in at most (intake)',
  arrives: 'share of poured water that arrives',
}
