import type { UnsettledPage } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import {
  article,
  freshJanua,
  member,
  type Member,
  openTestApp,
  type TestClock,
  visitor,
} from '../../testing/harness.ts'

describe('fixing', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let lead: Member
  let pets: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    lead = await member(janua, 'lead')
    const { articles } = await openTestApp(janua)
    pets = articles[0]!.id
    for (const text of [
      'Is my poodle welcome?',
      'is my POODLE welcome',
      'Do you sell vouchers',
      'secret handshake of captains',
    ]) {
      clock.pass(60)
      await (await visitor(janua)).says(text)
    }
  })
  after(() => close())

  const list = async (query = '') => (await lead.get(`/unsettled?${query}`)).body as UnsettledPage
  const norms = async (query = '') =>
    (await list(query)).rows.map(({ norm, times }) => `${times} ${norm}`)

  it('lists equal questions together, the most frequent or the newest first', async () => {
    expect(await norms()).to.eql([
      '2 is my poodle welcome',
      '1 secret handshake of captains',
      '1 do you sell vouchers',
    ])
    expect((await norms('sort=newest'))[0]).to.equal('1 secret handshake of captains')
    expect(await norms('search=voucher')).to.eql(['1 do you sell vouchers'])
  })
  it('shows what is said now, live and in the draft', async () => {
    const { body } = await lead.get('/unsettled/detail?norm=do you sell vouchers')
    expect(body.occurrences).to.have.length(1)
    expect(body.live.outcome).not.to.equal('answered')
  })
  it('is in the draft after a fix, and fixed only when the new release answers it', async () => {
    await lead
      .post('/fixes', {
        norm: 'is my poodle welcome',
        text: 'Is my poodle welcome?',
        kind: 'phrasing',
        item: pets,
      })
      .expect(201)
    expect((await list('state=in draft')).rows[0]!.fix!.proof).to.equal(null)
    expect(
      (await lead.get('/unsettled/detail?norm=is my poodle welcome')).body.draft.outcome,
    ).to.equal('answered')
    const { body } = await lead.post('/releases', { items: [pets], note: 'poodles' })
    expect(body.proofs).to.have.length(1)
    const [fixed] = (await list('state=fixed')).rows
    expect(fixed!.fix!.proof).to.deep.include({
      release: 2,
      outcome: 'answered',
      from: 'Pets on board',
    })
    expect(fixed!.fix!.proof!.text).to.include('Dogs travel on a lead')
  })
  it('does not count as fixed while another article answers, or none', async () => {
    const content = article('Handshakes', 'Not telling.\n')
    const { body } = await lead.post('/fixes', {
      norm: 'secret handshake of captains',
      text: 'An entirely different wording of nothing',
      kind: 'article',
      content,
    })
    await lead.post('/releases', { items: [body.item.id], note: 'handshakes' }).expect(201)
    const [row] = (await list('state=in draft')).rows
    expect(row!.norm).to.equal('secret handshake of captains')
    expect(row!.fix!.proof).to.include({ release: 3 })
    expect(row!.fix!.proof!.outcome).not.to.equal('answered')
  })
  it('fixes by a fixed answer, word for word', async () => {
    const content = article('Vouchers', 'We do **not** sell vouchers.\n', [], { kind: 'fixed' })
    const { body } = await lead.post('/fixes', {
      norm: 'do you sell vouchers',
      text: 'Do you sell vouchers',
      kind: 'fixed',
      content,
    })
    await lead.post('/releases', { items: [body.item.id], note: 'vouchers' }).expect(201)
    const someone = await visitor(janua)
    await someone.says('do you sell vouchers?')
    expect((await someone.thread()).messages.at(-1)!).to.deep.include({
      text: 'We do not sell vouchers.',
    })
  })
  it('opens again when a roll-back takes the fix away', async () => {
    await lead.post('/releases/1/live').expect(200)
    expect(await norms('state=fixed')).to.eql([])
    await lead.post('/releases/4/live').expect(200)
    expect(await norms('state=fixed')).to.include('2 is my poodle welcome')
  })
  it('opens again when the same question goes unsettled after it was fixed', async () => {
    clock.pass(3_600)
    const someone = await visitor(janua)
    await someone.says('is my poodle welcome')
    await someone.post('/votes', {
      message: (await someone.thread()).messages.at(-1)!.id,
      helpful: false,
    })
    expect(await norms('state=open')).to.include('3 is my poodle welcome')
  })
  it('refuses to fix what nobody asked', async () =>
    expect(
      (
        await lead.post('/fixes', {
          norm: 'never asked',
          text: 'Never asked',
          kind: 'phrasing',
          item: pets,
        })
      ).body.message,
    ).to.equal('Nobody has asked this question.'))
  it('counts as answered without a fix once it is answered, until a visitor says no to that', async () => {
    const text = 'Do you lend umbrellas?'
    await (await visitor(janua)).says(text)
    expect(await norms('search=umbrella')).to.have.length(1)
    const content = article('Umbrellas', 'Umbrellas are lent at the desk for a day.\n', [text])
    const { body } = await lead.post('/articles', content).expect(201)
    await lead.post('/releases', { items: [body.id], note: 'umbrellas' }).expect(201)
    clock.pass(60)
    const again = await visitor(janua)
    await again.says(text)
    expect(await norms('search=umbrella')).to.eql([])
    expect((await list('state=fixed&search=umbrella')).rows[0]!.fix).to.equal(null)
    await again.post('/votes', {
      message: (await again.thread()).messages.at(-1)!.id,
      helpful: false,
    })
    expect(await norms('search=umbrella')).to.have.length(1)
  })
})
