import { describe, expect, it } from 'vitest'

import type { Fit } from '@/shared/api/types'

import { fitWords } from './fit'

const tongue = {
  show: (n: number, q: string) => `${n.toFixed(1)} ${q}`,
  num: (n: number) => n.toFixed(1),
}
const fit = (what: string, level: Fit['level'], figures: Record<string, number> = {}, other = ''): Fit => ({
  what,
  level,
  crop: 'winter squash',
  figures,
  other,
  source: 'common practice, no source',
})

describe('fit checks in words', () => {
  it('gives each check a title that turns with its level, and a reason with its figures', () => {
    const mix = { each_l: 9, scant_l: 40, ample_l: 80, drinks_l: 6, holds_l: 1, times_a_day: 6, often: 1 }
    expect(fitWords(fit('mix_volume', 'stop', mix), tongue)).toEqual({
      title: 'Too little mix: winter squash',
      why:
        '9.0 volume for each plant; full-grown it wants 40.0 to 80.0 volume. On a warm day they drink 6.0 volume, ' +
        'and 1.0 volume is drawn with ease. Somebody would water it about 6 times a day.',
    })
    expect(fitWords(fit('mix_volume', 'fine', { ...mix, often: 0 }), tongue).why).not.toContain('Somebody')
    for (const [what, level, start] of [
      ['spacing', 'mind', 'They will stand close'],
      ['spacing', 'fine', 'Room enough'],
      ['holes', 'stop', 'No holes'],
      ['holes', 'mind', 'Has it holes'],
      ['holes', 'fine', 'It drains'],
      ['weight', 'mind', 'Heavy when wet'],
      ['sun', 'stop', 'Too little sun'],
      ['soil_warmth', 'mind', 'Cold soil'],
      ['sharing', 'mind', 'Shared water'],
    ] as const)
      expect(fitWords(fit(what, level), tongue).title).toMatch(new RegExp(`^${start}`))
  })

  it('names the other bed, the family and the load to ask about', () => {
    expect(fitWords(fit('sharing_across', 'mind', { gap_m: 0.3 }, 'East'), tongue).title).toBe(
      'East drinks here too',
    )
    const again = fitWords(fit('rotation', 'mind', { year: 2024, rest_years: 3 }, 'melon'), tongue)
    expect(again.why).toContain('Melon of the same family stood here till 2024')
    expect(fitWords(fit('weight', 'mind'), tongue).why).toContain('qualified person')
    expect(fitWords(fit('weight', 'fine'), tongue).why).not.toContain('qualified person')
  })

  it('speaks of wet leaves only where a night is known', () => {
    expect(
      fitWords(fit('spacing', 'mind', { wet_h: 9, airy_wet_h: 6, close_wet_h: 9 }), tongue).why,
    ).toContain('9 hours; airy 6, intensive 9')
    expect(fitWords(fit('spacing', 'mind'), tongue).why).not.toContain('Leaves wet')
  })
})
