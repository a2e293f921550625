import type { Feed, FeedingNow } from '@/shared/api/types'
import { nearDay, shortDate } from '@/shared/format/time'

import { inRow, times, upper, type Tongue } from './stop'

type Dose = NonNullable<FeedingNow['dose']>
export type School = FeedingNow['school']
export type FeedKind = Feed['kind']

export const SCHOOL: Record<School, string> = {
  none: 'not reckoned',
  weekly: 'a little every week',
  fortnight: 'every two or three weeks',
  twice: 'twice a season',
  compost: 'compost only',
}
export const FEED_KIND: Record<FeedKind, string> = {
  liquid: 'liquid, into water',
  soluble: 'powder, into water',
  dry: 'dry, onto the soil',
  brew: 'own brew, into water',
  lime: 'lime or shell, dry',
}
export const isDry = (kind: FeedKind) => kind === 'dry' || kind === 'lime'
export const MOMENT: Record<NonNullable<Feed['once_at']>, string> = {
  growth: 'once, when leaves grow fast',
  first_bloom: 'once, at first bloom of what fruits',
}
export const PART: Record<NonNullable<Feed['parts']>[number]['part'], string> = {
  worm_casts: 'worm casts',
  compost: 'compost',
  manure: 'rotted manure',
  poultry_pellets: 'poultry manure',
  seed_cake: 'seed cake',
  bone_meal: 'bone meal',
  blood_meal: 'blood meal',
  fish_meal: 'fish meal',
  seaweed_meal: 'seaweed meal',
  wood_ash: 'wood ash',
  rock_dust: 'rock dust',
  lime: 'lime or shell',
}
/** mL of a liquid, g of what is dry. */
export const measureOfFeed = (kind: FeedKind) => (kind === 'liquid' || kind === 'brew' ? 'mL' : 'g')
/** A caution of the kind, short. */
export const CAUTION: Record<FeedKind, string> = {
  liquid: 'The label rules. Gloves on.',
  soluble: 'The label rules. Gloves on, and keep its dust down.',
  dry: 'The label rules. Keep it off leaves and stems, scratch it in, water after.',
  brew: 'Own brews smell and vary: keep them off what is eaten raw.',
  lime: 'Dampen its dust, and keep it out of eyes and lungs.',
}

const amountOf = (x: number, kind: FeedKind) =>
  `${x >= 10 ? Math.round(x) : Math.round(x * 10) / 10} ${measureOfFeed(kind)}`
const STRENGTH: Record<number, string> = { 0.5: 'half', 0.25: 'a quarter of its' }
const strengthOf = (d: Dose) => (d.strength < 1 ? `, at ${STRENGTH[d.strength] ?? d.strength} strength` : '')

/** "32 mL of Fruit feed in 8.0 L, 40 mL a full can": what one bed gets. */
export function doseInWords(d: Dose, t: Tongue): string {
  const all = `${amountOf(d.amount, d.kind)} of ${d.feed}`
  if (isDry(d.kind)) return `${all}, ${amountOf(d.per_plant, d.kind)} round each plant`
  const cans =
    d.cans >= 1
      ? `: ${amountOf(d.per_can, d.kind)} a can, ${d.cans < 1.05 ? 'one can' : `${d.cans.toFixed(1)} cans`}`
      : ''
  const where = d.over_leaves ? ', over the leaves at first light' : ''
  return `${all} in ${t.show(d.litres, 'volume')}${strengthOf(d)}${cans}${where}`
}

/** What is left of its food, in a word. */
export function stateInWords(x: FeedingNow): string {
  if (x.state === 'washed') return 'washed out'
  if (x.state === 'low') return 'running low'
  return 'enough'
}
const WHY: Record<NonNullable<FeedingNow['why']>, string> = {
  school: 'its turn',
  washed: 'rain washed food out: a light feed, sooner',
  seedling: 'from its first true leaves on, weak and weekly',
  first: 'its first since it was planted',
  moment: 'its moment has come, once',
}
/** What keeps a feed back; empty where nothing does. */
export function holdInWords(x: FeedingNow, today: string): string {
  switch (x.hold) {
    case 'sodden':
      return 'its soil is sodden: roots cannot take it, it runs below. Wait until it has drained.'
    case 'dry':
      return 'its soil is dry: it burns roots. Water first, feed with the next soak.'
    case 'rain':
      return x.dose?.over_leaves
        ? 'rain would wash it off. Spray on a dry day.'
        : 'rain would wash it out. Feed once it is over and has drained.'
    case 'pause':
      return `it was planted lately: roots first${x.until ? `, feed from ${nearDay(x.until, today)}` : ''}.`
    case 'late':
      return 'it is done growing: no more feed this season.'
    case 'label':
      return `its label allows none before ${x.until ? nearDay(x.until, today) : 'then'}.`
    case 'young':
      return `it lives on its seed until the first true leaves${x.until ? `, about ${nearDay(x.until, today)}` : ''}.`
    default:
      return ''
  }
}
/** When it is fed next, and why. */
export function dueInWords(x: FeedingNow, today: string): string {
  if (!x.due && (x.school === 'none' || x.school === 'compost')) return ''
  if (!x.due)
    return x.hold
      ? upper(holdInWords(x, today))
      : x.state === 'enough'
        ? 'Food enough for this season.'
        : 'No further feed is planned.'
  const when = x.due <= today ? 'Due' : upper(nearDay(x.due, today))
  const held = x.due <= today && x.hold ? ` Not yet: ${holdInWords(x, today)}` : ''
  return `${when}: ${x.why ? WHY[x.why] : 'its turn'}.${held}`
}
/** "Fruit feed acts until 20 Jul"; what a bought mix brought along has no name of its own. */
export function actsInWords(x: FeedingNow['acting'][number], today: string): string {
  const what = x.feed ?? 'its mix’s own food'
  return x.until < today
    ? `${upper(what)} ended ${shortDate(x.until)}`
    : `${upper(what)} till ${shortDate(x.until)}`
}
/** How a label is read: one line. */
export function feedInWords(x: Feed): string {
  const parts = [x.n_pct, x.p_pct, x.k_pct].map((p) => p ?? 0)
  const food = x.parts?.length
    ? `own blend of ${inRow(x.parts.map((p) => `${p.parts ?? 1} ${PART[p.part]}`))}, strength guessed from them`
    : x.guessed
      ? 'strength guessed'
      : x.kind === 'lime'
        ? 'calcium, no growth'
        : parts.some(Boolean)
          ? `N-P-K ${parts.join('-')}`
          : 'no N-P-K'
  const per = isDry(x.kind) ? 'm²' : 'L'
  const how = [
    x.once_at ? MOMENT[x.once_at] : `at most every ${times(x.every_days ?? 7, 'day')}`,
    ...(x.over_leaves ? ['over the leaves'] : []),
    ...(x.in_turn ? ['in turn with others'] : []),
  ]
  return `${FEED_KIND[x.kind]}; ${food}; ${x.dose} ${measureOfFeed(x.kind)} a ${per}, ${how.join(', ')}`
}
export const lastInWords = (x: FeedingNow): string => (x.last ? shortDate(x.last) : 'never noted')
