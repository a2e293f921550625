/** Plain names for the codes that the server speaks. */
export const CROP: Record<string, string> = {
  tomato: 'tomatoes',
  pepper: 'peppers',
  aubergine: 'aubergines',
  cucumber: 'cucumbers',
  courgette: 'courgettes',
  winter_squash: 'winter squash',
  runner_bean: 'runner beans',
  pea: 'peas',
  lettuce: 'lettuce',
  spinach: 'spinach',
  chard: 'chard',
  cabbage: 'cabbages',
  broccoli: 'broccoli',
  carrot: 'carrots',
  beetroot: 'beetroot',
  onion: 'onions',
  leek: 'leeks',
  celeriac: 'celeriac',
  radish: 'radishes',
  potato: 'potatoes',
  sweetcorn: 'sweetcorn',
  strawberry: 'strawberries',
  basil: 'basil',
  other: 'other vegetables',
}

export const KIND: Record<string, string> = {
  raised: 'raised bed',
  open: 'open ground',
  keyhole: 'keyhole bed',
  row: 'long row',
  pot: 'pot',
  half_barrel: 'half barrel',
  trough: 'trough',
  fabric_bag: 'fabric bag',
  hanging_basket: 'hanging basket',
  self_watering_box: 'self-watering box',
}

export const SOIL: Record<string, string> = {
  falls_apart: 'a moist handful falls apart',
  holds_and_crumbles: 'it holds, then crumbles',
  makes_a_ribbon: 'it rubs out into a ribbon',
  unknown: 'I don’t know',
  potting_mix: 'bought potting mix',
  home_mix: 'home mix: half soil, half peat or coir',
  compost_rich: 'soil with a lot of compost',
  sand: 'sand',
  loamy_sand: 'loamy sand',
  sandy_loam: 'sandy loam',
  loam: 'loam',
  silt_loam: 'silt loam',
  silt: 'silt',
  sandy_clay_loam: 'sandy clay loam',
  clay_loam: 'clay loam',
  silty_clay_loam: 'silty clay loam',
  silty_clay: 'silty clay',
  sandy_clay: 'sandy clay',
  clay: 'clay',
}
export const SOIL_BY_HAND = ['falls_apart', 'holds_and_crumbles', 'makes_a_ribbon', 'unknown']
export const SOIL_MIXES = ['potting_mix', 'home_mix', 'compost_rich']

export const MULCH: Record<string, string> = {
  none: 'none',
  straw: 'straw',
  leaf_mould: 'leaf mould',
  compost: 'compost',
  bark: 'bark',
  film: 'film',
}

export const HEIGHT: Record<string, string> = {
  ankle: 'ankle-high',
  knee: 'knee-high',
  waist: 'waist-high',
  shoulder: 'shoulder-high',
  overhead: 'over your head',
}

export const METHOD: Record<string, string> = {
  hose: 'hose',
  can: 'watering can',
  drip: 'drip line',
  reservoir: 'reservoir below',
}

export const WETNESS: Record<string, string> = {
  dry: 'Dry',
  just_damp: 'Just damp',
  moist: 'Moist',
  wet: 'Wet',
}
export const STYLE: Record<string, string> = {
  ample: 'ample: well away from stress',
  steady: 'steady: to the edge of what is easily drawn',
  sparing: 'sparing: least water, some stress',
}
export const PATTERN: Record<string, string> = {
  deep_and_seldom: 'deep and seldom',
  little_and_often: 'little and often',
}

export function cropsInWords(
  crops: { crop: string; count: number; variety?: string; height?: string }[],
): string {
  if (!crops.length) return 'nothing growing'
  const merged = new Map<string, { count: number; height?: string }>()
  for (const c of crops) {
    const known = merged.get(c.crop)
    merged.set(c.crop, { count: (known?.count ?? 0) + c.count, height: known?.height ?? c.height })
  }
  const parts = [...merged].map(([crop, c]) => `${CROP[crop] ?? crop} ×${c.count}`)
  const height = crops.length === 1 && crops[0]?.height ? `, ${HEIGHT[crops[0].height]}` : ''
  return parts.join(', ') + height
}
