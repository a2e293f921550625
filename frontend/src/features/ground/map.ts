/** The map of the garden, in metres: x to the right, y up. Pure geometry, beside the drawing that uses it. */

export interface Place {
  x: number
  y: number
  turn: number
  /** Its size, where it has one. */
  length?: number
  width?: number
}
export interface Footprint {
  length: number
  width: number
  round: boolean
}
export interface Box {
  left: number
  right: number
  bottom: number
  top: number
}

export const GRID_M = 0.1
const SNAP_M = 0.15

/** The upright box around a turned footprint. */
export function boxOf(p: Place, f: Footprint): Box {
  const turn = (p.turn * Math.PI) / 180
  const [c, s] = [Math.abs(Math.cos(turn)), Math.abs(Math.sin(turn))]
  const width = f.round ? f.length : f.width
  const [w, h] = f.round ? [f.length, f.length] : [f.length * c + width * s, f.length * s + width * c]
  return { left: p.x - w / 2, right: p.x + w / 2, bottom: p.y - h / 2, top: p.y + h / 2 }
}

type Point = { x: number; y: number }
/** Both ends of a turned footprint. */
export function endsOf(p: Place, f: Footprint): Point[] {
  const turn = (p.turn * Math.PI) / 180
  const [x, y] = [(f.length / 2) * Math.cos(turn), (f.length / 2) * Math.sin(turn)]
  return [
    { x: p.x - x, y: p.y + y },
    { x: p.x + x, y: p.y - y },
  ]
}
/** The two points of two sets that lie nearest to each other. */
export function nearest(a: Point[], b: Point[]): { from: Point; to: Point } {
  const pairs = a.flatMap((from) => b.map((to) => ({ from, to })))
  const apart = ({ from, to }: { from: Point; to: Point }) => Math.hypot(from.x - to.x, from.y - to.y)
  return pairs.reduce((best, x) => (apart(x) < apart(best) ? x : best))
}

const onGrid = (v: number) => Math.round(v / GRID_M) * GRID_M
const tidy = (v: number) => Math.round(v * 1000) / 1000

/** A place snapped: to the edges and middles of neighbours where one is near, else to the grid. */
export function snapped(p: Place, f: Footprint, others: Box[]): Place {
  const own = boxOf(p, f)
  const shift = (mine: number[], theirs: number[]): number | null => {
    let best: number | null = null
    for (const a of mine)
      for (const b of theirs)
        if (Math.abs(b - a) <= SNAP_M && (best === null || Math.abs(b - a) < Math.abs(best))) best = b - a
    return best
  }
  const xs = others.flatMap((o) => [o.left, o.right, (o.left + o.right) / 2])
  const ys = others.flatMap((o) => [o.bottom, o.top, (o.bottom + o.top) / 2])
  const dx = shift([own.left, own.right, p.x], xs)
  const dy = shift([own.bottom, own.top, p.y], ys)
  return {
    ...p,
    x: tidy(dx === null ? onGrid(p.x) : p.x + dx),
    y: tidy(dy === null ? onGrid(p.y) : p.y + dy),
  }
}

const LEAST_M = 0.1

/** A point given in a thing's own axes, its length along and to its left across, on the map. */
export function onMap(p: Place, along: number, across: number): { x: number; y: number } {
  const turn = (p.turn * Math.PI) / 180
  const [c, s] = [Math.cos(turn), Math.sin(turn)]
  return { x: p.x + along * c + across * s, y: p.y - along * s + across * c }
}

/** A place whose near right corner is drawn to a point: the far left one stays, a round one grows about its middle. */
export function sized(p: Place, f: Footprint, to: { x: number; y: number }): Place {
  const step = (v: number) => tidy(Math.max(LEAST_M, onGrid(v)))
  if (f.round) {
    const across = step(2 * Math.hypot(to.x - p.x, to.y - p.y))
    return { ...p, length: across, width: across }
  }
  const fixed = onMap(p, -f.length / 2, f.width / 2)
  const turn = (p.turn * Math.PI) / 180
  const [dx, dy] = [to.x - fixed.x, to.y - fixed.y]
  const length = step(dx * Math.cos(turn) - dy * Math.sin(turn))
  const width = step(-(dx * Math.sin(turn) + dy * Math.cos(turn)))
  const middle = onMap({ ...p, ...fixed }, length / 2, -width / 2)
  return { x: tidy(middle.x), y: tidy(middle.y), turn: p.turn, length, width }
}

export const samePlace = (a: Place | undefined, b: Place): boolean =>
  a !== undefined &&
  a.x === b.x &&
  a.y === b.y &&
  a.turn === b.turn &&
  a.length === b.length &&
  a.width === b.width

/** What the drawing must show: all boxes with a margin, never smaller than a few metres, and room below for names [m]. */
export function viewOf(boxes: Box[], below = 0): Box {
  if (!boxes.length) return { left: 0, right: 8, bottom: 0, top: 5 }
  const [left, right] = atLeast(
    6,
    Math.min(...boxes.map((b) => b.left)),
    Math.max(...boxes.map((b) => b.right)),
  )
  const [bottom, top] = atLeast(
    3.5,
    Math.min(...boxes.map((b) => b.bottom)),
    Math.max(...boxes.map((b) => b.top)),
  )
  return { left, right, bottom: bottom - below, top }
}

/** A span with a margin, widened about its middle until it measures at least so much. */
function atLeast(most: number, from: number, to: number): [number, number] {
  const more = Math.max(0.8, (most - (to - from)) / 2)
  return [from - more, to + more]
}

/** A part of the whole that is so many times closer, about a middle; never beyond the whole's edges. */
export function within(whole: Box, zoom: number, middle: { x: number; y: number } | null): Box {
  const [w, h] = [(whole.right - whole.left) / zoom, (whole.top - whole.bottom) / zoom]
  const inside = (v: number, from: number, to: number, span: number) =>
    Math.min(Math.max(v, from + span / 2), to - span / 2)
  const x = inside(middle?.x ?? (whole.left + whole.right) / 2, whole.left, whole.right, w)
  const y = inside(middle?.y ?? (whole.bottom + whole.top) / 2, whole.bottom, whole.top, h)
  return { left: x - w / 2, right: x + w / 2, bottom: y - h / 2, top: y + h / 2 }
}

/** Places for beds that have none yet: in rows below everything that is placed, in walking order. */
export function parked(unplaced: { id: number; footprint: Footprint }[], placed: Box[]): Map<number, Place> {
  const view = placed.length ? viewOf(placed) : { left: 0, right: 9, bottom: 5, top: 5 }
  const out = new Map<number, Place>()
  let x = view.left + 0.8
  let y = view.bottom
  let deep = 0
  for (const { id, footprint } of unplaced) {
    const width = footprint.round ? footprint.length : footprint.width
    if (x + footprint.length > Math.max(view.right, view.left + 9)) {
      x = view.left + 0.8
      y -= deep + 0.5
      deep = 0
    }
    out.set(id, { x: tidy(x + footprint.length / 2), y: tidy(y - width / 2), turn: 0 })
    x += footprint.length + 0.5
    deep = Math.max(deep, width)
  }
  return out
}

/** Steps that can be taken back and done again. */
export function history<T>(first: T) {
  const steps = [first]
  let at = 0
  return {
    now: () => steps[at]!,
    push(step: T) {
      steps.splice(at + 1)
      steps.push(step)
      at = steps.length - 1
    },
    back: () => (at > 0 ? steps[--at]! : null),
    forth: () => (at < steps.length - 1 ? steps[++at]! : null),
    canGoBack: () => at > 0,
    canGoForth: () => at < steps.length - 1,
  }
}

const MOST_LINES = 3

export interface Label {
  key: string
  text: string
  x: number
  /** Where its line would stand, y down. */
  y: number
}

/**
 * How far each label is moved down [m], by key, so that none lies on another. line: the height of one [m]. A label for
 * which there is no room near is left out.
 */
export function labelShifts(labels: Label[], line: number): Map<string, number> {
  const shifts = new Map<string, number>()
  const placed: { left: number; right: number; y: number }[] = []
  for (const l of [...labels].sort((a, b) => a.x - b.x || a.y - b.y)) {
    const half = (l.text.length * line * 0.42 + line * 0.25) / 2 // a letter is not quite half as wide as its line is high
    let down = 0
    const hits = () =>
      placed.some(
        (p) => Math.abs(p.y - (l.y + down)) < 0.85 * line && l.x - half < p.right && l.x + half > p.left,
      )
    while (hits() && down < MOST_LINES * line) down += line / 4
    if (hits()) continue
    placed.push({ left: l.x - half, right: l.x + half, y: l.y + down })
    shifts.set(l.key, down)
  }
  return shifts
}
