/**
 * The person's own way of writing dates, hours and decimals, as the device says. The words are English, so a device of
 * another language gets English words, with its own clock and decimal mark.
 */
const device = (globalThis as { navigator?: { language?: string } }).navigator?.language || 'en-GB'

/** For dates: day and month in the order of the device's English, else the day first. */
export const DATES = device.startsWith('en') ? device : 'en-GB'

const hours = new Intl.DateTimeFormat(device, { hour: 'numeric' }).resolvedOptions()
/** Whether hours run to twelve and are told with am and pm. */
export const TWELVE = hours.hourCycle === 'h12' || hours.hourCycle === 'h11'

/** What stands before the decimals. */
export const MARK =
  new Intl.NumberFormat(device).formatToParts(0.5).find((p) => p.type === 'decimal')?.value ?? '.'

/** A number that was written with a point, in the person's own way. */
export const written = (text: string): string => (MARK === '.' ? text : text.replace('.', MARK))

/** How a picker writes a date: the order of the device's own, in numbers and a short month. */
export const DATE_FORMAT = new Intl.DateTimeFormat(DATES, { day: 'numeric', month: 'short', year: 'numeric' })
  .formatToParts(new Date(2025, 0, 2))
  .map((p) => ({ day: 'D', month: 'MMM', year: 'YYYY' })[p.type as string] ?? p.value)
  .join('')
