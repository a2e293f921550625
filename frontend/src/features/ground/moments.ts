import type { Ground } from '@/shared/api/types'
import { daysBetween, longDate } from '@/shared/format/time'

/** A moment at which the map shows the water: every view names it so. */
export interface Moment {
  date: string
  when: 'evening' | 'morning' | 'left_alone'
}
type Bed = Ground['beds'][number]

/** All moments in their order: past evenings, this morning, tonight with and without the round, coming evenings. */
export function momentsOf(ground: Ground): Moment[] {
  const { today } = ground.garden
  const dates = [...new Set(ground.beds.flatMap((b) => b.days.map((d) => d.date)))].sort()
  const evening = (date: string): Moment => ({ date, when: 'evening' })
  return [
    ...dates.filter((d) => d < today).map(evening),
    { date: today, when: 'morning' },
    ...(dates.includes(today) ? ([{ date: today, when: 'left_alone' }] as Moment[]) : []),
    ...dates.filter((d) => d >= today).map(evening),
  ]
}
export const thisMorning = (all: Moment[]) =>
  Math.max(
    0,
    all.findIndex((m) => m.when === 'morning'),
  )

/** What is missing in a bed at a moment [mm over its rooted share]; null where that is not known. */
export function netAt(bed: Bed, m: Moment): number | null {
  if (m.when === 'morning') return bed.this_morning_mm
  if (m.when === 'left_alone') return bed.left_alone_mm
  return bed.days.find((d) => d.date === m.date)?.net_mm ?? null
}

export function momentInWords(m: Moment, today: string): string {
  if (m.when === 'morning') return 'This morning, before the round'
  if (m.when === 'left_alone') return 'Tonight, if the round is not done'
  if (m.date === today) return 'Tonight, if the round is done'
  const day = longDate(m.date)
  return daysBetween(today, m.date) < 0
    ? `${day}, in the evening`
    : `${day}, in the evening, if the rounds are done`
}
