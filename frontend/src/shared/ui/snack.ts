import { reactive } from 'vue'

/** One line at the foot of the page, with an undo where there is one. */
export const snack = reactive<{ text: string; undo: (() => void) | null; label: string; at: number }>({
  text: '',
  undo: null,
  label: 'Undo',
  at: 0,
})

/** label: what its button says, where that is no undo. */
export function say(text: string, undo: (() => void) | null = null, label = 'Undo') {
  Object.assign(snack, { text, undo, label, at: Date.now() })
}

export function hush() {
  Object.assign(snack, { text: '', undo: null })
}
