import { DATES, TWELVE } from './locale'

/** Dates of a garden are plain dates; they are read at noon UTC so that no time zone shifts them. */
function at(date: string): Date {
  return new Date(`${date}T12:00:00Z`)
}

const format = (options: Intl.DateTimeFormatOptions) =>
  new Intl.DateTimeFormat(DATES, { timeZone: 'UTC', ...options })
const LONG = format({ weekday: 'long', day: 'numeric', month: 'long' })
const SHORT = format({ weekday: 'short', day: 'numeric', month: 'short' })
const DAY = format({ weekday: 'long' })
const DAY_MONTH = format({ day: 'numeric', month: 'short' })

export const longDate = (date: string) => LONG.format(at(date)).replace(',', '')
export const shortDate = (date: string) => SHORT.format(at(date)).replace(',', '')
export const weekday = (date: string) => DAY.format(at(date))
export const weekdayShort = (date: string) => format({ weekday: 'short' }).format(at(date))
export const dayOfMonth = (date: string) => at(date).getUTCDate()
export const isWeekend = (date: string) => [0, 6].includes(at(date).getUTCDay())
export const dayMonth = (date: string) => DAY_MONTH.format(at(date))

export function daysBetween(from: string, to: string): number {
  return Math.round((at(to).getTime() - at(from).getTime()) / 86_400_000)
}

export function addDays(date: string, days: number): string {
  return new Date(at(date).getTime() + days * 86_400_000).toISOString().slice(0, 10)
}

/** "today", "tomorrow", a weekday within the week, else the date. */
export function nearDay(date: string, today: string): string {
  const days = daysBetween(today, date)
  if (days === 0) return 'today'
  if (days === 1) return 'tomorrow'
  if (days === -1) return 'yesterday'
  return Math.abs(days) < 7 ? weekday(date) : dayMonth(date)
}

/** 6.5 to "6:30", or "6:30 am" where the device counts to twelve. */
export function clock(hour: number): string {
  const minutes = Math.round((((hour % 24) + 24) % 24) * 60)
  const [h, m] = [Math.floor(minutes / 60) % 24, String(minutes % 60).padStart(2, '0')]
  return TWELVE ? `${h % 12 || 12}:${m} ${h < 12 ? 'am' : 'pm'}` : `${h}:${m}`
}

/** Seconds as a hand counts them: "45 s", "2 min 10 s". */
export function duration(seconds: number): string {
  const s = Math.round(seconds)
  if (s < 100) return `${s} s`
  return s % 60 ? `${Math.floor(s / 60)} min ${s % 60} s` : `${s / 60} min`
}
