import type { Ahead, PlannedBed, PlannedDay } from '@/shared/api/types'
import { nearDay } from '@/shared/format/time'
import { waterShare } from '@/shared/isle/waterline'
import type { Tongue } from '@/shared/words/stop'

export interface Shift {
  bed: number
  from: string
  to: string
}

/** How high a bed's water stands at the end of a day, on the scale of every waterline. */
export const fullness = (bed: Pick<PlannedBed, 'taw_mm' | 'room_mm'>, day: Pick<PlannedDay, 'net_mm'>) =>
  waterShare({ net: day.net_mm.mid, taw: bed.taw_mm, room: bed.room_mm })

/** Whether plants that are watered suffer at the end of a day, by the middle of the band. */
export const suffers = (bed: Pick<PlannedBed, 'raw_mm'>, day: Pick<PlannedDay, 'net_mm' | 'grows'>) =>
  day.grows && day.net_mm.mid > bed.raw_mm

const share = (x: number) => (x < 0.005 ? 'none' : `${Math.max(1, Math.round(x * 100))} %`)

/** The head of the page. */
export function headline(a: Ahead): string {
  const rounds = a.days.filter((d) => d.minutes > 0 || d.litres > 0).length
  const minutes = Math.round(a.days.reduce((n, d) => n + d.minutes, 0))
  if (!rounds) return 'Nothing to water in sight'
  return `${rounds} ${rounds === 1 ? 'day' : 'days'} of watering, ${minutes} minutes in all`
}

/** Which bed gives way, why, and what that costs: one sentence each. */
export function giving(a: Ahead): string[] {
  const today = a.garden.today
  return a.gives.map((g) => {
    const why = g.why === 'minutes' ? 'your minutes are used up' : 'the tap may run no longer'
    const then = g.soaked
      ? `it is watered ${nearDay(g.soaked, today)} instead`
      : 'it finds no other day in these two weeks'
    const cost =
      g.missed_more < 0.005
        ? 'costing it next to nothing'
        : `costing it ${share(g.missed_more)} of its growth`
    const again = g.times > 1 ? ` (${g.times} times in these weeks)` : ''
    return `${g.name} gives way ${nearDay(g.due, today)}${again}: ${why}; ${then}, ${cost}.`
  })
}

/** What a trial move does to its bed, against the fortnight as it is kept. */
export function effect(kept: Ahead, trial: Ahead, shift: Shift, t: Tongue): string {
  const before = kept.beds.find((b) => b.id === shift.bed)
  const after = trial.beds.find((b) => b.id === shift.bed)
  if (!before || !after) return ''
  const today = kept.garden.today
  const next = after.days.find((d) => d.soak && d.date > shift.to)
  const parts = [
    `${after.name}, from ${nearDay(shift.from, today)} to ${nearDay(shift.to, today)}`,
    `growth missed ${share(before.missed)} → ${share(after.missed)}`,
  ]
  const lost = after.lost_litres - before.lost_litres
  if (Math.abs(lost) >= 0.5)
    parts.push(`${t.show(Math.abs(lost), 'volume')} ${lost > 0 ? 'more' : 'less'} drained away`)
  parts.push(next ? `next soak ${nearDay(next.date, today)}` : 'no further soak in sight')
  return `${parts.join('; ')}.`
}

/** The day a soak lands on when moved by some days, within the fortnight; null when that is no move. */
export function shifted(a: Ahead, from: string, by: number): string | null {
  const at = a.days.findIndex((d) => d.date === from)
  const to = Math.min(a.days.length - 1, Math.max(0, at + by))
  return at < 0 || to === at ? null : a.days[to]!.date
}

const HOW: Record<string, string> = {
  due: 'due',
  part: 'a part, so that likely rain finds room',
  late: 'late: it gave way before',
  early: 'a day early: the next has no room',
  moved: 'moved by you',
  planting: 'watering in what is planted',
  along: 'with another bed on its line',
}

/** A cell for the ear. */
export function cellInWords(bed: PlannedBed, day: PlannedDay, today: string, t: Tongue): string {
  const parts = [`${bed.name}, ${nearDay(day.date, today)}`]
  if (day.soak)
    parts.push(
      `${t.show(day.soak.litres.mid, 'volume')}, ${HOW[day.soak.how]}` +
        (day.soak.again ? `, ${t.num(day.soak.again, 'volume')} of it a second drink` : ''),
    )
  if (day.gave === 'rain') parts.push('due, but left to the rain')
  if (day.gave === 'left' || day.gave === 'moved') parts.push('due, but left by you')
  if (day.gave === 'minutes' || day.gave === 'taps') parts.push('due, but gives way')
  parts.push(
    suffers(bed, day)
      ? 'plants suffer by evening'
      : `${t.show(Math.max(0, day.net_mm.mid), 'depth')} missing by evening`,
  )
  return parts.join(': ')
}
