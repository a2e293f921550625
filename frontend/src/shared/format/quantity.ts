import { readNumber } from './read'
import { toSi, type Quantity, type System } from './units'

const LENGTH = { m: 1, cm: 0.01, mm: 0.001, ft: 0.3048, in: 0.0254 }
const VOLUME = {
  l: 1,
  ml: 0.001,
  gal: 3.785411784,
  qt: 0.946352946,
  pt: 0.473176473,
  cup: 0.2365882365,
  floz: 0.0295735296,
}
const FLOW = { 'l/min': 1, 'l/s': 60, 'l/h': 1 / 60, 'gal/min': 3.785411784, 'gal/h': 3.785411784 / 60 }
/** What may be typed after a number, in the quantity's SI unit of the server. */
const UNITS: Record<Exclude<Quantity, 'temperature'>, Record<string, number>> = {
  length: LENGTH,
  small_length: LENGTH,
  depth: { mm: 1, cm: 10, in: 25.4 },
  volume: VOLUME,
  flow: FLOW,
  drip_flow: Object.fromEntries(Object.entries(FLOW).map(([k, v]) => [k, v * 60])),
  wind: { 'm/s': 1, 'km/h': 1 / 3.6, mph: 0.44704, kn: 0.514444 },
  area: { m2: 1, sqft: 0.09290304 },
  weight: { kg: 1, g: 0.001, lb: 0.45359237, oz: 0.028349523125 },
}
/** Other ways of writing them. */
const SPELT: Record<string, string> = {
  litre: 'l',
  litres: 'l',
  liter: 'l',
  liters: 'l',
  gallon: 'gal',
  gallons: 'gal',
  gals: 'gal',
  quart: 'qt',
  quarts: 'qt',
  qts: 'qt',
  pint: 'pt',
  pints: 'pt',
  cups: 'cup',
  oz: 'floz',
  'fl.oz': 'floz',
  'fl.oz.': 'floz',
  ounce: 'floz',
  ounces: 'floz',
  metre: 'm',
  metres: 'm',
  meter: 'm',
  meters: 'm',
  foot: 'ft',
  feet: 'ft',
  "'": 'ft',
  '′': 'ft',
  '’': 'ft',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '″': 'in',
  '”': 'in',
  gpm: 'gal/min',
  gph: 'gal/h',
  lpm: 'l/min',
  'l/m': 'l/min',
  kmh: 'km/h',
  kph: 'km/h',
  knots: 'kn',
  'm²': 'm2',
  ft2: 'sqft',
  'ft²': 'sqft',
  lbs: 'lb',
  pound: 'lb',
  pounds: 'lb',
}
const PIECE = /([+-]?[\d.,]+)\s*([^\d.,\s+-][^\d,\s]*)?/gy

/**
 * What was typed, as the server's SI: a bare number in the person's own unit, or with a unit of its own ("30 cm",
 * "5 ft 6 in", "2 cups", "86 °F"). Null when left open, NaN when it cannot be read.
 */
export function readQuantity(typed: string, quantity: Quantity, system: System): number | null {
  const text = typed
    .trim()
    .replace('−', '-')
    .replace(/sq\.?\s*ft/i, 'sqft')
    .replace(/fl\.?\s*oz\.?/i, 'floz')
  const plain = readNumber(text)
  if (plain === null || !Number.isNaN(plain)) return plain === null ? null : toSi(plain, quantity, system)
  let total = 0
  PIECE.lastIndex = 0
  for (let at = 0; at < text.length; at = PIECE.lastIndex) {
    while (text[at] === ' ') at += 1
    PIECE.lastIndex = at
    const piece = PIECE.exec(text)
    const n = piece ? readNumber(piece[1]!) : null
    if (!piece?.[2] || n === null || Number.isNaN(n)) return NaN
    const value = withUnit(n, piece[2], quantity)
    if (Number.isNaN(value)) return NaN
    total += value
  }
  return total
}

function withUnit(n: number, unit: string, quantity: Quantity): number {
  const spelt = unit.toLowerCase().replace('°', '')
  if (quantity === 'temperature') return spelt === 'c' ? n : spelt === 'f' ? (n - 32) / 1.8 : NaN
  const own = quantity === 'weight' && spelt === 'oz' ? 'oz' : (SPELT[spelt] ?? spelt)
  return n * (UNITS[quantity][own] ?? NaN)
}
