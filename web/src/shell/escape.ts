/**
 * Lets Escape close a dialog while one of its closed selects has the keyboard: PrimeVue's select keeps the key to itself even when
 * it has nothing to close.
 * @returns what ends it
 */
export function escapeFromSelects(page: Document = document): () => void {
  const onKey = (event: KeyboardEvent) => {
    if (event.key !== 'Escape' || !(event.target instanceof HTMLElement)) return
    const dialog = event.target
      .closest('[role="combobox"][aria-expanded="false"]')
      ?.closest('[role="dialog"]')
    if (!dialog) return
    event.stopPropagation()
    dialog.dispatchEvent(
      new KeyboardEvent('keydown', { key: 'Escape', code: 'Escape', bubbles: true }),
    )
  }
  page.addEventListener('keydown', onKey, { capture: true })
  return () => page.removeEventListener('keydown', onKey, { capture: true })
}
