import { type CurveOrder, curveOf } from './curveWork.ts'

self.addEventListener('message', ({ data }: MessageEvent<CurveOrder>) =>
  self.postMessage({ number: data.number, curve: curveOf(data) }),
)
