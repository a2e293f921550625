import { describe, expect, it } from 'vitest'

import type { Round } from '@/shared/api/types'
import { number, unitLabel } from '@/shared/format/units'

import { atRiskInWords, frozenInWords, tonightInWords } from './cold'
import type { Tongue } from './stop'

const metric: Tongue = {
  num: (si, q) => number(si, q, 'metric'),
  show: (si, q) => `${number(si, q, 'metric')} ${unitLabel(q, 'metric')}`,
}
const bed = { bed: 'Bench', id: 1, chance: 0.4, lowest_c: 1, what: 'chill' as const, container: false }
const cold = (low: number, mid: number, what: 'chill' | 'frost' = 'chill'): Round['cold'] => ({
  tonight: { date: '2025-07-12', tmin: { low, mid, high: mid + 1 }, beds: [{ ...bed, what }] },
  frozen: [],
  sheets: [],
})

describe('a cold night', () => {
  it('says how cold, what for, and what to do', () => {
    expect(tonightInWords(cold(2, 4), metric)).toContain(
      'about 4 °C, 2 °C in one run of ten: too cold for what is tender',
    )
    expect(tonightInWords(cold(0, 0.2, 'frost'), metric)).toContain('about 0 °C: frost can come')
    expect(tonightInWords({ tonight: null, frozen: [], sheets: [] }, metric)).toBe('')
    expect(atRiskInWords(bed, metric)).toBe('may be chilled in 4 of 10 runs, down to 1 °C')
  })

  it('says in the morning what white leaves mean', () => {
    expect(frozenInWords(['Bench', 'Row'])).toContain('frozen on Bench and Row last night')
    expect(frozenInWords([])).toBe('')
  })
})
