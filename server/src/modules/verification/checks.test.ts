import type { CheckList, Rehearsed, ShareOf } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  DOG,
  freshJanua,
  member,
  type Member,
  openTestApp,
  publishAll,
  REFUND,
  visitor,
} from '../../testing/harness.ts'

const CAT = article('Cats', 'Cats stay in their box on deck 4.\n', ['Where does my cat stay?'], {
  collection: 'Pets',
})

describe('rehearsal and checks', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  let door: number
  let dogs: number
  const rehearse = async (messages: string[], more: object = {}) =>
    (await lead.post('/rehearsal', { messages, door, ...more })).body as Rehearsed
  const checks = async () => (await lead.get('/checks')).body as CheckList
  before(async () => {
    let close_: typeof close
    ;({ janua, close: close_ } = await freshJanua())
    close = close_
    lead = await member(janua, 'lead')
    const house = await openTestApp(janua, [DOG, REFUND, CAT])
    door = house.door
    dogs = house.articles[0]!.id
  })
  after(() => close())

  it('plays a whole conversation, with the queue it would go to', async () => {
    const { messages } = await rehearse([
      'Can I bring my dog?',
      'what does it cost?',
      'hello',
      'helicopter to the moon',
    ])
    expect(
      messages.map(
        ({ asked, smallTalk }) => asked[0]?.answer.outcome ?? (smallTalk ? 'smallTalk' : 'none'),
      ),
    ).to.eql(['answered', 'unanswered', 'smallTalk', 'unanswered'])
    expect(messages[1]!.asked[0]).to.include({ carried: 'Can I bring my dog?' })
    expect(messages[3]!.queue).to.include({ name: 'Refunds', because: '“helicopter”' })
  })
  it('asks as of any moment, and of any release', async () => {
    const winter = article('Winter timetable', 'The first boat leaves at 9:10.\n', ['first boat'], {
      holds: { from: '2026-12-01', until: '2027-02-28', doors: [] },
      kind: 'fixed',
    })
    await lead.post('/articles', winter).expect(201)
    const first = async (more: object) =>
      (await rehearse(['first boat'], more)).messages[0]!.asked[0]!.answer.outcome
    expect(await first({ at: '2027-01-10T10:00:00Z' })).to.equal('answered')
    expect(await first({ at: '2026-11-23T10:00:00Z' })).not.to.equal('answered')
    expect(await first({ at: '2027-01-10T10:00:00Z', release: 1 })).not.to.equal('answered')
  })
  it('keeps a review for as long as the answer is the same', async () => {
    const { answer, text } = (await rehearse(['Can I bring my dog?'])).messages[0]!.asked[0]!
    const { item, revision, ordinal } = answer.sources[0]!
    await lead
      .post('/verdicts', {
        text,
        verdict: 'right',
        door,
        item,
        revision,
        ordinal,
        confidence: answer.confidence,
        origin: 'rehearsal',
      })
      .expect(204)
    expect((await rehearse(['can I bring my dog'])).messages[0]!.asked[0]!.reviewed).to.equal(
      'right',
    )
    expect((await rehearse(['Where does my cat stay?'])).messages[0]!.asked[0]!.reviewed).to.equal(
      null,
    )
  })
  it('takes no review that is none, in plain words', async () => {
    const { status, body } = await lead.post('/verdicts', {
      text: '',
      verdict: 'perhaps',
      origin: 'rehearsal',
    })
    expect(status).to.equal(422)
    expect(body.message).to.include('verdict')
  })
  it('makes checks of what was reviewed right, once', async () => {
    expect((await checks()).reviewed).to.equal(1)
    expect((await lead.post('/checks/reviewed')).body).to.eql({ added: 1 })
    expect((await lead.post('/checks/reviewed')).body).to.eql({ added: 0 })
    expect((await checks()).checks[0]).to.deep.include({
      messages: ['Can I bring my dog?'],
      itemTitle: 'Pets on board',
      comes: 'answer',
    })
  })
  it('reads a list, with its faults by row, and writes it', async () => {
    const csv =
      'question,expects,source,contains,queue\nWhere does my cat stay?,answer,Cats,deck 4,\nmoon,does not know,,,\nrefund,answer,Nowhere,,\nrefund please,,,,Refunds\n'
    const { body } = await lead.post('/checks/file', { name: 'checks.csv', csv })
    expect(body).to.eql({
      added: 3,
      known: 0,
      faults: [{ row: 4, because: 'nothing in the library is called “Nowhere”' }],
    })
    expect((await lead.post('/checks/file', { name: 'checks.csv', csv })).body).to.include({
      added: 0,
      known: 3,
    })
    const { text } = await lead.get('/checks/file.csv')
    expect(text).to.include('Where does my cat stay?,,answer,Cats,deck 4')
    expect((await lead.get('/checks/qrels.txt')).text).to.match(
      /^\d+ 0 [0-9a-f-]{36} 1\n\d+ 0 [0-9a-f-]{36} 1\n$/,
    )
    expect(
      (await lead.post('/checks/file', { name: 'x', csv: 'question\n"open' })).body.message,
    ).to.include('never closed')
  })
  it('runs by itself when the draft has changed, and names the change that broke it', async () => {
    await janua.verification.checks.tick()
    const before = await checks()
    expect(before.run).to.include({ failed: 0, passed: 4, current: true })
    const { body: dog } = await lead.get(`/articles/${dogs}`)
    await lead
      .put(`/articles/${dogs}`, {
        ...article('Pets at home', 'Nothing of the kind.\n'),
        base: dog.revision,
        ready: true,
      })
      .expect(200)
    const { body: cat } = await lead.get('/articles?search=Cats')
    const { body: whole } = await lead.get(`/articles/${cat.rows[0].id}`)
    await lead
      .put(`/articles/${cat.rows[0].id}`, {
        ...CAT,
        body: 'Cats stay in their box on deck 4, port side.\n',
        base: whole.revision,
        ready: true,
      })
      .expect(200)
    expect((await checks()).run!.current).to.equal(false)
    await janua.verification.checks.tick()
    const after = await checks()
    expect(after.run).to.include({ failed: 1, current: true })
    const failed = after.checks.find(({ result }) => result && !result.passed)!
    expect(failed.messages).to.eql(['Can I bring my dog?'])
    expect(failed.result!.brokenBy).to.eql([{ item: dogs, title: 'Pets at home' }])
    expect(failed.result!.before).to.equal(false)
  })
  it('lets a release with failing checks through only with a reason, which is kept', async () => {
    const items = (await janua.releases.draft.changes())
      .filter(({ ready }) => ready)
      .map(({ item }) => item)
    const { status, body } = await lead.post('/releases', { items, note: 'x' })
    expect([status, body.code, body.message]).to.eql([
      409,
      'NEEDS_REASON',
      '1 check fails. Say why it is published all the same.',
    ])
    expect(body.detail.checks.failed[0].brokenBy).to.eql(['Pets at home'])
    const others = items.filter((item) => item !== dogs)
    expect((await lead.post('/draft/proof', { items: others })).body.needsReason).to.equal(false)
    expect((await checks()).run, 'the draft as a whole, not the choice that was proved').to.include(
      { failed: 1, current: true },
    )
    await lead
      .post('/releases', { items, note: 'x', because: 'dogs are asked of elsewhere from now on' })
      .expect(201)
    const { body: releases } = await lead.get('/releases')
    expect(releases[0]).to.deep.include({
      because: 'dogs are asked of elsewhere from now on',
      checks: { passed: 3, failed: 1 },
    })
  })
  it('forgets nothing of a check whose article is taken out: it fails and says so', async () => {
    const { body } = await lead.get('/articles?search=Cats')
    await lead.delete(`/articles/${body.rows[0].id}`).expect(204)
    await janua.verification.checks.tick()
    const failed = (await checks()).checks.find(
      ({ messages }) => messages[0] === 'Where does my cat stay?',
    )!
    expect(failed.result!.problems.join()).to.match(/should/)
    await publishAll(janua).catch((cause: Error) => expect(cause.message).to.include('Say why'))
  })
})

describe('the audit sample', () => {
  it('is of the last full week, the same answers each time, and corrects the coverage of releases once enough are reviewed', async () => {
    const { janua, clock, close } = await freshJanua()
    try {
      const lead = await member(janua, 'lead')
      await openTestApp(janua, [DOG, REFUND])
      clock.set('2026-11-18T10:00:00Z')
      for (let i = 0; i < 40; i++) await (await visitor(janua)).says('Can I bring my dog?')
      clock.set('2026-11-24T10:00:00Z')
      const { body: sample } = await lead.get('/audit-sample')
      expect(sample).to.include({ week: '2026-11-16', answers: 40, reviewed: 0 })
      expect(sample.left).to.have.length(30)
      expect((await lead.get('/audit-sample')).body).to.eql(sample)
      const covered = async () => {
        await janua.coverage.rollup.settle()
        const [{ body: releases }, { body: state }, { body: coverage }] = await Promise.all([
          lead.get('/releases'),
          lead.get('/releases/state'),
          lead.get('/coverage?weeks=4'),
        ])
        const { share, low, high, n } = releases[0].coverage as ShareOf
        // One measure, wherever it stands.
        expect(state.live.coverage).to.eql({ share, low, high, n })
        expect(coverage.total)
          .to.include({ questions: n })
          .and.property('right')
          .closeTo(share * n, 1e-9)
        return share
      }
      const before = await covered()
      for (const [
        i,
        { question, item, revision, ordinal, print, confidence, chance, text },
      ] of sample.left.entries())
        await lead
          .post('/verdicts', {
            text,
            question,
            item,
            revision,
            ordinal,
            print,
            confidence,
            chance,
            verdict: i < 15 ? 'right' : 'wrong',
            origin: 'audit',
          })
          .expect(204)
      expect((await lead.get('/audit-sample')).body).to.include({ reviewed: 30 })
      expect(before).to.be.greaterThan(0.8)
      // Thirty are reviewed, half of them right; of the ten others the audit says that their confidence promised too much.
      expect(await covered()).to.be.closeTo(0.5, 0.03)
    } finally {
      await close()
    }
  })
})
