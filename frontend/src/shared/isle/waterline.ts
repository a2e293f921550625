/** The one scale of every waterline: isle, map and the days ahead show one state at one height. */
export interface Water {
  /** Depletion of the rooted share [mm]; negative above field capacity. */
  net: number
  /** All that plants can draw [mm]. */
  taw: number
  /** Room between field capacity and saturation [mm]. */
  room: number
}

/** Where a bed at field capacity stands: a fifth of the height is kept for water above it. */
export const FULL = 0.8

/** How high water stands, 0 (all that plants can draw is gone) to FULL (field capacity) to 1 (saturated). */
export function waterShare({ net, taw, room }: Water): number {
  if (net > 0) return FULL * (1 - Math.min(1, net / Math.max(taw, 0.1)))
  return FULL + (1 - FULL) * Math.min(1, -net / Math.max(room, 1))
}
