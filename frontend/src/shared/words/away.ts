import type { AwayResult, Through } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'

import type { Tongue } from './stop'

type Doing = Through['least'][number]

/** What is done before leaving, in the order in which it is done. */
export const ORDER: Doing['what'][] = ['mulch_on', 'shade_on', 'into_shade', 'soak', 'fill', 'line']

/** "9 of 10": a chance as so many runs, rounded down; never hopeless where a run says otherwise. */
export function runs(chance: number): string {
  if (chance >= 0.995) return 'all 10 of 10'
  if (chance >= 0.95) return '19 of 20'
  if (chance > 0 && chance < 0.1) return 'fewer than 1 of 10'
  return `${Math.floor(chance * 10)} of 10`
}

/** One thing to do at an isle, in words. */
export function doing(d: Doing, t: Tongue): string {
  switch (d.what) {
    case 'fill':
      return `fill the reservoir, ${t.show(d.litres, 'volume')}`
    case 'soak':
      return `soak it from above till it runs over, about ${t.show(d.litres, 'volume')}`
    case 'mulch_on':
      return 'lay mulch, two fingers or more'
    case 'shade_on':
      return 'put shade cloth over it'
    case 'into_shade':
      return 'carry it into the shade'
    case 'line':
      return `lay a line on a timer: ${t.show(d.litres, 'volume')} a day`
  }
}

/** The same in a list whose head says what is done: what is left to say of one isle. */
export const howMuch = (d: Doing, t: Tongue): string =>
  d.litres === 0 ? '' : `about ${t.show(d.litres, 'volume')}${d.what === 'line' ? ' a day' : ''}`

/** How an isle fares as it is, and what brings it through. */
export function fares(x: Through, wanted: number, today: string, t: Tongue): string {
  const alone = `As it is, ${runs(x.chance)} runs come through`
  const from = x.needs_from ? `; plants are in need from about ${nearDay(x.needs_from, today)}` : ''
  if (x.chance >= wanted) return `${alone}: nothing more is needed.`
  const all = x.least.map((d) => doing(d, t)).join('; ')
  if (x.reached && x.with_all < wanted)
    return `${alone}${from}. Nothing but a line will do (all else together reaches ${runs(x.with_all)}): ${all}.`
  return `${alone}${from}. ${x.reached ? 'With this' : 'The most that can be done reaches'} ${runs(x.chance_then)}: ${all}.`
}

/** The one visit that adds most; empty where none adds anything worth the way. */
export function bestVisit(x: Through, today: string, t: Tongue): string {
  const best = [...x.visits].sort((a, b) => b.chance - a.chance)[0]
  if (!best || best.chance < x.chance_then + 0.05) return ''
  return `Someone who waters it on ${nearDay(best.date, today)}, about ${t.show(best.litres, 'volume')}, makes it ${runs(best.chance)}.`
}

/** How far a forecast reaches into the days away; empty where it covers them. */
export function foreseen(r: AwayResult): string {
  const beyond = r.days - r.foreseen
  if (beyond <= 0) return ''
  return beyond === r.days
    ? 'No forecast covers these days: they are what this climate, or the last weeks, usually bring.'
    : `The last ${beyond === 1 ? 'day is' : `${beyond} days are`} beyond the forecast: what this climate, or the last weeks, usually bring.`
}

/** The whole in one sentence. */
export function headline(r: AwayResult): string {
  const all = r.beds.length
  const alone = r.beds.filter((x) => x.chance >= r.wanted).length
  const then = r.beds.filter((x) => x.chance_then >= r.wanted).length
  const isles = (n: number) => `${n} of ${all} ${all === 1 ? 'isle' : 'isles'}`
  if (alone === all) return all === 1 ? 'It comes through as it is' : `All ${all} come through as they are`
  if (then === all) return `${isles(alone)} come through alone; with the list below, all`
  return `${isles(alone)} come through alone; with the list below, ${then}`
}

/** Everything to do before leaving, in order: what, and at which isles. */
export function checklist(r: AwayResult): { what: Doing['what']; at: { bed: Through; doing: Doing }[] }[] {
  return ORDER.map((what) => ({
    what,
    at: r.beds.flatMap((bed) => bed.least.filter((d) => d.what === what).map((d) => ({ bed, doing: d }))),
  })).filter((x) => x.at.length)
}

/** What is to be bought, each thing once with how many isles want it. */
export function toBuy(r: AwayResult): string[] {
  const found = new Map<string, number>()
  for (const bed of r.beds)
    for (const d of bed.least) if (d.buy) found.set(d.buy, (found.get(d.buy) ?? 0) + 1)
  return [...found].map(([thing, n]) => `${thing} for ${n} ${n === 1 ? 'isle' : 'isles'}`)
}
