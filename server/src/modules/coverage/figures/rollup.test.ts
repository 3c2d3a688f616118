import { pick, seeded } from '@janua/core'
import { expect } from 'chai'
import { QueryTypes } from 'sequelize'
import type { OpenJanua } from '../../../../../demo/allTables.ts'
import { freshJanua, openTestApp, type TestClock } from '../../../testing/harness.ts'
import { expectedRight } from '../../questions/expectedRight.ts'
import type { FigureRow } from '../tables.ts'

/** A log of made-up rows: the figures do not care how it came about. */
async function fill(
  janua: OpenJanua,
  door: number,
  { from, days, n, seed }: { from: string; days: number; n: number; seed: number },
): Promise<void> {
  const random = seeded(seed)
  const at = () => new Date(Date.parse(from) + random() * days * 86_400_000)
  for (let i = 0; i < n; i++) {
    const createdAt = at()
    const visitor = await janua.tables.visitors.create({
      tokenHash: `${seed} ${i}`.padEnd(64, 'x'),
      createdAt,
    })
    const isOpen = random() < 0.1
    const conversation = await janua.tables.conversations.create({
      doorId: door,
      visitorId: visitor.id,
      state: isOpen ? 'assistant' : 'closed',
      version: 1,
      seq: 1,
      language: pick(['en', 'de'] as const, random),
      subject: '',
      lastAt: createdAt,
      lastBy: 'visitor',
      closedAt: isOpen ? null : new Date(+createdAt + 60_000),
      createdAt,
    })
    for (let q = 0; q < 1 + Math.floor(random() * 3); q++) {
      const outcome = pick(
        ['answered', 'answered', 'suggested', 'unanswered', 'clarifying', 'declined'] as const,
        random,
      )
      const question = await janua.tables.questions.create({
        conversationId: conversation.id,
        releaseId: 1,
        doorId: door,
        text: 'x',
        norm: `x ${Math.floor(random() * 9)}`,
        language: conversation.language,
        outcome,
        kind:
          outcome === 'answered' ? pick(['passage', 'fixed', 'elsewhere'] as const, random) : null,
        confidence: random(),
        vote: random() < 0.2 ? pick([1, -1], random) : null,
        wantsPerson: random() < 0.1,
        unsettled: false,
        trace: {
          terms: [],
          days: [],
          candidates: [],
          threshold: 0.6,
          leftOut: [],
          rule: 'nothing found',
          passages: 0,
        },
        askedAt: new Date(+createdAt + q * 1_000),
        openedAt: random() < 0.1 ? createdAt : null,
      })
      if (random() < 0.2)
        await janua.tables.reviews.create({
          questionId: question.id,
          role: pick(['lead', 'agent'] as const, random),
          verdict: pick(
            ['right', 'wrong', 'partly', 'rightly silent', 'not a question'] as const,
            random,
          ),
          text: 'x',
          norm: question.norm,
          origin: 'log',
          confidence: question.confidence,
          createdAt,
        })
    }
  }
}

describe('roll-ups', () => {
  let janua: OpenJanua
  let clock: TestClock
  let close: () => Promise<void>
  let door: number
  before(async () => {
    ;({ janua, clock, close } = await freshJanua())
    ;({ door } = await openTestApp(janua))
    await janua.questions.reporting.set({
      zone: 'Europe/London',
      returnDays: 7,
      handleMinutes: null,
      costPerHour: null,
      currency: '€',
    })
    // Over the night in which the clocks go back.
    await fill(janua, door, { from: '2026-10-19T00:00:00Z', days: 14, n: 120, seed: 11 })
    await janua.coverage.rollup.settle()
  })
  after(() => close())

  const all = async () =>
    (await janua.tables.figures.findAll({
      raw: true,
      order: [
        ['span', 'ASC'],
        ['dimension', 'ASC'],
        ['name', 'ASC'],
        ['starts', 'ASC'],
      ],
    })) as unknown as FigureRow[]
  const select = <T extends object>(sql: string) =>
    janua.db.query<T>(sql, { type: QueryTypes.SELECT })
  const standing =
    "(SELECT j.verdict FROM reviews j WHERE j.question_id = q.id ORDER BY j.role = 'lead' DESC, j.id DESC LIMIT 1)"
  const counted = `questions q WHERE COALESCE(${standing}, '') <> 'not a question'`

  it('equal counting from scratch, by every dimension', async () => {
    const columns: Record<string, string> = {
      door: 'q.door_id',
      release: 'q.release_id',
      language: 'q.language',
      channel: 'q.channel',
    }
    for (const [dimension, column] of Object.entries(columns)) {
      const truth = await select<Record<string, number>>(
        `SELECT ${column} AS name, COUNT(*) AS questions, SUM(q.outcome = 'answered' AND q.kind <> 'elsewhere') AS answered, SUM(q.kind = 'elsewhere') AS elsewhere, SUM(q.outcome = 'declined') AS declined, SUM(q.vote = 1) AS up, SUM(q.opened_at IS NOT NULL) AS opened FROM ${counted} GROUP BY ${column}`,
      )
      for (const { name, ...sums } of truth) {
        const own = (await all()).filter(
          (figure) =>
            figure.span === 'day' && figure.dimension === dimension && figure.name === String(name),
        )
        for (const [what, n] of Object.entries(sums))
          expect(
            own.reduce((sum, figure) => sum + Number(figure[what as keyof FigureRow]), 0),
            `${dimension} ${name} ${what}`,
          ).to.equal(Number(n ?? 0))
      }
    }
  })
  it('put each question on the day that the wall showed, also in the night of 25 hours', async () => {
    const london = new Intl.DateTimeFormat('en-CA', { timeZone: 'Europe/London' })
    const truth = new Map<string, number>()
    for (const { at } of await select<{ at: Date }>(`SELECT q.asked_at AS at FROM ${counted}`))
      truth.set(london.format(new Date(at)), (truth.get(london.format(new Date(at))) ?? 0) + 1)
    const days = (await all()).filter(
      ({ span, dimension }) => span === 'day' && dimension === 'all',
    )
    expect(
      new Map(
        days
          .filter(({ questions }) => questions > 0)
          .map(({ starts, questions }) => [String(starts), questions]),
      ),
    ).to.eql(new Map([...truth].sort()))
  })
  it('have weeks that are the sums of their days', async () => {
    const figures = await all()
    for (const week of figures.filter(
      ({ span, dimension }) =>
        span === 'week' &&
        ['all', 'every', 'door', 'release', 'language', 'channel'].includes(dimension),
    )) {
      const days = figures.filter(
        ({ span, dimension, name, week: of }) =>
          span === 'day' && dimension === week.dimension && name === week.name && of === week.week,
      )
      for (const what of [
        'questions',
        'answered',
        'unanswered',
        'reviewed',
        'ended',
        'contained',
      ] as const)
        expect(days.reduce((sum, day) => sum + day[what], 0)).to.equal(week[what])
      expect(days.reduce((sum, day) => sum + day.right, 0)).to.be.closeTo(week.right, 1e-6)
    }
  })
  it('count what is right as counting it question by question does', async () => {
    const right = (language: string) =>
      all().then((figures) =>
        figures
          .filter(
            ({ span, dimension, name }) =>
              span === 'week' && dimension === 'language' && name === language,
          )
          .reduce((sum, figure) => sum + figure.right, 0),
      )
    const found = await expectedRight(janua.db, {
      by: "q.language = 'de'",
      where: 'q.door_id = :door',
      replacements: { door },
    })
    const n = await select<{ german: number; n: number }>(
      `SELECT q.language = 'de' AS german, COUNT(*) AS n FROM ${counted} GROUP BY 1`,
    )
    expect(new Map([...found].map(([german, each]) => [german, each.n]))).to.eql(
      new Map(n.map((each) => [each.german, Number(each.n)])),
    )
    expect(found.get(1)!.right).to.be.closeTo(await right('de'), 1e-6)
    expect(found.get(0)!.right)
      .to.be.closeTo(await right('en'), 1e-6)
      .and.greaterThan(10)
  })
  it('count containment and resolution by their definitions', async () => {
    const [{ ended, contained }] = (await select<{ ended: number; contained: number }>(
      "SELECT COUNT(*) AS ended, SUM(NOT EXISTS (SELECT 1 FROM messages m WHERE m.conversation_id = c.id AND m.kind = 'taken')) AS contained FROM conversations c WHERE c.state = 'closed' AND EXISTS (SELECT 1 FROM questions q WHERE q.conversation_id = c.id)",
    )) as [{ ended: number; contained: number }]
    const weeks = (await all()).filter(
      ({ span, dimension }) => span === 'week' && dimension === 'all',
    )
    expect(weeks.reduce((sum, week) => sum + week.ended, 0)).to.equal(Number(ended))
    expect(weeks.reduce((sum, week) => sum + week.contained, 0)).to.equal(Number(contained))
    for (const week of weeks) expect(week.resolved).to.be.at.most(week.contained)
  })
  it('come out the same when made anew', async () => {
    const before = await all()
    await janua.coverage.rollup.rebuild()
    expect(await all()).to.eql(before)
  })
  it('do nothing when nothing changed', async () =>
    expect(await janua.coverage.rollup.settle()).to.equal(false))
  it('take in what came since, and what was reviewed, as a rebuild would', async () => {
    await fill(janua, door, { from: '2026-11-16T00:00:00Z', days: 5, n: 20, seed: 12 })
    const { id, askedAt } = (await janua.tables.questions.findOne({
      where: { outcome: 'answered' },
      order: [['id', 'ASC']],
    }))!
    await janua.tables.reviews.create({
      questionId: id,
      role: 'lead',
      verdict: 'wrong',
      text: 'x',
      norm: 'x',
      origin: 'log',
      createdAt: clock.now(),
    })
    await janua.coverage.rollup.mark(askedAt)
    expect(await janua.coverage.rollup.settle()).to.equal(true)
    const kept = await all()
    // Reviews came with the rows, so what confidence is worth may move: counts must not.
    await janua.coverage.rollup.rebuild()
    const counts = (figures: FigureRow[]) =>
      figures.map(({ right: _right, low: _low, high: _high, ...figure }) => figure)
    expect(counts(await all())).to.eql(counts(kept))
  })
  it('make the same figures after they were broken off half-way', async () => {
    const before = await all()
    // As a kill leaves it: some weeks written, some not, and what was seen not yet noted.
    await janua.tables.figures.destroy({ where: { week: '2026-10-19' } })
    await janua.tables.figures.update(
      { questions: 0 },
      { where: { week: '2026-11-16', span: 'day' } },
    )
    await janua.settings.remove('figures')
    await janua.coverage.rollup.settle()
    expect(await all()).to.eql(before)
  })
  it('are counted anew in another time zone', async () => {
    await janua.questions.reporting.set({
      zone: 'Pacific/Auckland',
      returnDays: 7,
      handleMinutes: null,
      costPerHour: null,
      currency: '€',
    })
    const before = (await all())
      .filter(({ span, dimension }) => span === 'week' && dimension === 'all')
      .reduce((sum, { questions }) => sum + questions, 0)
    expect(await janua.coverage.rollup.settle()).to.equal(true)
    const after = (await all())
      .filter(({ span, dimension }) => span === 'week' && dimension === 'all')
      .reduce((sum, { questions }) => sum + questions, 0)
    expect(after).to.equal(before)
  })
})
