import { describe, expect, it } from 'vitest'

import type { Round, Sky } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import type { Tongue } from './stop'
import { calmBeds, DONE, riskInWords, risksInWords, spellInWords, taskInWords } from './wetSpell'

const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const TODAY = '2025-07-11'
type Spell = NonNullable<Round['wet_spell']>
const spell = (over: Partial<Spell>): Spell => ({
  state: 'here',
  since: '2025-07-09',
  until: '2025-07-13',
  rain_mm: 40,
  tasks: [],
  ...over,
})
const task = (over: Partial<Spell['tasks'][number]>) => ({
  bed: 'Pot',
  id: 1,
  what: 'roof_on' as const,
  kg: null,
  by_two: false,
  over_mm: 0,
  ...over,
})

describe('a wet spell', () => {
  it('says where it stands', () => {
    expect(spellInWords(spell({ state: 'coming', since: '2025-07-12' }), TODAY, metric)).toContain(
      'Rain is coming tomorrow',
    )
    expect(spellInWords(spell({}), TODAY, metric)).toContain('40.0 mm so far and in sight, to')
    expect(spellInWords(spell({ state: 'over', until: '2025-07-10' }), TODAY, metric)).toContain(
      'ended yesterday',
    )
  })

  it('gives each task its reason, and minds who lifts', () => {
    expect(taskInWords(task({ kg: 60, by_two: true, over_mm: 3 }), 'here', metric)).toContain(
      'about 60 kg: lift it by two',
    )
    expect(taskInWords(task({ over_mm: 3 }), 'here', metric)).toContain('3.0 mm above what its roots bear')
    expect(taskInWords(task({ what: 'pick' }), 'coming', metric)).toContain('it splits and rots')
    expect(taskInWords(task({ what: 'mulch_off' }), 'here', metric)).toContain(
      'Others leave it, against splash',
    )
    for (const what of Object.keys(DONE) as (keyof typeof DONE)[])
      expect(taskInWords(task({ what }), 'over', metric).length).toBeGreaterThan(10)
  })
})

describe('wet leaves', () => {
  const risk = (over: Partial<Sky['leaf_risks'][number]>) => ({
    bed: 'Bench',
    id: 1,
    wet_h: [6, 14],
    aired_h: [6, 11],
    first: null,
    rule: 'wet',
    from_above_h: 0,
    ...over,
  })
  it('says from when, how long, and what air would do', () => {
    expect(riskInWords(risk({ first: '2025-07-12', rule: 'smith' }), TODAY)).toContain(
      'from tomorrow (two mild days',
    )
    expect(riskInWords(risk({}), TODAY)).toBe(
      'Leaves wet up to 14 hours tomorrow; 11 if its plants stood open or had their lower leaves off.',
    )
    expect(riskInWords(risk({ from_above_h: 3 }), TODAY)).toContain(
      '3 hours of today come from watering from above',
    )
    expect(calmBeds([risk({}), risk({ bed: 'Row', first: TODAY })])).toBe('None to mind this week: Bench.')
    expect(calmBeds([])).toBe('')
    const two = risksInWords(
      [risk({ first: TODAY }), risk({ bed: 'Row', first: TODAY }), risk({ bed: 'Calm' })],
      TODAY,
    )
    expect(two.map((x) => x.beds)).toEqual(['Bench and Row:'])
  })
})
