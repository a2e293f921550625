import type { DayOut, Raised } from '@/shared/api/types'
import type { Tongue } from '@/shared/words/stop'

const LIGHT: Record<string, string> = {
  shade: 'in the shade',
  morning_sun: 'with the morning sun',
  sun: 'in the sun',
  all_day: 'all day',
  day_and_night: 'day and night',
}
const HELD: Record<string, string> = {
  cold: 'stay in: too cold to be worth it',
  heat: 'stay in: hot enough to scorch them',
  frost: 'in for the night: it may freeze',
  wind: 'stay in: too windy',
  rain: 'stay in: downpours',
}

export function hardWords(h: { hours: number; light: string; held: string }): string {
  if (h.held) return HELD[h.held] ?? 'stay in'
  return h.hours >= 12 ? LIGHT[h.light]! : `${h.hours} hours ${LIGHT[h.light]}`
}

const GOOD: Record<string, string> = {
  cool: 'cool',
  overcast: 'overcast',
  drizzle: 'perhaps drizzle',
  calm: 'little wind',
  kind_after: 'no heat after it',
}
const BAD: Record<string, string> = {
  cool: 'hot',
  overcast: 'bright sun',
  calm: 'windy',
  kind_after: 'heat follows',
}

/** Why a day suits planting out, or what bars it. */
export function dayOutWords(d: DayOut, r: Pick<Raised, 'soil_c'>, t: Tongue): string {
  if (d.barred === 'frost') return `frost in ${Math.round(d.frost_chance * 10)} of 10 runs that week`
  if (d.barred === 'cold_soil')
    return `soil ${t.show(d.soil_c ?? 0, 'temperature')}, wants ${t.show(r.soil_c, 'temperature')}`
  if (d.barred === 'soft') return 'not hardened off yet'
  const good = Object.keys(GOOD).filter((k) => (d.parts[k] ?? 0) >= 0.6)
  const bad = Object.keys(BAD).filter((k) => (d.parts[k] ?? 1) <= 0.2)
  const said = [...good.map((k) => GOOD[k]!), ...bad.map((k) => BAD[k]!)]
  return said.length ? said.join(', ') : 'neither good nor bad'
}
