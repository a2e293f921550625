import type { Round, Sky } from '@/shared/api/types'
import { addDays, nearDay } from '@/shared/format/time'

import { inRow, times, type Tongue } from './stop'

type Spell = NonNullable<Round['wet_spell']>
type Task = Spell['tasks'][number]
type Risk = Sky['leaf_risks'][number]

/** Where a wet spell stands. */
export function spellInWords(x: Spell, today: string, t: Tongue): string {
  const rain = t.show(x.rain_mm, 'depth')
  if (x.state === 'coming')
    return `Rain is coming ${nearDay(x.since, today)}: about ${rain}. Get ready before it.`
  if (x.state === 'here')
    return `Wet since ${nearDay(x.since, today)}, ${rain} so far and in sight${x.until > today ? `, to ${nearDay(x.until, today)}` : ''}. Water less than you think; let air in.`
  return `The rain ended ${nearDay(x.until, today)}: ${rain} in all. What was changed for it goes back; water again only where a finger finds it dry.`
}

/** What to do at one bed, and why. */
export function taskInWords(x: Task, state: Spell['state'], t: Tongue): string {
  const kg =
    x.kg === null ? '' : ` It weighs about ${Math.round(x.kg)} kg${x.by_two ? ': lift it by two' : ''}.`
  const over =
    x.over_mm >= 0.5 ? ` Water stands ${t.show(x.over_mm, 'depth')} above what its roots bear.` : ''
  switch (x.what) {
    case 'pick':
      return state === 'coming'
        ? 'Pick what is ripe or nearly so: it splits and rots when rain comes after dry days. Bag or cover what stays.'
        : 'Pick what is ripe every day, and whatever moulds, off the bed.'
    case 'saucer_off':
      return 'Tip and take off the saucer: roots drown from below.'
    case 'roof_on':
      return `Under the roof first: it bears wet feet least.${over}${kg} It is watered there as before.`
    case 'mulch_off':
      return `Draw the mulch aside for some dry hours, then back: it lets the ground breathe.${over} Others leave it, against splash.`
    case 'leaves_off':
      return 'In a dry hour, take the lowest leaves off up to your knee, never all at once: what splashes up climbs from there.'
    case 'roof_off':
      return `Out again, on a dull day first.${kg}`
    case 'mulch_on':
      return 'Mulch back: the ground has drained.'
    default:
      return 'The saucer back: it is dry enough.'
  }
}
export const DONE: Record<Task['what'], string> = {
  pick: '',
  saucer_off: 'Saucer off',
  roof_on: 'Under the roof',
  mulch_off: 'Drawn aside',
  leaves_off: 'Leaves off',
  roof_off: 'Out again',
  mulch_on: 'Mulch back',
  saucer_on: 'Saucer back',
}

/** From when leaves are to be minded, and what air would do. */
export function riskInWords(x: Risk, today: string, several = false): string {
  const its = several ? 'their' : 'its'
  const worst = x.wet_h.indexOf(Math.max(...x.wet_h))
  const aired = x.aired_h[worst] ?? 0
  const hours = times(Math.round(x.wet_h[worst] ?? 0), 'hour')
  const when = nearDay(addDays(today, worst), today)
  const air =
    (x.wet_h[worst] ?? 0) - aired >= 1
      ? `; ${Math.round(aired)} if ${its} plants stood open or had their lower leaves off`
      : ''
  const from =
    x.from_above_h >= 0.5
      ? ` ${times(Math.round(x.from_above_h), 'hour')} of today come from watering from above.`
      : ''
  const rule =
    x.rule === 'smith'
      ? 'two mild days in a row, damp for eleven hours: blight can start'
      : 'ten hours wet in mild air: mildews and moulds can start'
  const risk = x.first ? `Mind ${its} leaves from ${nearDay(x.first, today)} (${rule}). ` : ''
  return `${risk}Leaves wet up to ${hours} ${when}${air}.${from}`
}

/** Those to mind, beds of one risk together. */
export function risksInWords(all: Risk[], today: string): { beds: string; text: string }[] {
  const by = new Map<string, Risk[]>()
  for (const x of all.filter((y) => y.first)) {
    const text = riskInWords(x, today)
    by.set(text, [...(by.get(text) ?? []), x])
  }
  return [...by.values()].map((alike) => ({
    beds: `${inRow(alike.map((x) => x.bed))}:`,
    text: riskInWords(alike[0]!, today, alike.length > 1),
  }))
}

/** Beds by their risk: those to mind by name, the others in one sentence. */
const MOST_CALM = 4 // beds that are named; more are "all others"
export const calmBeds = (all: Risk[]): string => {
  const calm = all.filter((x) => !x.first).map((x) => x.bed)
  if (!calm.length) return ''
  if (calm.length === all.length) return 'No leaf disease to mind this week in any bed.'
  return `None to mind this week: ${calm.length > MOST_CALM ? 'all others' : inRow(calm)}.`
}
