import { describe, expect, it } from 'vitest'

import type { AwayResult, Round, Through } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import { bestVisit, checklist, doing, fares, foreseen, headline, howMuch, runs, toBuy } from './away'
import { buttInWords, leavingSoon } from './round'
import type { Tongue } from './stop'

const TODAY = '2025-07-11'
const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
type Doing = Through['least'][number]
const soak: Doing = { what: 'soak', minutes: 3, litres: 29, buy: null, buy_minutes: 0, id: 'a' }
const line: Doing = {
  what: 'line',
  minutes: 25,
  litres: 3.7,
  buy: 'a line and a timer',
  buy_minutes: 60,
  id: 'b',
}
const mulch: Doing = { what: 'mulch_on', minutes: 8, litres: 0, buy: 'straw', buy_minutes: 5, id: 'c' }
const isle = (over: Partial<Through> = {}): Through => ({
  bed: 1,
  name: 'Spit',
  kind: 'raised',
  chance: 0.36,
  needs_from: '2025-07-15',
  least: [soak, mulch],
  chance_then: 0.93,
  reached: true,
  with_all: 0.97,
  visits: [],
  ...over,
})
const result = (...beds: Through[]): AwayResult => ({
  leaves: TODAY,
  returns: '2025-07-17',
  wanted: 0.9,
  visits: [],
  foreseen: 5,
  days: 5,
  beds,
  doing_today: true,
})

describe('going away', () => {
  it('rounds a chance down, and says a small one is small', () => {
    expect([1, 0.97, 0.93, 0.88, 0.04, 0].map(runs)).toEqual([
      'all 10 of 10',
      '19 of 20',
      '9 of 10',
      '8 of 10',
      'fewer than 1 of 10',
      '0 of 10',
    ])
  })

  it('says how an isle fares, from when it is in need, and what brings it through', () => {
    expect(fares(isle(), 0.9, TODAY, metric)).toBe(
      'As it is, 3 of 10 runs come through; plants are in need from about Tuesday. With this 9 of 10: soak it from above till it runs over, about 29 L; lay mulch, two fingers or more.',
    )
    expect(fares(isle({ chance: 0.92 }), 0.9, TODAY, metric)).toContain('nothing more is needed')
    expect(fares(isle({ least: [line], with_all: 0.4 }), 0.9, TODAY, metric)).toContain(
      'Nothing but a line will do (all else together reaches 4 of 10): lay a line on a timer: 3.7 L a day.',
    )
    expect(fares(isle({ reached: false, chance_then: 0.6 }), 0.9, TODAY, metric)).toContain(
      'The most that can be done reaches 6 of 10',
    )
  })

  it('says on the round that days away come near', () => {
    const on = (today: string) =>
      leavingSoon({
        away: { leaves: '2025-07-14', returns: '2025-07-19', wanted: 0.9, visits: [] },
        garden: { today } as Round['garden'],
      })
    expect(['2025-07-10', '2025-07-12', '2025-07-14', '2025-07-16'].map(on)).toEqual([
      '',
      'You leave after the round of Monday.',
      'You leave after this round.',
      'You are away until Saturday.',
    ])
    expect(leavingSoon({ away: null, garden: { today: TODAY } as Round['garden'] })).toBe('')
  })

  it('says how long a butt lasts', () => {
    const butt = {
      rig: 'Butt',
      holds_l: 200,
      level_l: 120,
      looked: TODAY,
      empty_on: ['2025-07-13', '2025-07-14', '2025-07-16'],
      feeds: ['Spit'],
    }
    const said = (over: object) => buttInWords({ ...butt, ...over }, TODAY, metric)
    expect(said({})).toBe(
      'Butt: about 120 L of 200 L, lasts until about Monday (Sunday to Wednesday); then the tap.',
    )
    expect(said({ empty_on: [null, null, null] })).toContain('enough for the fortnight')
    expect(said({ empty_on: [TODAY, TODAY, TODAY] })).toContain('not enough for today')
    expect(said({ feeds: [], looked: null })).toBe(
      'Butt: about 120 L of 200 L, a guess till you look. No bed is watered from it yet.',
    )
  })

  it('names the visit that adds most, and none that adds nothing', () => {
    const visits = [
      { date: '2025-07-13', chance: 0.94, litres: 9 },
      { date: '2025-07-14', chance: 1, litres: 12 },
    ]
    expect(bestVisit(isle({ visits, chance_then: 0.7 }), TODAY, metric)).toBe(
      'Someone who waters it on Monday, about 12 L, makes it all 10 of 10.',
    )
    expect(bestVisit(isle({ visits, chance_then: 0.98 }), TODAY, metric)).toBe('')
  })

  it('counts what comes through, and says how far a forecast reaches', () => {
    expect(headline(result(isle(), isle({ chance: 0.95 })))).toBe(
      '1 of 2 isles come through alone; with the list below, all',
    )
    expect(headline(result(isle({ chance: 0.95 })))).toBe('It comes through as it is')
    expect(headline(result(isle(), isle({ chance_then: 0.5 })))).toContain('with the list below, 1')
    expect(foreseen(result())).toBe('')
    expect(foreseen({ ...result(), foreseen: 4 })).toContain('The last day is beyond')
    expect(foreseen({ ...result(), foreseen: 0 })).toContain('No forecast covers')
  })

  it('lists what is to be done in the order in which it is done, and what is to be bought', () => {
    const list = checklist(result(isle({ least: [soak, mulch] }), isle({ bed: 2, least: [line] })))
    expect(list.map((x) => x.what)).toEqual(['mulch_on', 'soak', 'line'])
    expect(toBuy(result(isle(), isle({ least: [line] }), isle({ least: [mulch] })))).toEqual([
      'straw for 2 isles',
      'a line and a timer for 1 isle',
    ])
    expect([soak, line, mulch].map((d) => howMuch(d, metric))).toEqual([
      'about 29 L',
      'about 3.7 L a day',
      '',
    ])
    expect(doing({ ...soak, what: 'into_shade' }, metric)).toBe('carry it into the shade')
  })
})
