/**
 * A number as people type it: a point or a comma before the decimals, a minus of either kind. Null when left open, NaN
 * when it is no number or could be read two ways: "1,500" may be one and a half or fifteen hundred.
 */
export function readNumber(typed: string): number | null {
  const plain = typed.trim().replace('−', '-')
  if (plain === '') return null
  if (!/^[+-]?(\d+([.,]\d*)?|[.,]\d+)$/.test(plain)) return NaN
  if (/[1-9]\d*,\d{3}$/.test(plain)) return NaN
  return Number(plain.replace(',', '.'))
}

/** Why what was typed cannot be taken; empty when it can. */
export function unreadableBecause(typed: string): string {
  if (!Number.isNaN(readNumber(typed))) return ''
  return /,\d{3}$/.test(typed.trim())
    ? `“${typed}” can be read two ways: leave the comma out, or write a point.`
    : `“${typed}” is not a number.`
}
