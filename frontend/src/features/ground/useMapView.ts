import { useElementSize } from '@vueuse/core'
import { computed, ref, type ComputedRef, type ShallowRef } from 'vue'

import { within, type Box } from './map'

const MOST = 12
const STEP = 1.6

/** What of the map is shown: the whole, or a part that is zoomed to, panned and pinched. */
export function useMapView(svg: Readonly<ShallowRef<SVGSVGElement | null>>, whole: ComputedRef<Box>) {
  const zoom = ref(1)
  const middle = ref<{ x: number; y: number } | null>(null)
  const { width, height } = useElementSize(svg as never)
  const view = computed<Box>(() => within(whole.value, zoom.value, middle.value))
  const size = computed(() => ({
    w: view.value.right - view.value.left,
    h: view.value.top - view.value.bottom,
  }))
  /** Pixels of the screen for a metre of the map. */
  const pxPerM = computed(() => {
    const [w, h] = [width.value / size.value.w, height.value / size.value.h]
    return Math.min(w || Infinity, h || Infinity) === Infinity ? 40 : Math.min(w, h)
  })

  function at(e: { clientX: number; clientY: number }): { x: number; y: number } {
    const m = svg.value!.getScreenCTM()!
    return { x: (e.clientX - m.e) / m.a, y: -(e.clientY - m.f) / m.d }
  }
  /** Zoom so that what lies at a point stays under it. */
  function zoomTo(to: number, about?: { x: number; y: number }) {
    const before = view.value
    const now = { x: (before.left + before.right) / 2, y: (before.bottom + before.top) / 2 }
    const next = Math.min(MOST, Math.max(1, to))
    const p = about ?? now
    const kept = zoom.value / next
    zoom.value = next
    middle.value = next === 1 ? null : { x: p.x + (now.x - p.x) * kept, y: p.y + (now.y - p.y) * kept }
  }
  /** Fingers on the empty ground: one pans a part, two pinch. */
  const fingers = new Map<number, { clientX: number; clientY: number }>()
  let apart = 0
  const spread = () => {
    const [a, b] = [...fingers.values()] as [
      { clientX: number; clientY: number },
      { clientX: number; clientY: number },
    ]
    return {
      d: Math.hypot(a.clientX - b.clientX, a.clientY - b.clientY),
      clientX: (a.clientX + b.clientX) / 2,
      clientY: (a.clientY + b.clientY) / 2,
    }
  }
  return {
    view,
    size,
    pxPerM,
    zoom,
    at,
    closer: () => zoomTo(zoom.value * STEP),
    wider: () => zoomTo(zoom.value / STEP),
    whole: () => zoomTo(1),
    /** Bring something to the middle, near enough to see. */
    show(p: { x: number; y: number }, least: number) {
      zoom.value = Math.min(MOST, Math.max(zoom.value, least))
      middle.value = zoom.value === 1 ? null : { x: p.x, y: p.y }
    },
    onWheel(e: WheelEvent) {
      if (!e.ctrlKey) return // an ordinary wheel scrolls the page
      e.preventDefault()
      zoomTo(zoom.value * (e.deltaY < 0 ? STEP : 1 / STEP), at(e))
    },
    touchDown(e: PointerEvent) {
      fingers.set(e.pointerId, e)
      if (fingers.size === 2) apart = spread().d
    },
    /** Whether the move was taken for the view. */
    touchMove(e: PointerEvent): boolean {
      const before = fingers.get(e.pointerId)
      if (!before) return false
      if (fingers.size === 2) {
        fingers.set(e.pointerId, e)
        const now = spread()
        zoomTo((zoom.value * now.d) / Math.max(apart, 1), at(now))
        apart = now.d
        return true
      }
      if (zoom.value === 1) return false
      const [from, to] = [at(before), at(e)]
      const v = view.value
      middle.value = {
        x: (v.left + v.right) / 2 - (to.x - from.x),
        y: (v.bottom + v.top) / 2 - (to.y - from.y),
      }
      fingers.set(e.pointerId, e)
      return true
    },
    touchUp(e: PointerEvent) {
      fingers.delete(e.pointerId)
    },
  }
}
