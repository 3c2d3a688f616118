import { ALL_OUTCOMES, type FlowBand, type Outcome } from '@janua/core'

export interface FlowPost {
  outcome: Outcome
  times: number
  y: number
  height: number
}
export interface FlowShape extends FlowBand {
  path: string
  /** Where its number stands. */
  x: number
  y: number
  width: number
}

interface Size {
  width: number
  height: number
  post: number
  gap: number
}

/** Bands narrower than this many pixels are drawn that wide, so that they can be pressed. */
const THINNEST = 3

/** Lays outcomes out as posts at both sides, with bands between them whose width is their number of questions. */
export function flowLayout(
  flow: readonly FlowBand[],
  { width, height, post, gap }: Size,
): { live: FlowPost[]; draft: FlowPost[]; bands: FlowShape[] } {
  const all = flow.reduce((sum, { times }) => sum + times, 0) || 1
  const used = ALL_OUTCOMES.filter((outcome) =>
    flow.some(({ from, to }) => from === outcome || to === outcome),
  )
  const scale = (height - gap * Math.max(0, used.length - 1)) / all
  const postsOf = (side: 'from' | 'to') => {
    let y = 0
    return used.map((outcome): FlowPost => {
      const times = flow.reduce((sum, band) => (band[side] === outcome ? sum + band.times : sum), 0)
      const placed = { outcome, times, y, height: times * scale }
      y += placed.height + gap
      return placed
    })
  }
  const [live, draft] = [postsOf('from'), postsOf('to')]
  const taken = new Map<string, number>()
  const place = (side: 'from' | 'to', outcome: Outcome, thick: number) => {
    const key = `${side} ${outcome}`
    const at =
      taken.get(key) ?? (side === 'from' ? live : draft).find((each) => each.outcome === outcome)!.y
    taken.set(key, at + thick)
    return at
  }
  const bands = used
    .flatMap((from) =>
      used.flatMap((to) => flow.filter((band) => band.from === from && band.to === to)),
    )
    .map((band): FlowShape => {
      const exact = band.times * scale
      const thick = Math.max(THINNEST, exact)
      const [a, b] = [place('from', band.from, exact), place('to', band.to, exact)]
      const [x0, x1, mid] = [post, width - post, width / 2]
      const path = `M${x0},${a} C${mid},${a} ${mid},${b} ${x1},${b} L${x1},${b + thick} C${mid},${b + thick} ${mid},${a + thick} ${x0},${a + thick} Z`
      return { ...band, path, x: mid, y: (a + b + thick) / 2, width: thick }
    })
  return { live, draft, bands }
}
