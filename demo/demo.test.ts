import { articleContent, doorContent } from '@janua/contracts/schemas'
import { compareAll, readItems, splitPassages } from '@janua/core'
import { expect } from 'chai'
import { seeded } from '../core/src/maths/random.ts'
import { demoArticles, demoQuestions, plantedTopics } from './content.ts'
import { demoLibrary } from './documents.ts'
import { bookingDoor, demoDoor } from './door.ts'
import { QUESTIONS, visits, WEEKS } from './history.ts'
import { DEMO_PEOPLE, QUEUES } from './people.ts'

describe('the demo', () => {
  const articles = demoArticles()
  const questions = demoQuestions()
  const planted = plantedTopics()
  it('has about 60 valid articles, each with something to answer from', () => {
    expect(articles.length).to.be.within(58, 70)
    for (const { slug, title, collection, phrasings, body, reviewOn } of articles) {
      expect(
        articleContent.validate({ title, collection, phrasings, body, reviewOn }).error?.message,
        slug,
      ).to.equal(undefined)
      expect(splitPassages(body), slug).not.to.eql([])
    }
  })
  it('has questions that an article settles, and others that none does', () => {
    const slugs = new Set(articles.map(({ slug }) => slug))
    for (const { settledBy, also, text } of questions)
      expect(
        [settledBy ?? also[0], ...also].every((slug) => slug === undefined || slugs.has(slug)),
        text,
      ).to.equal(true)
    expect(questions.filter(({ settledBy }) => settledBy === null).length).to.be.at.least(50)
  })
  it('has six queues, fourteen agents in them, and valid doors', () => {
    expect(QUEUES).to.have.length(6)
    expect(
      DEMO_PEOPLE.filter(({ role, queues }) => role === 'agent' && queues.length > 0),
    ).to.have.length(14)
    for (const door of [demoDoor(), bookingDoor()])
      expect(doorContent.validate(door).error?.message).to.equal(undefined)
  })
  it('asks its questions within whole weeks before the day, the same for the same seed', () => {
    const made = visits(questions, planted, '2026-11-23', seeded(4))
    expect(made.reduce((sum, visit) => sum + visit.questions.length, 0)).to.equal(QUESTIONS)
    expect(+made.at(-1)!.at).to.be.at.most(Date.parse('2026-11-23T09:30:00Z'))
    expect(+made[0]!.at).to.be.at.least(Date.parse('2026-11-23T09:30:00Z') - WEEKS * 7 * 86_400_000)
    expect(visits(questions, planted, '2026-11-23', seeded(4))).to.eql(made)
  })
  it('moves with its day: a week later, the same questions on the same weekdays', () => {
    const shift = visits(questions, planted, '2026-11-30', seeded(4)).map(
      ({ at }) => +at - 7 * 86_400_000,
    )
    expect(shift).to.eql(visits(questions, planted, '2026-11-23', seeded(4)).map(({ at }) => +at))
  })

  it('holds two planted conflicts and three near copies, and hardly anything else that looks like one', async () => {
    const library = await demoLibrary()
    const { conflicts, copies } = compareAll(readItems(library))
    const titles = ({ a, b }: { a: { item: number }; b: { item: number } }) =>
      [a, b]
        .map(({ item }) => library[item - 1]!.title)
        .sort()
        .join(' | ')
    const planted = [
      'Conditions of carriage | Lost property',
      'Check-in times | Your first crossing on foot',
    ]
    expect(conflicts.map(titles)).to.include.members(planted)
    expect(conflicts.length - planted.length).to.be.at.most(6)
    expect(copies.map(titles)).to.have.members([
      'Accessibility guide | Wheelchairs and help with boarding',
      'Conditions of carriage | Luggage',
      'Wi-Fi and sockets | Wi-Fi on our boats',
    ])
  })
  it('has several overdue reviews, and documents of every kind', async () => {
    expect(
      articles.filter(({ reviewOn }) => reviewOn !== null && reviewOn < '2026-11-23').length,
    ).to.be.at.least(4)
    expect(new Set((await demoLibrary()).map(({ kind }) => kind))).to.eql(
      new Set(['article', 'document', 'fixed']),
    )
  })
})
