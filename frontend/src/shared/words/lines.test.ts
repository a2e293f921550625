import { describe, expect, it } from 'vitest'

import type { DripLine } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import {
  changeInWords,
  evenInWords,
  headInWords,
  hoursInWords,
  longestInWords,
  overInWords,
  rowsInWords,
  runInWords,
  settingInWords,
  timerInWords,
  tubeInWords,
  wetsInWords,
} from './lines'
import type { Tongue } from './stop'

const TODAY = '2025-07-11'
const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const line = (over: object = {}): DripLine =>
  ({
    bed: 'Row',
    tube: ['Row'],
    id: 1,
    at_m: [1, 2, 3],
    flows_l_h: [2, 1.9, 1.8],
    heads_m: [9.9, 9.5, 9],
    nominal_l_h: 2,
    mean_l_h: 1.9,
    inflow_l_h: 5.7,
    inlet_m: 10,
    even: 0.95,
    eu: 0.9,
    by_cups: null,
    longest_m: 40,
    spacing_m: 1,
    rows: 1,
    row_gap_m: null,
    usual: { minutes: 60, litres_each: 2, width_m: 0.4, depth_m: 0.25, beyond_fit: false },
    habit: { minutes: 15, litres_each: 0.5, width_m: 0.3, depth_m: 0.06, beyond_fit: true },
    roots_m: 0.3,
    deeper: [],
    reaches: 0.62,
    laid: 'rows',
    outlet: 1,
    plot: { length_m: 3, width_m: 0.8, round: false, plants: [] },
    meet: true,
    bursts: false,
    changes: [],
    programme: null,
    next_run: null,
    ...over,
  }) as DripLine

describe('a drip line', () => {
  it('says how even it is, and how far it may go', () => {
    expect(evenInWords(line(), metric)).toBe(
      'Even: the poorest quarter gets 95 % of the mean (2.0 L/h at its beginning, 1.8 at its end).',
    )
    expect(evenInWords(line({ even: 0.7, by_cups: 0.62 }), metric)).toMatch(
      /^Uneven: the poorest .* cups 62 %\.$/,
    )
    expect(longestInWords(line(), metric)).toBe('A row of it may be up to 40.0 m long; it is 3.00 m.')
    expect(longestInWords(line({ longest_m: 2 }), metric)).toContain(
      'is sound up to 2.00 m, and it is 3.00 m long',
    )
    expect(rowsInWords(line())).toBe('One row')
    expect(rowsInWords(line({ rows: 3 }))).toBe('3 rows; the first is drawn')
  })

  it('says what its head does', () => {
    expect(headInWords(line(), metric)).toBe('10.0 m of head at its inlet (1.0 bar), 5.7 L/h in all.')
    expect(headInWords(line({ bursts: true }), metric)).toContain('A pressure reducer comes first')
    expect(headInWords(line({ nominal_l_h: 4 }), metric)).toContain(
      'each gives 48 % of what is printed on it',
    )
  })

  it('holds what a run wets against the roots', () => {
    expect(wetsInWords(line(), metric)).toEqual([
      'The next soak, 60 minutes, wets about 25 cm deep and 40 cm across under each; roots go to 30 cm.',
      'It wets 62 % of the ground that roots hold; what lies between, rain and your hand reach.',
      '15 minutes would wet 6 cm: often and short keeps roots at the top.',
    ])
    const poor = line({
      meet: false,
      row_gap_m: 0.6,
      habit: { ...line().habit, depth_m: 0.2 },
    })
    expect(wetsInWords(poor, metric).slice(2)).toEqual([
      'The wet rounds do not meet: 100 cm from dripper to dripper. Closer drippers, or plants beside them.',
      'Between its rows, 60 cm apart, the ground stays dry: one more turn would reach it.',
    ])
  })

  it('tells a run as it goes on, and stops at the roots', () => {
    const run = (depth_m: number) =>
      runInWords({ minutes: 30, litres_each: 1, width_m: 0.3, depth_m, beyond_fit: false }, 0.3, metric)
    expect(run(0.15)).toBe('30 minutes: about 15 cm deep, 30 cm across under each; the roots are at 30 cm.')
    expect(run(0.31)).toContain('down to the roots')
    expect(run(0.45)).toContain('some sinks past the roots')
    expect(rowsInWords(line({ laid: 'ring' }))).toBe('Once round the bed')
  })

  it('tells each change with its effect, and its timer', () => {
    const change = { even: 0.97, least_l_h: 1.9, mean_l_h: 2, bore_mm: null, reaches: null }
    expect(changeInWords({ what: 'both_ends', ...change }, metric)).toBe(
      'Feed it in the middle, so that it is two lines half as long: the poorest quarter gets 97 %, the least dripper 1.9 L/h, the mean 2.0.',
    )
    expect(changeInWords({ what: 'row', ...change, reaches: 0.8 }, metric)).toBe(
      'One more row beside it: 80 % of the ground that roots hold is wetted, 2.0 L/h each.',
    )
    expect(changeInWords({ what: 'wider', ...change, bore_mm: 16 }, metric)).toMatch(
      /^A tube 16 mm wide inside:/,
    )
    const programme = {
      date: TODAY,
      every_days: 2,
      minutes: 40,
      litres: 1,
      on: true,
      weekdays: [],
      starts: [],
      outlet: 1,
      tells: false,
    }
    expect(timerInWords(line({ programme, next_run: '2025-07-12' }), TODAY, metric)).toContain(
      'next tomorrow.',
    )
    expect(timerInWords(line(), TODAY, metric)).toBe('')
  })

  it('says what a timer is best set to, and whether to set it anew', () => {
    const best = {
      every_days: 2,
      minutes: 40,
      litres_a_week: 98,
      missed: 0.02,
      lost_l_a_week: 4,
      weekdays: [],
    }
    const timer = {
      rig: 'Hose',
      rig_id: 1,
      outlet: 1,
      beds: ['Row'],
      best,
      now: null,
      ideal_l_a_week: 84,
      anew: false,
    }
    expect(settingInWords(timer, metric)[0]).toBe(
      'Best for the two weeks ahead: every 2 days, 40 minutes. That is 98 L a week, of which 4.0 L drain away; 2 % of what plants want is missed. A hand that waters as it asks gives 84 L.',
    )
    const now = {
      ...best,
      every_days: 7,
      minutes: 15,
      litres_a_week: 20,
      missed: 0.4,
      lost_l_a_week: 0,
      weekdays: [],
    }
    expect(settingInWords({ ...timer, now, anew: true }, metric)[1]).toBe(
      'It is set to once a week, 15 minutes: 20 L a week, 0.0 L drain away, 40 % of what plants want is missed. Set it anew.',
    )
    expect(settingInWords({ ...timer, now: { ...now, missed: 0 } }, metric)[1]).toContain('and may stay so')
  })

  it('says what a tube waters, what is left for the last, and which valve would save most', () => {
    const first = line({ bed: 'A', tube: ['A', 'B', 'C'], mean_l_h: 2 })
    const last = line({ bed: 'C', tube: ['A', 'B', 'C'], mean_l_h: 1.5 })
    expect(tubeInWords(line(), [], metric)).toBe('')
    expect(tubeInWords(first, [first, last], metric)).toContain('goes on to B and C, with no valve')
    expect(tubeInWords(last, [first, last], metric)).toBe(
      'Its water comes on from B. Each of its drippers gives 1.5 L/h, those of A 2.0.',
    )
    const ahead = { beds: ['A', 'B'], days: 14, litres: 200, over: [0, 30] }
    expect(overInWords(ahead, metric)).toContain(
      '30 L of it beyond what is asked. A valve at B would save 30 L.',
    )
    expect(overInWords({ ...ahead, over: [0, 1] }, metric)).toContain(
      'nearly all of it where it is asked for',
    )
    expect(
      changeInWords(
        { what: 'apart', even: 0.9, least_l_h: 2, mean_l_h: 2, bore_mm: null, reaches: null },
        metric,
      ),
    ).toContain('A feed of its own')
  })

  it('says at which hour a tap runs its lines best', () => {
    const at = (hour: number, even: number, takes_l_h: number) => ({
      rig: 'Tap',
      hour,
      head_m: 10,
      takes_l_h,
      even,
    })
    expect(hoursInWords([at(7, 0.8, 20), at(23, 0.9, 30)], metric)[0]).toContain('Best at 23:00.')
    expect(hoursInWords([at(7, 0.95, 20), at(23, 0.8, 30)], metric)[0]).toContain('Best at 7:00.')
    expect(hoursInWords([at(7, 0.9, 20), at(23, 0.9, 30)], metric)[0]).toContain('Best at 23:00.')
  })
})
