import { onScopeDispose, shallowRef } from 'vue'
import type { CurveOrder, CurveShown } from './curveWork.ts'

/** The threshold's curve, computed in a web worker; an older order's curve never covers a newer one's. */
export function useCurve() {
  const curve = shallowRef<CurveShown>()
  const worker = new Worker(new URL('./curveWorker.ts', import.meta.url), { type: 'module' })
  let newest = 0
  worker.addEventListener(
    'message',
    ({ data }: MessageEvent<{ number: number; curve: CurveShown }>) => {
      if (data.number === newest) curve.value = data.curve
    },
  )
  onScopeDispose(() => worker.terminate())
  const compute = (order: Omit<CurveOrder, 'number'>) =>
    worker.postMessage({ ...structuredClone(order), number: ++newest })
  return { curve, compute }
}
