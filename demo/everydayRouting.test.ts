import { type ContentItem, indexRelease, type Routing, route, situationOf } from '@janua/core'
import { expect } from 'chai'
import { readFileSync } from 'node:fs'
import { join } from 'node:path'
import { respond } from '../server/src/modules/answering/respond.ts'
import { starterDoor } from '../server/src/modules/answering/doorDefaults.ts'
import { demoArticles } from './content.ts'
import { DEMO_RULES, LAST_RESORT, QUEUES } from './people.ts'
import { demoRule } from './routing.ts'

interface Message {
  says: string
  queue: string
}
const MESSAGES = JSON.parse(
  readFileSync(join(import.meta.dirname, 'everyday-handovers.json'), 'utf8'),
) as Message[]
const LEAST_RIGHT = 26

describe('the demo’s routing', () => {
  const numberOf = (queue: string) => QUEUES.indexOf(queue as (typeof QUEUES)[number]) + 1
  const items = demoArticles().map(({ slug: _slug, reviewOn: _on, ...item }, i): ContentItem => ({
    ...item,
    id: i + 1,
    revision: i + 1,
    kind: 'article',
  }))
  const release = {
    number: 1,
    key: 'demo',
    index: indexRelease(items),
    content: [],
    doors: [],
    routing: null,
    smallTalk: [],
    glossary: [],
    encoder: null,
  }
  const routing: Routing = {
    rules: DEMO_RULES.map((rule) => demoRule(rule, numberOf(rule.queue))),
    lastResort: numberOf(LAST_RESORT),
  }
  const door = { ...starterDoor('Help', 'help'), id: 1 }
  function queueOf(says: string): { queue: string; because: string } {
    const at = new Date('2026-11-23T10:00:00Z')
    const questions = respond(release, door, says, { language: 'en', at }).flatMap(
      ({ question }) => question ?? [],
    )
    const known = { language: 'en' as const, door: 1, told: {}, hour: 10, contacts: 0 }
    const { queue, because } = route(situationOf(questions, known, { said: [says] }), routing)
    return { queue: QUEUES[queue - 1]!, because }
  }

  it(`brings at least ${LEAST_RIGHT} of thirty messages in everyday words to the right queue`, () => {
    const wrong = MESSAGES.flatMap(({ says, queue }) => {
      const got = queueOf(says)
      return got.queue === queue ? [] : [`${says} → ${got.queue} (${got.because}), not ${queue}`]
    })
    expect(MESSAGES.length).to.equal(30)
    expect(30 - wrong.length, wrong.join('\n')).to.be.at.least(LEAST_RIGHT)
  })
})
