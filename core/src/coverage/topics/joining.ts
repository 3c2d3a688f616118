import { LEAST } from './cluster.ts'
import { neighbours } from './neighbours.ts'
import { questionVectors, type TopicQuestion } from './vectors.ts'

/**
 * Where new questions belong among topics that are there: each joins the topic that it is nearest to, by the same measure that a full pass
 * puts clusters together by, or waits for the next one.
 * @param settled questions with the number of their topic
 * @returns for each new question the number of its topic, or null when it waits
 */
export function joinTopics(
  settled: readonly (TopicQuestion & { topic: number })[],
  fresh: readonly TopicQuestion[],
): (number | null)[] {
  const vectors = questionVectors([...settled, ...fresh])
  const sizes = new Map<number, number>()
  for (const { topic } of settled) sizes.set(topic, (sizes.get(topic) ?? 0) + 1)
  const nearest = neighbours(vectors, MOST, LEAST_COSINE, settled.length)
  return nearest.map((some) => {
    const links = new Map<number, { sum: number; nearest: number }>()
    for (const { to, near } of some) {
      if (to >= settled.length) continue
      const { topic } = settled[to]!
      const link = links.get(topic) ?? { sum: 0, nearest: 0 }
      links.set(topic, { sum: link.sum + near, nearest: Math.max(link.nearest, near) })
    }
    const best = [...links]
      .map(([topic, { sum, nearest }]) => ({
        topic,
        near: (nearest + sum / sizes.get(topic)!) / 2,
      }))
      .sort((a, b) => b.near - a.near || a.topic - b.topic)[0]
    return best && best.near >= LEAST ? best.topic : null
  })
}

const MOST = 40
const LEAST_COSINE = 0.1
