import { describe, expect, it } from 'vitest'

import { emptyGarden, gardenBody, takeClimate } from './newGarden'

describe('the first visit', () => {
  it('takes latitude and height from a climate, turned south, unless they were typed', () => {
    const form = emptyGarden('UTC')
    form.south = true
    takeClimate(form, { latitude: 38, elevation_m: 60 }, { latitude: false, elevation: false })
    expect(form).toMatchObject({ latitude: -38, elevation_m: 60 })
    takeClimate(form, { latitude: 14, elevation_m: 30 }, { latitude: true, elevation: false })
    expect(form).toMatchObject({ latitude: -38, elevation_m: 30 })
    takeClimate(form, undefined, { latitude: false, elevation: false })
    expect(form.latitude).toBe(-38)
  })

  it('sends what was said, and no number for what was left open', () => {
    const form = { ...emptyGarden('UTC'), name: 'Reef', latitude: '−36,5' }
    expect(gardenBody(form, null)).toEqual({
      name: 'Reef',
      latitude: -36.5,
      longitude: null,
      elevation_m: 0,
      time_zone: 'UTC',
      style: 'steady',
      method: 'hose',
      climate: 'by_place',
    })
    expect(gardenBody({ ...form, latitude: '36', south: true }, null).latitude).toBe(-36)
    expect(gardenBody({ ...form, latitude: '' }, null).latitude).toBeNaN()
    expect(gardenBody({ ...form, limited: true, weekend: null }, null).people).toEqual([
      { name: 'Me', minutes: [20, 20, 20, 20, 20, 0, 0] },
    ])
    expect(gardenBody({ ...form, flow_l_per_min: 9 }, 'x')).toMatchObject({ flow_l_per_min: 9 })
    expect(gardenBody({ ...form, flow_l_per_min: 9, method: 'can' }, 'x')).not.toHaveProperty(
      'flow_l_per_min',
    )
    expect(gardenBody({ ...form, climate: 'file' }, 'date,tmin')).toMatchObject({ weather_file: 'date,tmin' })
    expect(gardenBody(form, 'date,tmin')).not.toHaveProperty('weather_file')
  })
})
