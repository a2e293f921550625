import { computed, onBeforeUnmount, ref, watch } from 'vue'

import type { Stop } from '@/shared/api/types'

const FIRST = 6
const MORE = 8

/**
 * Rows of groups, a few more in each frame: the first are seen, and can be tapped, while the rest is still being made.
 */
export function useSlices<Group extends { stops: Stop[] }>(groups: () => Group[]) {
  const shown = ref(FIRST)
  const total = computed(() => groups().reduce((n, g) => n + g.stops.length, 0))
  let frame = 0
  let timer = 0
  /** After the frame with the rows before them. */
  function more() {
    frame = requestAnimationFrame(() => {
      timer = window.setTimeout(() => {
        shown.value += MORE
      })
    })
  }
  watch([total, shown], () => shown.value < total.value && more(), { immediate: true })
  onBeforeUnmount(() => {
    cancelAnimationFrame(frame)
    window.clearTimeout(timer)
  })
  return computed(() => {
    let left = shown.value
    return groups().flatMap((g) => {
      const stops = g.stops.slice(0, Math.max(0, left))
      left -= g.stops.length
      return stops.length ? [{ ...g, stops }] : []
    })
  })
}
