import type { SessionInfo } from '@janua/contracts'
import { ref } from 'vue'

/** Somebody of the team looks at the door's own page, signed in: they may see why. Elsewhere browsers send no session along. */
export const isStaff = ref(false)

export async function findStaff(framed: boolean): Promise<void> {
  if (framed) return
  const info = await fetch('/api/session').then(
    (response) => (response.ok ? (response.json() as Promise<SessionInfo>) : null),
    () => null,
  )
  isStaff.value = Boolean(info?.user)
}
