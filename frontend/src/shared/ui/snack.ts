import { reactive } from 'vue'

/** One line at the foot of the page, with an undo where there is one. */
export const snack = reactive<{ text: string; undo: (() => void) | null; at: number }>({
  text: '',
  undo: null,
  at: 0,
})

export function say(text: string, undo: (() => void) | null = null) {
  Object.assign(snack, { text, undo, at: Date.now() })
}

export function hush() {
  Object.assign(snack, { text: '', undo: null })
}
