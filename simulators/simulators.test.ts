import { expect } from 'chai'
import { FAULTS as ENCODER_FAULTS, startEncoder } from './encoder/encoder.mjs'
import { startLanguageModel } from './languageModel/languageModel.mjs'
import { startMail } from './mail/mail.mjs'
import { startSite } from './site/site.mjs'
import { createTransport } from 'nodemailer'

async function posted(url: string, body: unknown, headers: Record<string, string> = {}) {
  const answer = await fetch(url, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  })
  return { status: answer.status, text: await answer.text() }
}

describe('the simulated language model', () => {
  let model: Awaited<ReturnType<typeof startLanguageModel>>
  before(async () => (model = await startLanguageModel({ key: 'secret' })))
  after(() => model.stop())
  const order = (material: unknown, more: object = {}) => ({
    model: 'house',
    max_tokens: 200,
    messages: [{ role: 'user', content: JSON.stringify(material) }],
    ...more,
  })
  const ask = async (material: unknown, more: object = {}) =>
    posted(`${model.url}/chat/completions`, order(material, more), {
      authorization: 'Bearer secret',
    })
  const said = async (material: unknown) =>
    JSON.parse((await ask(material)).text).choices[0].message.content as string

  it('words a passage otherwise without changing what it says', async () => {
    const passages = [{ text: 'On Sundays, boats go hourly. Dogs may travel free of charge.' }]
    expect(await said({ task: 'wording', passages, tone: 'plain', length: 'middle' })).to.equal(
      'Boats go hourly on Sundays. Dogs can travel free.',
    )
  })
  it('thinks of an answer by the words that it shares with the question', async () => {
    const opinion = async (question: string) =>
      JSON.parse(
        await said({ task: 'opinion', question, passages: [{ text: 'Dogs travel free.' }] }),
      ).answers as string
    expect(await opinion('do dogs travel free')).to.equal('yes')
    expect(await opinion('helicopter timetable please')).to.equal('no')
  })
  it('knows nothing of a task that it has no rule for', async () =>
    expect(await said({ task: 'cooking' })).to.equal('I do not know that.'))
  it('breaks off at the length that was ordered, and says so', async () => {
    const { text } = await ask(
      { task: 'wording', passages: [{ text: 'One two three four five.' }], length: 'middle' },
      { max_tokens: 2 },
    )
    expect(JSON.parse(text).choices[0]).to.deep.include({ finish_reason: 'length' })
  })
  it('streams the same, piece by piece, to its end', async () => {
    const { text } = await ask(
      { task: 'wording', passages: [{ text: 'Boats go hourly.' }], length: 'middle' },
      { stream: true },
    )
    const pieces = [...text.matchAll(/^data: (\{.*\})$/gm)].map(([, json]) => JSON.parse(json!))
    const whole = pieces.map(({ choices }) => choices[0]?.delta.content ?? '').join('')
    expect(whole).to.equal('Boats go hourly.')
    expect(text.trimEnd()).to.match(/data: \[DONE\]$/)
  })
  it('wants its key, and answers nothing beside its one address', async () => {
    const url = `${model.url}/chat/completions`
    expect((await posted(url, order({}))).status).to.equal(401)
    expect((await posted(`${model.url}/models`, {})).status).to.equal(404)
  })
  it('outlives what it cannot read', async () => {
    const url = `${model.url}/chat/completions`
    expect((await posted(url, '{half')).status).to.equal(400)
    expect(await said({ task: 'cooking' })).to.equal('I do not know that.')
  })
  it('fails as often as it was told to', async () => {
    model.fail('status 429', 2)
    const statuses = []
    for (let i = 0; i < 3; i++) statuses.push((await ask({ task: 'cooking' })).status)
    expect(statuses).to.eql([429, 429, 200])
  })
})

describe('the simulated encoder', () => {
  let encoder: Awaited<ReturnType<typeof startEncoder>>
  before(async () => (encoder = await startEncoder()))
  after(() => encoder.stop())
  const ask = (input: string[]) => posted(`${encoder.url}/embeddings`, { model: 'house', input })
  const vectors = async (...input: string[]) => {
    const { data } = JSON.parse((await ask(input)).text) as {
      data: { index: number; embedding: number[] }[]
    }
    return data.toSorted((a, b) => a.index - b.index).map(({ embedding }) => embedding)
  }
  const cosine = (a: number[], b: number[]) => {
    const dot = (x: number[], y: number[]) => x.reduce((sum, each, i) => sum + each * y[i]!, 0)
    return dot(a, b) / Math.sqrt(dot(a, a) * dot(b, b))
  }

  it('puts texts with the same words near each other', async () => {
    const [one, like, other] = await vectors(
      'dogs travel free',
      'do dogs travel free',
      'pay by card',
    )
    expect(cosine(one!, like!)).to.be.greaterThan(0.7)
    expect(cosine(one!, other!)).to.be.lessThan(0.5)
  })
  it('numbers its vectors, and sends the last first', async () => {
    const { data } = JSON.parse((await ask(['a b c', 'd e f'])).text)
    expect(data.map(({ index }: { index: number }) => index)).to.eql([1, 0])
  })
  it('is another model once it was changed, under the same name', async () => {
    const [before] = await vectors('dogs travel free')
    encoder.change('second')
    const [now] = await vectors('dogs travel free')
    expect(Math.abs(cosine(before!, now!))).to.be.lessThan(0.5)
  })
  for (const fault of ENCODER_FAULTS.filter((each) => each !== 'silence'))
    it(`can fail with: ${fault}`, async () => {
      const good = await ask(['dogs travel free', 'pay by card'])
      encoder.fail(fault, 1)
      const bad = await ask(['dogs travel free', 'pay by card'])
      expect(bad).not.to.eql(good)
      expect(await ask(['dogs travel free', 'pay by card']), 'once').to.eql(good)
    })
})

describe('the simulated mail', () => {
  let mail: Awaited<ReturnType<typeof startMail>>
  before(async () => (mail = await startMail()))
  after(() => mail.stop())

  it('keeps what is sent, and answers it in its thread with what was said quoted', async () => {
    const send = createTransport(mail.smtp)
    await send.sendMail({
      from: 'help@merrowline.example',
      to: 'guest@home.example',
      subject: 'Your question',
      text: 'Boats go hourly.',
    })
    expect(mail.mails[0]).to.include({ to: 'guest@home.example', subject: 'Your question' })

    const inbox = await startMail()
    mail.sendTo(Number(new URL(inbox.smtp).port))
    await mail.answer(1, 'Thank you!')
    const [answer] = inbox.mails
    expect(answer).to.include({ to: 'help@merrowline.example', subject: 'Re: Your question' })
    expect(answer!.text).to.include('Thank you!').and.include('> Boats go hourly.')
    expect(answer!.references).to.include(mail.mails[0]!.messageId)
    await inbox.stop()
  })
  it('sends nothing that a page of somewhere else asks for', async () => {
    const { status } = await posted(mail.address, 'mail=1&text=x', {
      origin: 'http://elsewhere.example',
      'content-type': 'application/x-www-form-urlencoded',
    })
    expect(status).to.equal(403)
  })
})

describe('the simulated site', () => {
  let site: Awaited<ReturnType<typeof startSite>>
  before(async () => (site = await startSite()))
  after(() => site.close())
  const get = (path: string) => fetch(`http://${site.place}${path}`)

  it('has pages with and without their ending, and says when there is none', async () => {
    expect((await get('/help/')).status).to.equal(200)
    expect((await get('/robots.txt')).headers.get('content-type')).to.include('text/plain')
    expect((await get('/nothing')).status).to.equal(404)
  })
  it('gives nothing outside its pages, and outlives an address that is none', async () => {
    expect((await get('/..%2f..%2fserving.mjs')).status).to.equal(404)
    expect((await get('/%')).status).to.equal(400)
    expect((await get('/help/')).status).to.equal(200)
  })
})
