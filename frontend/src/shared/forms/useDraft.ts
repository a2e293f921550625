import { watchDebounced } from '@vueuse/core'
import { ref, toRaw, type Ref } from 'vue'

const PREFIX = 'isleshower.draft.'
const KEPT_DAYS = 60

interface Kept {
  at: number
  form: unknown
}
function read(key: string): Kept | null {
  try {
    const kept = JSON.parse(localStorage.getItem(PREFIX + key) ?? 'null') as Kept | null
    return kept && Date.now() - kept.at < KEPT_DAYS * 86_400_000 ? kept : null
  } catch {
    return null // written by another version, or by nobody
  }
}

/**
 * What is half typed stays on the device until it is kept or begun anew: `take` puts it back into the form, and is
 * called at once where there is something. `empty`: the form as it begins, of which nothing is kept.
 */
export function useDraft<F extends object>(
  key: () => string,
  form: () => F,
  empty: () => F,
  take: (kept: F) => void,
): { found: Ref<boolean>; drop: () => void } {
  const found = ref(false)
  const same = (a: unknown, b: unknown) => JSON.stringify(a) === JSON.stringify(b)
  const kept = read(key())
  if (kept && !same(kept.form, empty())) {
    take({ ...empty(), ...(kept.form as F) })
    found.value = true
  }
  let off = false
  watchDebounced(
    () => JSON.stringify(toRaw(form())),
    (text) => {
      if (off) return
      if (same(JSON.parse(text), empty())) localStorage.removeItem(PREFIX + key())
      else
        localStorage.setItem(PREFIX + key(), JSON.stringify({ at: Date.now(), form: JSON.parse(text) as F }))
    },
    { debounce: 400 },
  )
  return {
    found,
    /** The draft is kept as a bed or a test, or begun anew. */
    drop() {
      off = true
      found.value = false
      localStorage.removeItem(PREFIX + key())
      window.setTimeout(() => (off = false), 800)
    },
  }
}
