import { expect } from 'chai'
import { blocksText } from '../library/blocks.ts'
import { indexRelease } from '../retrieval/releaseIndex.ts'
import type { ContentItem } from './items.ts'
import { answerQuestion } from './answerer.ts'
import { converse } from './conversation.ts'

const item = (id: number, title: string, body: string, phrasings: string[] = []): ContentItem => ({
  id,
  revision: id,
  kind: 'article',
  title,
  collection: 'Library',
  phrasings,
  body,
})
const LIBRARY = indexRelease([
  item(
    1,
    'Opening hours',
    '## Harbour branch\n\nThe harbour branch is open every day from nine to eight.\n\n## Hill branch\n\nIt is closed on Sunday and Monday. On all other days it opens at ten and closes at six in the evening, and the reading room stays open until eight for members who have asked for it at the desk before noon on the same day, which is what most students do before exams, and so do their teachers when they prepare lessons there.\n',
    ['Is the hill branch open on Sunday?'],
  ),
  item(2, 'Lost cards', 'Tell us at once. A new card costs five pounds.', ['I lost my card']),
  item(3, 'Paying', 'You can pay by card or in cash at every desk.', ['How can I pay?']),
  item(4, 'Changing a booking', 'You can change a booking until noon.', [
    'Can I change my booking?',
  ]),
])
const settings = { threshold: 0.2 }

describe('an answer', () => {
  it('keeps its subject: a sentence that begins with a pronoun brings its heading', () => {
    const answer = answerQuestion(LIBRARY, 'is the hill branch closed on Monday', settings)
    const text = blocksText(answer.blocks)
    expect(text).to.include('It is closed on Sunday and Monday.')
    expect(text.indexOf('Hill branch')).to.be.within(0, text.indexOf('It is closed'))
  })
  it('reads a whole question as a new one, though it shares a word with the one before', () => {
    const second = converse(LIBRARY, ['I lost my card', 'Can I pay by card?'], settings)[1]!
    const [{ answer, carried }] = second.asked as [(typeof second.asked)[number]]
    expect(carried).to.equal(undefined)
    expect(answer.sources[0]?.title).to.equal('Paying')
  })
  it('takes no word that is spelt right for a misspelling of another', () => {
    const answer = answerQuestion(LIBRARY, 'is smoking allowed', settings)
    expect(answer.outcome).not.to.equal('answered')
    expect(answer.trace.terms.map(({ readAs }) => readAs)).not.to.include('booking')
  })
  it('is given from the candidate that is shown as surest', () => {
    for (const question of ['how can I pay', 'lost card', 'change booking', 'hill branch Sunday']) {
      const { outcome, sources, trace } = answerQuestion(LIBRARY, question, settings)
      if (outcome !== 'answered') continue
      const surest = Math.max(...trace.candidates.map(({ confidence }) => confidence))
      expect(trace.candidates[0]).to.include({ confidence: surest, item: sources[0]!.item })
    }
  })
})
