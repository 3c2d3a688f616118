import { expectedWait, type Random, seeded } from '@janua/core'
import { bootstrap, mean } from '../bootstrap.ts'
import { type Figure, withLimit } from '../figure.ts'

interface Shape {
  name: string
  agents: number
  /** Offered load in erlangs. */
  load: number
  /** Spread of the logarithm of handle times; their median is 300 seconds. */
  spread: number
}

const MEDIAN_HANDLE = 300
const VISITORS = 3_000
const KNOWN = 200
const LEAST = 0.8
const SHAPES: readonly Shape[] = [
  { name: 'one agent', agents: 1, load: 0.7, spread: 0.6 },
  { name: 'four agents, busy', agents: 4, load: 3.4, spread: 0.6 },
  { name: 'fourteen agents, busy', agents: 14, load: 12.6, spread: 0.6 },
  { name: 'four agents, wide handle times', agents: 4, load: 3.2, spread: 1.1 },
]

/** Of visitors who are told how long they wait at the most: the share that waited no longer. Played by events, apart from what is being measured. */
export async function waitSuite(): Promise<Figure[]> {
  return SHAPES.flatMap((shape, i) => {
    const kept = played(shape, seeded(40 + i))
    const figure: Figure = {
      suite: 'wait',
      case: `${shape.name}, ${(shape.load / shape.agents).toFixed(2)} occupied`,
      subject: 'janua',
      measure: 'waited no longer than was said',
      value: mean(kept),
      ...bootstrap(kept, mean),
      unit: 'share',
      n: kept.length,
    }
    return [withLimit(figure, { atLeast: LEAST })]
  })
}

/** A queue in the order of arrival: for each visitor 1 when the wait that was said when they came was kept, else 0. */
function played({ agents, load, spread }: Shape, random: Random): number[] {
  const gauss = () => Math.sqrt(-2 * Math.log(1 - random())) * Math.cos(2 * Math.PI * random())
  const handle = () => MEDIAN_HANDLE * Math.exp(spread * gauss())
  const pickUp = () => 5 + 20 * random()
  const between = (MEDIAN_HANDLE * Math.exp(spread ** 2 / 2)) / load
  const freeAt = new Array<number>(agents).fill(0)
  const talks: { agent: number; from: number; to: number }[] = []
  const handles: number[] = []
  const pickUps: number[] = []
  const taken: number[] = [] // when each visitor so far is taken
  const kept: number[] = []
  const ended: { at: number; handle: number; pick: number }[] = []
  for (let now = 0, i = 0; i < VISITORS; i++) {
    now -= between * Math.log(1 - random())
    for (const each of ended.filter(({ at }) => at <= now)) {
      handles.push(each.handle)
      pickUps.push(each.pick)
      ended.splice(ended.indexOf(each), 1)
    }
    const ahead = taken.filter((at) => at > now).length
    const busy = talks.filter(({ from, to }) => from <= now && now < to)
    const said = expectedWait(
      {
        ahead,
        free: Math.max(0, agents - busy.length),
        busySeconds: busy.map(({ from }) => now - from),
        handleSeconds: handles.slice(-KNOWN),
        pickUpSeconds: pickUps.slice(-KNOWN),
      },
      random,
      200,
    )!
    const next = freeAt.indexOf(Math.min(...freeAt))
    const [pick, took] = [pickUp(), handle()]
    const start = Math.max(now, freeAt[next]!) + pick
    freeAt[next] = start + took
    talks.push({ agent: next, from: start, to: start + took })
    if (talks.length > 400) talks.shift()
    taken.push(start)
    if (taken.length > 400) taken.shift()
    ended.push({ at: start + took, handle: took, pick })
    if (i >= KNOWN) kept.push(start - now <= said + 1e-6 ? 1 : 0)
  }
  return kept
}
