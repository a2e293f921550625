import type { Case, Judgement, Round } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import { inRow, times, upper, type Tongue } from './stop'

export type Sign = Case['signs'][number]
export type Suspect = Judgement['suspects'][number]
export type Trouble = Suspect['trouble']
export type Look = NonNullable<Judgement['look']>
export type Found = Judgement['finds'][number]
export type Outcome = NonNullable<Case['outcome']>

/** What is seen, as it stands under its picture. */
export const SIGN: Record<Sign, string> = {
  yellow_below: 'Yellow below',
  pale: 'Pale all over',
  purple: 'Purple leaves',
  white_patches: 'White patches',
  brown_edges: 'Brown edges',
  spots: 'Spots',
  climbing: 'Climbs from below',
  curl: 'Leaves curl',
  droop_day: 'Hangs by day',
  droop_dawn: 'Hangs at dawn',
  stunted: 'Does not grow',
  blossom_fall: 'Blossom falls',
  cracked_fruit: 'Fruit cracks',
  dark_fruit_end: 'Dark fruit end',
  bitter: 'Bent or bitter',
  soft_stem: 'Soft dark stem',
  foul_soil: 'Soil smells foul',
  white_crust: 'White crust',
  failing: 'Watered, still failing',
}
export const PLACES: { title: string; signs: Sign[] }[] = [
  {
    title: 'Leaves',
    signs: ['yellow_below', 'pale', 'purple', 'white_patches', 'brown_edges', 'spots', 'climbing', 'curl'],
  },
  { title: 'The whole plant', signs: ['droop_day', 'droop_dawn', 'stunted', 'failing'] },
  { title: 'Flower and fruit', signs: ['blossom_fall', 'cracked_fruit', 'dark_fruit_end', 'bitter'] },
  { title: 'Stem and soil', signs: ['soft_stem', 'foul_soil', 'white_crust'] },
]
export const SINCE = [
  { value: 0, label: 'Since today' },
  { value: 3, label: 'Some days' },
  { value: 10, label: 'A week or more' },
  { value: 30, label: 'Long' },
]

interface Said {
  name: string
  what: string
  act: string
  not: string
}
/** Each cause: its name, what it is, what to do, and what to leave. */
export const TROUBLE: Record<Trouble, Said> = {
  thirst: {
    name: 'thirst',
    what: 'its roots found too little water.',
    act: 'Water it slowly to the depth of its roots, at the base, and again once that has sunk in.',
    not: 'No feed until it stands again.',
  },
  drowned: {
    name: 'roots short of air',
    what: 'sodden soil lets roots drown: they cannot drink or feed, however much is there.',
    act: 'No water until a finger finds it dry. Saucer off, tip the pot, mulch aside; take yellow leaves off for air.',
    not: 'A plant that hangs in wet soil is not watered, and not fed while it is sodden.',
  },
  uneven: {
    name: 'uneven water',
    what: 'it went from dry to soaked and back.',
    act: 'Water before it passes its mark, and less at a time; mulch evens it out. Pick what is near ripe before the next rain.',
    not: 'No flood to make up for a dry week.',
  },
  heat: {
    name: 'the sun of the day',
    what: 'leaves lose more by noon than any roots can bring, and stand again at dusk.',
    act: 'Look at dusk or dawn. Shade for pots, mulch for beds. This does not change the watering.',
    not: 'Not watered for it while the soil is damp.',
  },
  cold: {
    name: 'cold',
    what: 'cold nights mark leaves, stop growth and lock food in the soil.',
    act: 'Cover it on the next cold nights; it outgrows the marks. This does not change the watering.',
    not: 'Leave marked leaves on until new ones stand; no feed for it.',
  },
  scorch: {
    name: 'sun after shade',
    what: 'leaves that grew in shade burn in full sun.',
    act: 'Shade for a week, then an hour or two more of sun each day; new leaves bear it.',
    not: 'Nothing mends the white patches, and water does not.',
  },
  nitrogen: {
    name: 'hunger for nitrogen',
    what: 'pale, and yellow from below: the plant moves it up to its new leaves.',
    act: 'A light feed on damp soil, and again in ten days.',
    not: 'Never onto dry or sodden soil, and no double dose.',
  },
  phosphorus: {
    name: 'hunger for phosphorus',
    what: 'purple leaves; in cold soil the roots cannot take it up though it is there.',
    act: 'Warm the soil first: mulch off in the sun, fleece on. Then a balanced feed, once.',
    not: 'No heavy feed on cold soil.',
  },
  potassium: {
    name: 'hunger for potassium or magnesium',
    what: 'edges of older leaves turn brown; rain and heavy watering wash both out.',
    act: 'Less water at a time first, then a feed for fruit, or a spoon of magnesium salt in a can.',
    not: 'More water washes out more.',
  },
  calcium: {
    name: 'calcium not reaching the fruit',
    what: 'dark ends: some hold it for lime that is missing, others for uneven water.',
    act: 'Even water first, and take the spoilt fruit off. Powdered lime or shell acts slowly, over months.',
    not: 'No strong feed: it makes leaves, and dark ends.',
  },
  salts: {
    name: 'salts in the mix',
    what: 'feed and hard water stay behind when the water is drunk.',
    act: 'Wash it out: twice the pot’s own volume, slowly from above, let it drain; rain water if you have it.',
    not: 'No feed for three weeks after.',
  },
  leaf_disease: {
    name: 'a disease of the leaf',
    what: 'a mould or mildew that wet leaves and splashed soil let in.',
    act: 'In a dry hour take the worst leaves off, the lowest first, not a third at once; wash your hands. Keep leaves dry, give it air. Name it with local advice before you treat it.',
    not: 'Never named from one spot; leaves go in the bin, not the compost. This does not change the watering.',
  },
  wilt: {
    name: 'a wilt or rot in the stem',
    what: 'it hangs at dawn in damp soil: its vessels may be blocked, or, of seedlings, the stem rots where it leaves the soil. There is no cure.',
    act: 'The plant out of the bed with its roots, hands and tools washed. Look at what stands beside it, the same variety first. Ask local advice.',
    not: 'More water does not help it, and carries it on.',
  },
  pot_bound: {
    name: 'a pot too small',
    what: 'roots go round and round, and find neither water nor food.',
    act: 'A larger pot with new mix, roots loosened; else water oftener and feed weakly.',
    not: 'A larger dose runs past the roots.',
  },
  shock: {
    name: 'the move',
    what: 'roots that were moved or torn cannot serve all leaves yet.',
    act: 'Shade for some days, keep the ball damp, wait.',
    not: 'No feed until it grows.',
  },
  nothing: {
    name: 'nothing that asks for you',
    what: 'old leaves go, blossom thins itself, leaves turn with the sun.',
    act: 'Leave it, and look again in a week. This does not change the watering.',
    not: 'No feed and no water for it.',
  },
}

export const LOOK: Record<Look, string> = {
  finger: 'Put a finger in, two joints deep, between the plants. It feels',
  dawn: 'Look at first light, before any water. The plant',
  roots: 'Tip it out, or dig beside it with a spoon. The roots are',
  underside: 'Turn the worst leaf over and look close. Below it is',
  stem_cut: 'Cut the worst stem low down. Inside it is',
  spread: 'Mark three spots with a pen and look in two days. They',
}
export const FOUND: Record<Found, string> = {
  dry: 'Dry',
  moist: 'Damp',
  wet: 'Wet',
  stands: 'Stands',
  droops: 'Still hangs',
  white: 'White, firm',
  brown_soft: 'Brown, soft',
  circling: 'Round and round',
  clean: 'Clean',
  felt: 'Felt or powder',
  ring: 'A brown ring',
  spreads: 'Spread',
  stays: 'Stay as they were',
}
export const OUTCOME: Record<Outcome, string> = {
  better: 'Better',
  same: 'The same',
  worse: 'Worse',
  gone: 'Plant is gone',
}

const FACTS: Record<string, (w: Judgement['weeks'], t: Tongue) => string> = {
  dry: (w) => (w.dry_days ? `${times(w.dry_days, 'day')} of thirst in two weeks` : 'it is past its mark now'),
  wet: (w) => `${times(w.wet_days, 'day')} too wet for roots in two weeks`,
  swings: (w) => `it swung from dry to soaked by ${w.swing.toFixed(1)} times its easy store`,
  hot: (w, t) => `${times(w.hot_days, 'day')} of ${t.show(32, 'temperature')} or more`,
  cold_nights: (w, t) => `a night of ${t.show(w.coldest_c, 'temperature')}`,
  frost: () => 'frost in these weeks',
  leaf_wet: (w) => `${times(w.leaf_wet_days, 'day')} with leaves wet ten hours`,
  overdone: (w) => `${times(w.overdone, 'time')} far more poured than was missing`,
  unfed: () => 'by our reckoning its food runs low',
  washed_out: () => 'much of its food was washed out',
  salty: () => 'salts near what its crop bears',
  set_lately: (w) => `planted ${times(w.set_days ?? 0, 'day')} ${w.since_days ? 'before it began' : 'ago'}`,
  more_sun: () => 'moved into more sun lately',
  crowded: () => 'less mix than its plants want',
  hail: () => 'hail in these weeks',
  last_stage: () => 'it is late in its season',
}
/** What the bed's weeks lack, where that speaks against a cause. */
const LACKS: Record<string, string> = {
  dry: 'it was never short of water',
  wet: 'its soil was never too wet',
  swings: 'its water was even',
  hot: 'no day was hot',
  cold_nights: 'no night was cold',
  frost: 'no frost came',
  leaf_wet: 'its leaves were seldom wet for long',
  overdone: 'it never got too much at once',
  unfed: 'by our reckoning there is food left',
  washed_out: 'nothing was washed out',
  salty: 'there is little salt',
  set_lately: 'it was not moved lately',
  more_sun: 'its sun is what it was',
  crowded: 'its pot is large enough',
  hail: 'no hail fell',
  last_stage: 'it is not old',
}

const MOST_SAID = 3
export function forInWords(x: Suspect, j: Judgement, t: Tongue): string {
  const said = x.speaks_for
    .map((key) => (key in SIGN ? SIGN[key as Sign].toLowerCase() : FACTS[key]?.(j.weeks, t)))
    .filter((s): s is string => Boolean(s))
    .slice(0, MOST_SAID)
  return said.length ? `${upper(inRow(said))}.` : ''
}
export function againstInWords(x: Suspect, j: Judgement, t: Tongue): string {
  const said = x.against
    .map((key) => (j.weeks.facts[key] ? FACTS[key]?.(j.weeks, t) : LACKS[key]))
    .filter((s): s is string => Boolean(s))
    .slice(0, MOST_SAID - 1)
  return said.length ? `${upper(inRow(said))}.` : ''
}
/** "thirst, 6 in 10" */
export const suspectInWords = (x: Suspect): string =>
  `${upper(TROUBLE[x.trouble].name)}, ${Math.max(1, Math.round(x.chance * 10))} in 10`
export const mendsInWords = (x: Suspect): string =>
  x.mends === null
    ? 'It does not get well again.'
    : x.mends[1]! <= 7
      ? `Well again within ${times(x.mends[1]!, 'day')}, if it is this.`
      : `Well again in ${x.mends[0]} to ${x.mends[1]} days, if it is this.`
export const signsInWords = (signs: Sign[]): string => upper(inRow(signs.map((s) => SIGN[s].toLowerCase())))

/** A case whose day to be looked at has come. */
export const dueInWords = (x: Round['cases_due'][number], today: string): string =>
  `${signsInWords(x.signs)}, seen ${nearDay(x.date, today)}: it looked like ${TROUBLE[x.trouble].name}. How is it now?`
