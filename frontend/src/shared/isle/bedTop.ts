/** Where plants stand in a bed seen from above: rows as square as the ground allows, a ring in a round pot. */

export interface Group {
  label: string
  count: number
  now_m: number
  full_m: number
}
export interface Plant {
  x: number
  y: number
  group: number
}

/** As many as can be told apart; a denser sowing is drawn this dense. */
export const MOST_DRAWN = 150

export function plantsFrom(groups: Group[], length: number, width: number, round: boolean): Plant[] {
  const drawn = groups.map((g) => Math.min(Math.round(g.count), MOST_DRAWN))
  if (round) return inRound(drawn, length / 2)
  const wants = groups.map((g, i) => drawn[i]! * Math.max(g.full_m, 0.05) ** 2)
  const all = wants.reduce((a, b) => a + b, 0)
  const out: Plant[] = []
  let from = -length / 2
  groups.forEach((_, i) => {
    const strip = all > 0 ? (length * wants[i]!) / all : 0
    for (const p of inStrip(drawn[i]!, strip, width)) out.push({ x: from + p.x, y: p.y, group: i })
    from += strip
  })
  return out
}

function inStrip(n: number, length: number, width: number): { x: number; y: number }[] {
  if (!n || length <= 0) return []
  const columns = Math.min(n, Math.max(1, Math.round(Math.sqrt((n * length) / width))))
  const out: { x: number; y: number }[] = []
  const rows = Math.ceil(n / columns)
  for (let c = 0, left = n; c < columns; c++) {
    const here = Math.min(rows, Math.ceil(left / (columns - c)))
    for (let r = 0; r < here; r++)
      out.push({ x: (length * (c + 0.5)) / columns, y: width * ((r + 0.5) / here - 0.5) })
    left -= here
  }
  return out
}

/** Evenly over a disc, by the golden angle. */
function inRound(drawn: number[], radius: number): Plant[] {
  const n = drawn.reduce((a, b) => a + b, 0)
  const groups = drawn.flatMap((count, group) => Array.from({ length: count }, () => group))
  return groups.map((group, i) => {
    const r = n === 1 ? 0 : radius * 0.85 * Math.sqrt((i + 0.5) / n)
    const a = i * 2.399963
    return { x: r * Math.cos(a), y: r * Math.sin(a), group }
  })
}
