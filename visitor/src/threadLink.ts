import { remember } from './memory.ts'

/**
 * Who comes by the link in a mail of ours goes on in that thread. The token leaves the address at once, so that it is neither
 * bookmarked nor passed on.
 */
export function takeThreadLink(door: string): void {
  const token = /^#thread=([\w.-]{40,120})$/.exec(location.hash)?.[1]
  if (!token) return
  remember(`janua:${door}:visitor`, token)
  history.replaceState(null, '', location.pathname + location.search)
}
