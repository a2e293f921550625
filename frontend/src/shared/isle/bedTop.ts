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

/** A drip line in a bed: in rows along it, or once round it; how wide it wets [m]. */
export interface Line {
  rows: number
  laid: 'rows' | 'ring'
  wets_m: number
}

/** How far from the edge a line round a bed lies, as a share of its width. */
const INSET = 0.2
/** Roots spread half as wide again as leaves. */
const ROOTS = 1.5

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

/** Across the bed, where each row lies. */
const rowsAt = (line: Line, width: number) =>
  Array.from({ length: line.rows }, (_, i) => width * ((i + 0.5) / line.rows - 0.5))

/** How a line lies in a bed, drawn from its middle. */
export function pathsOf(line: Line, length: number, width: number, round: boolean): string[] {
  if (round) {
    const r = (length / 2) * (1 - 2 * INSET)
    return [`M${-r} 0A${r} ${r} 0 1 1 ${r} 0A${r} ${r} 0 1 1 ${-r} 0`]
  }
  const edge = width * INSET
  const x = length / 2 - Math.min(edge, length / 4)
  if (line.laid === 'ring') return [`M${-x} ${-width / 2 + edge}H${x}V${width / 2 - edge}H${-x}Z`]
  return rowsAt(line, width).map((y) => `M${-length / 2} ${y}H${length / 2}`)
}

/** The plants, by their place in the list, whose roots the wet strip does not come to. */
export function beyondLine(
  line: Line,
  length: number,
  width: number,
  round: boolean,
  plants: Plant[],
  groups: Group[],
): Set<number> {
  const edge = width * INSET
  const away = (p: Plant) => {
    if (round) return Math.abs(Math.hypot(p.x, p.y) - (length / 2) * (1 - 2 * INSET))
    if (line.laid === 'rows') return Math.min(...rowsAt(line, width).map((y) => Math.abs(p.y - y)))
    const x = length / 2 - Math.min(edge, length / 4)
    const dx = Math.abs(p.x) - x
    const dy = Math.abs(p.y) - (width / 2 - edge)
    if (dx <= 0 && dy <= 0) return Math.min(-dx, -dy)
    return Math.hypot(Math.max(dx, 0), Math.max(dy, 0))
  }
  return new Set(
    plants.flatMap((p, i) => (away(p) > line.wets_m / 2 + (ROOTS * groups[p.group]!.now_m) / 2 ? [i] : [])),
  )
}
