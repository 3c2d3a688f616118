import { computed, ref } from 'vue'
import { recall, remember } from './memory.ts'

export interface Outgoing {
  clientId: string
  text: string
}

/** What the visitor wrote and the server has not stored yet, in its order; kept over reloads. */
export function useOutbox(name: string) {
  const outgoing = ref<Outgoing[]>(unsent(recall(name)))
  function keep(messages: Outgoing[]): void {
    outgoing.value = messages
    remember(name, messages.length > 0 ? JSON.stringify(messages) : null)
  }
  return {
    outgoing,
    next: computed(() => outgoing.value[0]),
    add: (text: string) => keep([...outgoing.value, { clientId: crypto.randomUUID(), text }]),
    remove: (sent: Outgoing) =>
      keep(outgoing.value.filter(({ clientId }) => clientId !== sent.clientId)),
    clear: () => keep([]),
  }
}

/** What was left unsent before; nothing when it cannot be read. */
function unsent(kept: string | null): Outgoing[] {
  try {
    const read: unknown = JSON.parse(kept ?? '[]')
    return Array.isArray(read)
      ? read.filter(
          (each): each is Outgoing =>
            typeof (each as Outgoing)?.clientId === 'string' &&
            typeof (each as Outgoing).text === 'string',
        )
      : []
  } catch {
    return []
  }
}
