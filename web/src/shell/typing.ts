/** Whether a key was meant for a field rather than for the page. */
export function typingSomewhere(event: KeyboardEvent): boolean {
  const target = event.target as HTMLElement | null
  return (
    event.ctrlKey ||
    event.metaKey ||
    event.altKey ||
    Boolean(target?.closest('input, textarea, select, [contenteditable="true"], [role="dialog"]'))
  )
}
