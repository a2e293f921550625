import { describe, expect, it } from 'vitest'

/** Every component as it is written. */
const files = import.meta.glob<string>('../../**/*.vue', { query: '?raw', import: 'default', eager: true })

/** Labels of another word for an act that has one; docs/words.md lists them. */
const NEVER =
  /^(Cancel|Save|Submit|Apply|OK|Okay|Confirm|Delete|Remove|Strike|Revert|Restore|Take back|Put back|Put it back|Dismiss|Abort|Forget|Skip|Snooze|Postpone|Finished|Complete|Log it|Add|Create)\b/

/** What stands on buttons and links that look like ones. */
function labels(text: string): string[] {
  const found = [...text.matchAll(/<(button|RouterLink|el-dropdown-item)\b[\s\S]*?>([\s\S]*?)<\/\1>/g)].map(
    (m) => m[2]!,
  )
  const plain = found.map((x) =>
    x
      .replace(/<[^>]*>|\{\{[\s\S]*?\}\}/g, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  )
  const said = [...text.matchAll(/aria-label="`?([A-Z][^"`$]*)/g)].map((m) => m[1]!)
  return [...plain, ...said]
}

describe('one word for one act', () => {
  it('stands on every button of every screen', () => {
    expect(Object.keys(files).length).toBeGreaterThan(60)
    const strays = Object.entries(files).flatMap(([file, text]) =>
      labels(text)
        .filter((label) => NEVER.test(label))
        .map((label) => `${file}: ${label}`),
    )
    // A crop, a hose: something that a form has none of yet is added to it.
    expect(strays.filter((x) => !/: Add (a crop|it)$/.test(x))).toEqual([])
    expect(labels('<button>Cancel</button>').some((x) => NEVER.test(x))).toBe(true)
  })

  it('leaves no odd English in what is counted', () => {
    for (const [file, text] of Object.entries(files)) {
      expect(text, file).not.toMatch(/\}\} (minutes|days|isles|stops)<\/(p|span|li|strong)>/)
      expect(text, file).not.toMatch(/[a-z]!["'<`]/)
    }
  })
})
