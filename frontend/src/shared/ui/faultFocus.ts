const FORM_KNOWS_MS = 60 // until then the form has taken what was refused, and shows it

/** After a form was refused: what lies folded over the first fault opens, and the field takes the focus,
 *  unless the person has gone into a field meanwhile: what they type there must not land in another. */
export function showFault() {
  const refusedAt = document.activeElement
  window.setTimeout(() => {
    const said = document.querySelector<HTMLElement>('form [aria-invalid="true"], form em.alarm')
    if (!said) return
    for (let fold = said.closest('details'); fold; fold = fold.parentElement?.closest('details') ?? null)
      fold.open = true
    const field = said.matches('input') ? said : said.closest('.field, .unit-input, fieldset, label')
    const input = field?.matches('input') ? field : field?.querySelector('input, select, textarea, button')
    if (!(input instanceof HTMLElement)) return
    const now = document.activeElement
    if (now !== refusedAt && now?.matches('input, select, textarea')) return
    input.focus({ preventScroll: true })
    input.scrollIntoView({ block: 'center' })
  }, FORM_KNOWS_MS)
}
