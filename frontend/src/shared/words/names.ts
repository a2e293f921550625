import type {
  Rig,
  Alteration,
  BodyHeight,
  Cover,
  CropName,
  Drainage,
  Giver,
  Ingredient,
  Kind,
  LiftedWeight,
  Material,
  MethodName,
  LineKind,
  MulchKind,
  ObservationKind,
  Pattern,
  Shelter,
  Start,
  Style,
  ThingKind,
  Wall,
  Wetness,
} from '@/shared/api/types'

/** Plain names for the codes that the server speaks. */
export const CROP: Record<CropName, string> = {
  tomato: 'tomatoes',
  bush_tomato: 'bush tomatoes',
  cherry_tomato: 'cherry tomatoes',
  large_tomato: 'large-fruited tomatoes',
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
  chilli: 'chillies',
  melon: 'melons',
  watermelon: 'watermelons',
  okra: 'okra',
  french_bean: 'French beans',
  drying_bean: 'beans for drying',
  broad_bean: 'broad beans',
  endive: 'endive',
  rocket: 'rocket',
  pak_choi: 'pak choi',
  kale: 'kale',
  cauliflower: 'cauliflower',
  brussels_sprouts: 'Brussels sprouts',
  kohlrabi: 'kohlrabi',
  parsnip: 'parsnips',
  turnip: 'turnips',
  sweet_potato: 'sweet potatoes',
  celery: 'celery',
  fennel: 'fennel',
  artichoke: 'artichokes',
  asparagus: 'asparagus',
  rhubarb: 'rhubarb',
  spring_onion: 'spring onions',
  garlic: 'garlic',
  parsley: 'parsley',
  coriander: 'coriander',
  dill: 'dill',
  chives: 'chives',
  mint: 'mint',
  thyme: 'thyme',
  rosemary: 'rosemary',
  lavender: 'lavender',
  oregano: 'oregano',
  sage: 'sage',
  raspberry: 'raspberries',
  currant: 'currants',
  gooseberry: 'gooseberries',
  blueberry: 'blueberries',
  other: 'other vegetables',
  fruit_tree: 'apples and pears',
  stone_fruit: 'stone fruit',
  citrus: 'citrus',
  fig: 'figs',
  grape: 'grapes',
  flowers: 'flowers',
  bush: 'flowering bushes',
  sunflower: 'sunflowers',
  hedge: 'a hedge',
  tree_roots: 'roots of a tree',
  weeds: 'weeds',
}

export const KIND: Record<Kind, string> = {
  raised: 'raised bed',
  open: 'open ground',
  keyhole: 'keyhole bed',
  row: 'long row',
  mound: 'mound',
  tunnel: 'tunnel bed',
  pot: 'pot',
  half_barrel: 'half barrel',
  trough: 'trough',
  fabric_bag: 'fabric bag',
  hanging_basket: 'hanging basket',
  self_watering_box: 'self-watering box',
  tray: 'tray',
}

export const SOIL: Record<Material, string> = {
  falls_apart: 'a moist handful falls apart',
  holds_and_crumbles: 'it holds, then crumbles',
  makes_a_ribbon: 'it rubs out into a ribbon',
  unknown: 'I don’t know',
  potting_mix: 'bought potting mix',
  home_mix: 'home mix: half soil, half peat or coir',
  compost_rich: 'soil with a lot of compost',
  own_mix: 'a mix of my own, by its parts',
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
export const SOIL_BY_HAND: Material[] = ['falls_apart', 'holds_and_crumbles', 'makes_a_ribbon', 'unknown']
export const SOIL_MIXES: Material[] = ['potting_mix', 'home_mix', 'compost_rich']

export const MULCH: Record<MulchKind, string> = {
  none: 'none',
  straw: 'straw',
  leaf_mould: 'leaf mould',
  compost: 'compost',
  bark: 'bark',
  film: 'film',
  fabric: 'woven fabric',
}

export const HEIGHT: Record<BodyHeight, string> = {
  ankle: 'ankle-high',
  knee: 'knee-high',
  waist: 'waist-high',
  shoulder: 'shoulder-high',
  overhead: 'over your head',
  tall: 'far over your head',
}

export const METHOD: Record<MethodName, string> = {
  hose: 'hose',
  can: 'watering can',
  drip: 'drip line',
  sprinkler: 'sprinkler',
  reservoir: 'reservoir below',
}

export const LINE_KIND: Record<LineKind, string> = {
  drippers: 'drippers',
  tape: 'flat tape',
  soaker: 'a hose that seeps',
}

export const WETNESS: Record<Wetness, string> = {
  dry: 'Dry',
  just_damp: 'Damp',
  moist: 'Moist',
  wet: 'Wet',
}
/** How each of the four feels, so that two people say the same word of the same soil. Common practice, no source. */
export const TOUCH: Record<Wetness, string> = {
  dry: 'crumbles, nothing sticks',
  just_damp: 'cool, hardly sticks',
  moist: 'sticks and darkens the finger',
  wet: 'shines, or water shows',
}
export const STYLE: Record<Style, string> = {
  ample: 'ample: well away from stress',
  steady: 'steady: to the edge of what is easily drawn',
  sparing: 'sparing: least water, some stress',
}
export const PATTERN: Record<Pattern, string> = {
  deep_and_seldom: 'deep and seldom',
  little_and_often: 'little and often',
  damp_top: 'top always damp',
  run_down: 'run down between waterings',
}

export const START: Record<Start, string> = {
  sown: 'sown here',
  tray: 'in its tray',
  pricked_out: 'pricked out',
  potted_up: 'potted up',
  hardening_off: 'hardening off',
  cutting: 'a cutting',
  transplant: 'planted out',
  established: 'there for years',
}

export const COVER: Record<Cover, string> = {
  none: 'open sky',
  eaves: 'under eaves',
  roof: 'under a roof',
  sheet: 'a sheet over it for the night',
  fleece: 'fleece',
  cloche: 'cloche',
  tunnel: 'tunnel or glass',
  indoors: 'indoors',
}
export const SHELTER: Record<Shelter, string> = {
  exposed: 'windy',
  open: 'as the garden',
  sheltered: 'sheltered',
}
export const THING: Record<ThingKind, string> = {
  wall: 'wall',
  fence: 'fence',
  hedge: 'hedge',
  tree: 'tree',
  shed: 'shed',
  house: 'house',
  path: 'path',
  water: 'pond or butt',
}
export const DRAINAGE: Record<Drainage, string> = {
  free: 'it drains freely',
  slow: 'a puddle stays for hours',
  standing: 'a puddle stays for a day or more',
}
export const WALL: Record<Wall, string> = { light: 'Light wall', dark: 'Dark wall', fabric: 'Cloth' }
export const INGREDIENT: Record<Ingredient, string> = {
  garden_soil: 'garden soil',
  peat: 'peat',
  coir: 'coir',
  compost: 'compost',
  worm_compost: 'worm compost',
  manure: 'rotted manure',
  leaf_mould: 'leaf mould',
  bark: 'bark',
  perlite: 'perlite',
  vermiculite: 'vermiculite',
  sand: 'sand',
  grit: 'grit',
  cake: 'oilseed cake',
  meal: 'bone, horn or rock meal',
  something_else: 'something else',
}
export const WATER: Record<Rig['water'], string> = {
  tap: 'tap water',
  rain: 'rain water',
  pond: 'pond water',
}
/** What is buried beside the roots, one and many. */
export const GIVER: Record<Exclude<Giver, 'below'>, [one: string, many: string]> = {
  bottle: ['bottle', 'bottles'],
  pipe: ['pipe', 'pipes'],
  clay_pot: ['unglazed pot', 'unglazed pots'],
}
/** "the bottle", "the 4 pipes"; of a reservoir below: "the reservoir". */
export const storeInWords = (s: { giver: Giver | null; givers: number; alike: number }): string => {
  if (!s.giver || s.giver === 'below') return s.alike > 1 ? `the ${s.alike} reservoirs` : 'the reservoir'
  return s.givers > 1 ? `the ${s.givers} ${GIVER[s.giver][1]}` : `the ${GIVER[s.giver][0]}`
}
export const OBSERVATION_KIND: Record<ObservationKind, string> = {
  finger: 'Finger',
  still_wet: 'Still wet, left it',
  lifted: 'Lifted the pot',
  probe: 'Probe',
  dug: 'Dug and looked',
  float: 'Float or dipstick',
  top: 'Look of the top',
  ran_out: 'It ran out below',
  saucer: 'Water in its saucer',
  sour: 'The reservoir smells sour',
  looks_wrong: 'Something looks wrong',
  weighed: 'Weighed it',
}
/** What may change at a bed in a tap. */
export const ALTERATION: Record<Alteration, string> = {
  mulch_on: 'Mulch laid',
  mulch_off: 'Mulch drawn back',
  shade_on: 'Shade cloth up',
  shade_off: 'Shade cloth down',
  roof_on: 'Carried under a roof',
  roof_off: 'Out from under the roof',
  fleece_on: 'Fleece over it',
  fleece_off: 'Fleece off',
  sheet_on: 'A sheet over it for the night',
  sheet_off: 'Sheet off',
  saucer_on: 'A saucer put under it',
  saucer_off: 'Saucer taken off',
  into_sun: 'Carried into full sun',
  into_morning_sun: 'Carried to sun until noon',
  into_shade: 'Carried into the shade',
  leaves_off: 'Lower leaves taken off',
  thinned: 'Thinned',
}
export const TIME_OF_DAY: Record<'any' | 'dawn' | 'dusk', string> = {
  any: 'whenever it is cool',
  dawn: 'at dawn',
  dusk: 'at dusk',
}
/** How the top looks. */
export const TOP: Record<'dry' | 'just_damp', string> = { dry: 'Dry and pale', just_damp: 'Damp and dark' }
export const WEIGHT: Record<LiftedWeight, string> = {
  light: 'Light',
  middling: 'Middling',
  heavy: 'Heavy',
}

/** A list of codes as the choices of a form, in plain words. */
export const optionsOf = <T extends string>(names: readonly T[], words: Record<T, string>) =>
  names.map((value) => ({ value, label: words[value] }))

/** All codes of a list as the choices of a form. */
export const allOf = <T extends string>(words: Record<T, string>) =>
  optionsOf(Object.keys(words) as T[], words)

/** The word for a code that came as plain text; itself where it is none of the list. */
export const wordFor = (words: Record<string, string>, code: string) => words[code] ?? code

export function cropsInWords(
  crops: readonly { crop: CropName; count: number; variety?: string; height?: BodyHeight }[],
): string {
  if (!crops.length) return 'nothing growing'
  const merged = new Map<CropName, { count: number; height?: BodyHeight }>()
  for (const c of crops) {
    const known = merged.get(c.crop)
    merged.set(c.crop, { count: (known?.count ?? 0) + c.count, height: known?.height ?? c.height })
  }
  const parts = [...merged].map(([crop, c]) => `${CROP[crop]} ×${c.count}`)
  const height = crops.length === 1 && crops[0]?.height ? `, ${HEIGHT[crops[0].height]}` : ''
  return parts.join(', ') + height
}

/** Monday first, as a timer counts them. */
export const WEEKDAYS = ['Mon', 'Tue', 'Wed', 'Thu', 'Fri', 'Sat', 'Sun']
