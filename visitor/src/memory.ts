/**
 * Where the window remembers the visitor: the frame's own storage. Browsers give a framed page storage of its own for each
 * site that frames it, so no third-party cookie is needed. Where even that is refused, memory serves until the page is left.
 */
const fallback = new Map<string, string>()

export function recall(name: string): string | null {
  try {
    return localStorage.getItem(name) ?? fallback.get(name) ?? null
  } catch {
    return fallback.get(name) ?? null
  }
}

export function remember(name: string, value: string | null): void {
  try {
    if (value === null) localStorage.removeItem(name)
    else localStorage.setItem(name, value)
  } catch {
    if (value === null) fallback.delete(name)
    else fallback.set(name, value)
  }
}
