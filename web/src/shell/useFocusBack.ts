import { onUnmounted } from 'vue'

/** For a dialog that is there only while it is open: who leaves it by keyboard is back where the dialog was opened from. */
export function useFocusBack(): void {
  const before = document.activeElement
  onUnmounted(() =>
    window.setTimeout(
      () =>
        before instanceof HTMLElement &&
        before.isConnected &&
        document.activeElement === document.body &&
        before.focus(),
    ),
  )
}
