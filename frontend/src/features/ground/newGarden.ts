/** What the first visit asks, and what it sends. Every answer has an "I don't know". */
import type { Schemas } from '@/shared/api/client'
import type { MethodName, Style } from '@/shared/api/types'
import { readNumber } from '@/shared/format/read'

export interface NewGardenForm {
  name: string
  climate: string
  summers: 'dry' | 'wet' | null
  winters: 'mild' | 'cold' | null
  south: boolean
  latitude: string | number
  longitude: string | number
  elevation_m: number | null
  time_zone: string
  method: MethodName
  flow_l_per_min: number | null
  limited: boolean
  weekday: number | null
  weekend: number | null
  style: Style
}

export function emptyGarden(zone: string): NewGardenForm {
  return {
    name: '',
    climate: 'by_place',
    summers: null,
    winters: null,
    south: false,
    latitude: '',
    longitude: '',
    elevation_m: null,
    time_zone: zone,
    method: 'hose',
    flow_l_per_min: null,
    limited: false,
    weekday: 20,
    weekend: 40,
    style: 'steady',
  }
}

/** A climate brings a usual latitude and height along, where the gardener has not said their own. */
export function takeClimate(
  form: NewGardenForm,
  climate: { latitude: number; elevation_m: number } | undefined,
  typed: { latitude: boolean; elevation: boolean },
) {
  if (!climate) return
  if (!typed.latitude) form.latitude = form.south ? -climate.latitude : climate.latitude
  if (!typed.elevation) form.elevation_m = climate.elevation_m
}

/** A latitude as it was typed; NaN is for the server to name. */
const number = (text: string | number) => readNumber(String(text)) ?? Number.NaN

export function gardenBody(form: NewGardenForm, weather_file: string | null): Schemas['NewGardenInRequest'] {
  const minutes = (n: number | null) => n ?? 0
  return {
    name: form.name,
    latitude: form.south ? -Math.abs(number(form.latitude)) : number(form.latitude),
    longitude: form.longitude === '' ? null : number(form.longitude),
    elevation_m: form.elevation_m ?? 0,
    time_zone: form.time_zone,
    style: form.style,
    method: form.method,
    climate: form.climate,
    ...(form.climate === 'by_place' && form.summers ? { summers: form.summers } : {}),
    ...(form.climate === 'by_place' && form.winters ? { winters: form.winters } : {}),
    ...(form.climate === 'file' && weather_file ? { weather_file } : {}),
    ...(form.method !== 'can' && form.flow_l_per_min !== null ? { flow_l_per_min: form.flow_l_per_min } : {}),
    ...(form.limited
      ? {
          people: [
            {
              name: 'Me',
              minutes: [
                ...Array.from({ length: 5 }, () => minutes(form.weekday)),
                minutes(form.weekend),
                minutes(form.weekend),
              ],
            },
          ],
        }
      : {}),
  }
}
