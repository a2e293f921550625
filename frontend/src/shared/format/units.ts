import { computed } from 'vue'

import { useSession } from '@/shared/api/queries'

import { written } from './locale'

export type System = 'metric' | 'us'
export type Quantity =
  | 'volume'
  | 'depth'
  | 'length'
  | 'small_length'
  | 'temperature'
  | 'flow'
  | 'drip_flow'
  | 'wind'
  | 'area'
  | 'weight'

interface Unit {
  /** What the person sees after the number. */
  label: string
  /** value shown = si * factor + offset */
  factor: number
  offset?: number
  /** Decimals in a reading of ordinary size. */
  decimals: number
}

/** SI (the server's) to what the person reads. The only place where a unit changes in the front end. */
const UNITS: Record<System, Record<Quantity, Unit>> = {
  metric: {
    volume: { label: 'L', factor: 1, decimals: 0 },
    depth: { label: 'mm', factor: 1, decimals: 1 },
    length: { label: 'm', factor: 1, decimals: 2 },
    small_length: { label: 'cm', factor: 100, decimals: 0 },
    temperature: { label: '°C', factor: 1, decimals: 0 },
    flow: { label: 'L/min', factor: 1, decimals: 1 },
    drip_flow: { label: 'L/h', factor: 1, decimals: 1 },
    wind: { label: 'm/s', factor: 1, decimals: 1 },
    area: { label: 'm²', factor: 1, decimals: 2 },
    weight: { label: 'kg', factor: 1, decimals: 0 },
  },
  us: {
    volume: { label: 'gal', factor: 1 / 3.785411784, decimals: 1 },
    depth: { label: 'in', factor: 1 / 25.4, decimals: 2 },
    length: { label: 'ft', factor: 1 / 0.3048, decimals: 1 },
    small_length: { label: 'in', factor: 100 / 2.54, decimals: 1 },
    temperature: { label: '°F', factor: 1.8, offset: 32, decimals: 0 },
    flow: { label: 'gal/min', factor: 1 / 3.785411784, decimals: 1 },
    drip_flow: { label: 'gal/h', factor: 1 / 3.785411784, decimals: 2 },
    wind: { label: 'mph', factor: 2.2369362921, decimals: 1 },
    area: { label: 'sq ft', factor: 1 / 0.09290304, decimals: 1 },
    weight: { label: 'lb', factor: 2.2046226218, decimals: 0 },
  },
}

/** The person's system, for what speaks where no session is at hand; the application sets it. */
export const units: { system: System } = { system: 'metric' }

export function toShown(si: number, quantity: Quantity, system: System): number {
  const u = UNITS[system][quantity]
  return si * u.factor + (u.offset ?? 0)
}

export function toSi(shown: number, quantity: Quantity, system: System): number {
  const u = UNITS[system][quantity]
  return (shown - (u.offset ?? 0)) / u.factor
}

/** A number as read aloud: more decimals when small, so that 0.4 L is not 0 L. */
export function number(si: number, quantity: Quantity, system: System): string {
  const u = UNITS[system][quantity]
  const value = toShown(si, quantity, system)
  const fine = quantity === 'volume' || quantity === 'weight'
  const long = quantity === 'length' && Math.abs(value) >= 10
  const most = quantity === 'depth' && Math.abs(value) >= 100 ? 0 : u.decimals
  const decimals = u.decimals === 0 && fine && Math.abs(value) < 10 ? 1 : long ? Math.min(1, most) : most
  const text = value.toFixed(decimals)
  return written(Number(text) === 0 ? (0).toFixed(decimals) : text.replace('-', '−'))
}

/**
 * The parts of a sum as they are shown, so that what is shown adds up: each rounded, and the last steps taken where
 * rounding lay furthest off.
 */
export function partsShown(si: number[], total: number, quantity: Quantity, system: System): string[] {
  const { decimals } = UNITS[system][quantity]
  const steps = si.map((x) => toShown(x, quantity, system) * 10 ** decimals)
  const whole = steps.map(Math.round)
  let off = Math.round(toShown(total, quantity, system) * 10 ** decimals) - whole.reduce((n, x) => n + x, 0)
  const byError = steps.map((x, i) => ({ i, error: x - whole[i]! }))
  while (off !== 0 && byError.length) {
    const step = Math.sign(off)
    byError.sort((a, b) => step * (b.error - a.error))
    whole[byError[0]!.i]! += step
    byError[0]!.error -= step
    off -= step
  }
  return whole.map((x) => written((x / 10 ** decimals).toFixed(decimals).replace('-', '−')))
}

export function unitLabel(quantity: Quantity, system: System): string {
  return UNITS[system][quantity].label
}

export function decimalsOf(quantity: Quantity, system: System): number {
  return UNITS[system][quantity].decimals
}

/** Small amounts of water as a cook measures them; null for the system's own unit. */
const SMALL_US = [
  { label: 'fl oz', litres: 0.0295735296, below: 0.2365882365, decimals: 0 },
  { label: 'cups', litres: 0.2365882365, below: 0.946352946, decimals: 1 },
  { label: 'qt', litres: 0.946352946, below: 3.785411784, decimals: 1 },
]
const smallUnit = (litres: number, system: System) =>
  system === 'us' && litres > 0 ? SMALL_US.find((u) => litres < u.below * 0.999) : undefined

/** A number with its unit; little water in the measure of a kitchen. */
export function shown(si: number, q: Quantity, system: System): string {
  const small = q === 'volume' ? smallUnit(Math.abs(si), system) : undefined
  if (!small) return `${number(si, q, system)} ${unitLabel(q, system)}`
  const text = (si / small.litres).toFixed(small.decimals).replace('-', '−')
  return `${written(text)} ${small.label === 'cups' && text === '1.0' ? 'cup' : small.label}`
}

/** "5.1 to 11 L", both in the unit of the larger. */
export function range(b: { low: number; high: number }, q: Quantity, system: System): string {
  const small = q === 'volume' ? smallUnit(Math.abs(b.high), system) : undefined
  const one = (si: number) =>
    small ? written((si / small.litres).toFixed(small.decimals)) : number(si, q, system)
  const label = small?.label ?? unitLabel(q, system)
  return one(b.low) === one(b.high) ? `${one(b.low)} ${label}` : `${one(b.low)} to ${one(b.high)} ${label}`
}

export function useUnits() {
  const session = useSession()
  const system = computed<System>(() => session.data.value?.person?.units ?? 'metric')
  return {
    system,
    label: (q: Quantity) => unitLabel(q, system.value),
    num: (si: number, q: Quantity) => number(si, q, system.value),
    show: (si: number, q: Quantity) => shown(si, q, system.value),
    range: (b: { low: number; high: number }, q: Quantity) => range(b, q, system.value),
    parts: (si: number[], total: number, q: Quantity) => partsShown(si, total, q, system.value),
    band: (b: { low: number; high: number }, q: Quantity) => {
      const [low, high] = [number(b.low, q, system.value), number(b.high, q, system.value)]
      return low === high ? low : `${low} to ${high}`
    },
  }
}
