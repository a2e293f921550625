/** Small drawings of plants by habit. No two of a row are quite alike, yet the same one is always the same. */

export interface Stroke {
  d: string
  kind: 'stem' | 'leaf' | 'leaf2' | 'fruit' | 'stake'
}

const HABITS: Record<string, 'vine' | 'bush' | 'rosette' | 'sprawl' | 'blade'> = {
  tomato: 'vine',
  cherry_tomato: 'vine',
  large_tomato: 'vine',
  bush_tomato: 'bush',
  cucumber: 'vine',
  runner_bean: 'vine',
  pea: 'vine',
  pepper: 'bush',
  aubergine: 'bush',
  potato: 'bush',
  basil: 'bush',
  broccoli: 'bush',
  courgette: 'sprawl',
  winter_squash: 'sprawl',
  leek: 'blade',
  onion: 'blade',
  sweetcorn: 'blade',
}
const FRUITING = new Set(['tomato', 'bush_tomato', 'cherry_tomato', 'large_tomato', 'pepper', 'strawberry'])
/** As many as can be told apart at this size; a denser row is drawn this dense. */
const MOST_DRAWN = 9

/** A number from 0 to 1 that belongs to plant i. */
function chance(i: number, salt: number): number {
  const x = Math.sin(i * 127.1 + salt * 311.7) * 43758.5453
  return x - Math.floor(x)
}

function leaf(x: number, y: number, angle: number, length: number, width: number): string {
  const [c, s] = [Math.cos(angle), Math.sin(angle)]
  const at = (along: number, across: number) =>
    `${(x + along * c - across * s).toFixed(1)} ${(y + along * s + across * c).toFixed(1)}`
  return `M${at(0, 0)}Q${at(length * 0.45, -width)} ${at(length, 0)}Q${at(length * 0.45, width)} ${at(0, 0)}Z`
}

function dot(x: number, y: number, r: number): string {
  return `M${(x - r).toFixed(1)} ${y.toFixed(1)}a${r} ${r} 0 1 0 ${2 * r} 0a${r} ${r} 0 1 0 ${-2 * r} 0Z`
}

function vine(x: number, y: number, h: number, i: number, crop: string): Stroke[] {
  const lean = (chance(i, 1) - 0.5) * 3
  const out: Stroke[] = [
    { d: `M${x} ${y}V${(y - h - 2).toFixed(1)}`, kind: 'stake' },
    { d: `M${x} ${y}q${lean} ${-h / 2} 0 ${-h}`, kind: 'stem' },
  ]
  const pairs = Math.max(2, Math.round(h / 8))
  for (let k = 0; k < pairs; k++) {
    const at = y - h * ((k + 0.6) / pairs)
    const side = (k + i) % 2 ? 1 : -1
    const size = 6.5 - 2 * (k / pairs) + chance(i, k) * 1.2
    out.push({
      d: leaf(x, at, side > 0 ? -0.35 : Math.PI + 0.35, size, size * 0.36),
      kind: k % 2 ? 'leaf2' : 'leaf',
    })
    out.push({ d: leaf(x, at + 2, side > 0 ? Math.PI + 0.5 : -0.5, size * 0.8, size * 0.32), kind: 'leaf' })
    if (FRUITING.has(crop) && k < pairs - 1 && chance(i, k + 9) > 0.35)
      out.push({ d: dot(x + side * 2.4, at + 3.4, 1.3), kind: 'fruit' })
  }
  out.push({ d: leaf(x, y - h + 1, -Math.PI / 2, 5, 1.8), kind: 'leaf2' })
  return out
}

function bush(x: number, y: number, h: number, i: number, crop: string): Stroke[] {
  const out: Stroke[] = [{ d: `M${x} ${y}v${(-h * 0.7).toFixed(1)}`, kind: 'stem' }]
  for (let k = 0; k < 7; k++) {
    const angle = -Math.PI / 2 + (k - 3) * 0.42 + (chance(i, k) - 0.5) * 0.25
    out.push({ d: leaf(x, y - h * 0.32, angle, h * 0.62, h * 0.13), kind: k % 2 ? 'leaf2' : 'leaf' })
  }
  if (FRUITING.has(crop)) out.push({ d: dot(x + 2.5, y - h * 0.34, 1.4), kind: 'fruit' })
  return out
}

function rosette(x: number, y: number, h: number, i: number, crop: string): Stroke[] {
  const out: Stroke[] = []
  for (let k = 0; k < 5; k++) {
    const angle = -Math.PI / 2 + (k - 2) * 0.5 + (chance(i, k) - 0.5) * 0.2
    out.push({
      d: leaf(x, y, angle, h * (1.05 - Math.abs(k - 2) * 0.12), h * 0.2),
      kind: k % 2 ? 'leaf2' : 'leaf',
    })
  }
  if (FRUITING.has(crop)) out.push({ d: dot(x + 3, y - 1.6, 1.3), kind: 'fruit' })
  return out
}

function sprawl(x: number, y: number, h: number, i: number): Stroke[] {
  const out: Stroke[] = []
  for (let k = 0; k < 5; k++) {
    const side = k - 2
    const top = y - h * (0.75 + 0.3 * chance(i, k)) + Math.abs(side) * h * 0.16
    const tip = x + side * h * 0.5
    out.push({
      d: `M${x} ${y}Q${x + side * h * 0.2} ${top - 2} ${tip.toFixed(1)} ${top.toFixed(1)}`,
      kind: 'stem',
    })
    out.push({ d: leaf(tip - h * 0.24, top, -0.1, h * 0.5, h * 0.24), kind: k % 2 ? 'leaf2' : 'leaf' })
  }
  return out
}

function blade(x: number, y: number, h: number, i: number): Stroke[] {
  return [-0.42, -0.14, 0.16, 0.4].map((lean, k) => ({
    d: leaf(x, y, -Math.PI / 2 + lean + (chance(i, k) - 0.5) * 0.1, h * (1 - Math.abs(lean) * 0.3), 1.1),
    kind: k % 2 ? ('leaf2' as const) : ('leaf' as const),
  }))
}

const DRAWN = { vine, bush, rosette, sprawl, blade }

export interface Crop {
  crop: string
  count: number
}

/** Where each drawn plant stands, and its strokes. Up to MOST_DRAWN each is drawn; beyond it the row is just dense. */
export function plantsOf(
  crops: Crop[],
  heightM: number,
  stand: [number, number],
  soilTop: number,
  keepFree?: [number, number],
): { xs: number[]; strokes: Stroke[] } {
  const total = crops.reduce((n, c) => n + c.count, 0)
  if (!total) return { xs: [], strokes: [] }
  const shown = Math.min(total, MOST_DRAWN)
  const [from, to] = stand
  const xs: number[] = []
  const strokes: Stroke[] = []
  const h = 9 + 36 * Math.min(1, heightM / 1.9) ** 0.85
  for (let i = 0; i < shown; i++) {
    let x = shown === 1 ? (from + to) / 2 : from + ((to - from) * (i + 0.5)) / shown
    if (keepFree && x > keepFree[0] && x < keepFree[1])
      x = x < (keepFree[0] + keepFree[1]) / 2 ? keepFree[0] : keepFree[1]
    const crop = cropAt(crops, (i + 0.5) / shown, total)
    const own = h * (0.92 + 0.16 * chance(i, 5))
    xs.push(x)
    strokes.push(...DRAWN[HABITS[crop] ?? 'rosette'](x, soilTop, own, i, crop))
  }
  return { xs, strokes }
}

function cropAt(crops: Crop[], share: number, total: number): string {
  let passed = 0
  for (const c of crops) {
    passed += c.count / total
    if (share <= passed) return c.crop
  }
  return crops[crops.length - 1]?.crop ?? 'other'
}
