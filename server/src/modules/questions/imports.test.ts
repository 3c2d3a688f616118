import type { LogImportView } from '@janua/contracts'
import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { freshJanua, member, type Member, openTestApp } from '../../testing/harness.ts'

describe('logs from elsewhere', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  let lead: Member
  before(async () => {
    ;({ janua, close } = await freshJanua())
    lead = await member(janua, 'lead')
    await openTestApp(janua)
  })
  after(() => close())

  const bring = async (name: string, content: string | Buffer) => {
    const { status, body } = await lead
      .post('/log/imports')
      .attach('file', Buffer.from(content), { filename: name })
    if (status !== 201) return body as { message: string }
    await janua.questions.logImports.ended()
    return ((await lead.get('/log/imports')).body as LogImportView[]).find(
      ({ id }) => id === (body as LogImportView).id,
    )!
  }
  const imported = () =>
    janua.tables.questions.findAll({ where: { channel: 'imported' }, order: [['id', 'ASC']] })

  it('come in as CSV: each question answered by what visitors get now, what is private masked, faults told by row', async () => {
    const csv =
      'Question;Asked at;Visitor\nCan I bring my dog?;2026-10-05 09:00;ann\n"My card 4111 1111 1111 1111, refund please";2026-10-06 10:00;ann\n;2026-10-06;ben\nhelicopter to the island?;soon;ben\nis there a helicopter;2026-10-07;ben\n'
    expect(await bring('old.csv', csv)).to.deep.include({
      state: 'done',
      rows: 5,
      taken: 3,
      masked: 1,
      faulty: 2,
      faults: [
        { row: 4, because: 'there is no text' },
        { row: 5, because: '“soon” is not a time that can be read' },
      ],
    })
    const rows = await imported()
    expect(rows.map(({ text, outcome }) => [text, outcome])).to.deep.include([
      'Can I bring my dog?',
      'answered',
    ])
    expect(rows[1]!.text).to.equal('My card [card number], refund')
    expect(rows[0]!.asker).to.equal(rows[1]!.asker)
    expect(rows[0]!.asker).not.to.equal(rows[2]!.asker)
  })
  it('count in topics and channels, never as coverage', async () => {
    await janua.coverage.rollup.settle()
    const of = async (dimension: 'all' | 'every') =>
      (
        await janua.tables.figures.findAll({ where: { span: 'week', dimension }, raw: true })
      ).reduce((sum, { questions }) => sum + questions, 0)
    expect([await of('all'), await of('every')]).to.eql([0, 3])
  })
  it('are brought in once', async () => {
    const again = 'text,time\nwhere is the pier,2026-10-05\n'
    await bring('a.csv', again)
    expect(await bring('b.csv', again)).to.include({
      code: 'LOG_IMPORTED',
      message:
        'The very same file was brought in already, as “a.csv”. Remove that import first to bring it in again.',
    })
  })
  it('come in as JSON Lines, and in another character set', async () => {
    expect(
      await bring(
        'log.jsonl',
        '{"text":"can I bring my dog","time":1759655000}\n[1]\n{"text":"x\n',
      ),
    ).to.include({ state: 'done', taken: 1, faulty: 2 })
    const german = Buffer.from(
      'Frage\tZeit\nKostet die Überfahrt für Hunde etwas?\t05.10.2026 10:00\n',
      'latin1',
    )
    expect(await bring('alt.tsv', german)).to.include({ state: 'done', taken: 1 })
    expect((await imported()).at(-1)).to.include({
      text: 'Kostet die Überfahrt für Hunde etwas?',
      language: 'de',
    })
  })
  const refused: [string, string, string | Buffer, string][] = [
    ['an empty file', 'a.csv', ' ', 'there is nothing in it'],
    [
      'a table without questions',
      'b.csv',
      'when,what\n2026-10-01,x\n',
      'no column holds the questions. It has: when, what. Name one of them “text”',
    ],
    [
      'a table without times',
      'c.csv',
      'text,other\nhello,x\n',
      'no column holds the times. It has: text, other. Name one of them “time”',
    ],
    [
      'a picture',
      'd.csv',
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0, 0, 0, 1]),
      'this is not a text file',
    ],
    [
      'a quotation mark that never ends',
      'e.csv',
      'text,time\n"hello,2026-10-01\nx,y\n',
      'a quotation mark is opened and never closed, at about line 3',
    ],
  ]
  for (const [what, name, content, problem] of refused)
    it(`are refused in plain words: ${what}`, async () =>
      expect(await bring(name, content)).to.include({ state: 'failed', problem, taken: 0 }))
  it('are taken out again with all their questions', async () => {
    const before = (await imported()).length
    const view = (await bring(
      'c2.csv',
      'text,time\nmay I whistle,2026-10-05\nmay I sing,2026-10-05\n',
    )) as LogImportView
    expect((await imported()).length).to.equal(before + 2)
    await lead.delete(`/log/imports/${view.id}`).expect(204)
    expect((await imported()).length).to.equal(before)
    expect(
      ((await lead.get('/log/imports')).body as LogImportView[]).some(({ id }) => id === view.id),
    ).to.equal(false)
  })
  it('leave nothing behind when the server ended in their middle', async () => {
    const row = await janua.tables.logImports.create({
      name: 'x.csv',
      hash: 'f'.repeat(64),
      state: 'reading',
      rows: 9,
      done: 4,
      taken: 4,
      masked: 0,
      faults: [],
      faulty: 0,
      problem: null,
      userId: lead.id,
      createdAt: new Date(),
    })
    await janua.tables.questions.update(
      { importId: row.id },
      { where: { text: 'where is the pier' } },
    )
    await janua.questions.logImports.breakOff()
    expect(await janua.tables.questions.count({ where: { text: 'where is the pier' } })).to.equal(0)
    expect((await janua.tables.logImports.findByPk(row.id))!.problem).to.include(
      'Nothing of it was kept',
    )
  })
  it('ask each wording once, and keep its whole trace once', async () => {
    const many = `text,time\n${Array.from({ length: 3_000 }, (_, i) => `can I bring my ${['dog', 'horse', 'parrot'][i % 3]},2026-10-${String(1 + (i % 28)).padStart(2, '0')}`).join('\n')}\n`
    expect(await bring('many.csv', many)).to.include({ state: 'done', taken: 3_000 })
    const horses = await janua.tables.questions.findAll({
      where: { text: 'can I bring my horse' },
      order: [['id', 'ASC']],
    })
    expect(horses).to.have.length(1_000)
    expect(horses.filter(({ trace }) => trace.terms.length > 0).map(({ id }) => id)).to.eql([
      horses.at(-1)!.id,
    ])
  })
})
