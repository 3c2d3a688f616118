import { expect } from 'chai'
import type { OpenJanua } from '../../../../demo/allTables.ts'
import { article, freshJanua, member, openTestApp, publishAll } from '../../testing/harness.ts'

const verbs = ['Change', 'Cancel', 'Book', 'Insure']
const things = ['ticket', 'bicycle', 'cabin', 'parking place', 'pallet']
const SHELF = verbs.flatMap((verb) =>
  things.map((thing) =>
    article(
      `${verb} a ${thing}`,
      `To ${verb.toLowerCase()} your ${thing}, call us a day before. The ${thing} desk opens early on weekdays, and somebody ${verb.toLowerCase()}s it for you.\n`,
      [`I want to ${verb.toLowerCase()} my ${thing}`],
    ),
  ),
)

describe('learning', () => {
  let janua: OpenJanua
  let close: () => Promise<void>
  before(async () => {
    ;({ janua, close } = await freshJanua())
    await openTestApp(janua, SHELF)
  })
  after(() => close())
  const models = () => janua.tables.engineModels.findAll({ order: [['id', 'ASC']] })
  const modelOf = async (release: number) =>
    (await janua.tables.releases.findByPk(release))!.modelId

  it('leaves a release that was published before anything was learnt to the model that ships', async () => {
    expect(await modelOf(1)).to.equal(null)
    expect((await janua.answering.engine.release(1)).model).to.equal(undefined)
  })
  it('learns from the draft by itself, once for the same content', async () => {
    await janua.answering.learning.learn()
    await janua.answering.learning.learn()
    const [made, ...others] = await models()
    expect(others).to.eql([])
    expect(made!.cases).to.be.greaterThan(60)
    expect((await janua.answering.engine.draft()).model).to.deep.equal(made!.model)
    expect((await janua.answering.engine.release(1)).model).to.equal(undefined)
  })
  it('is frozen in the next release, and stays so when more is learnt', async () => {
    const lead = await member(janua, 'lead')
    await lead
      .post('/articles', article('Swim beside the boat', 'Nobody may swim beside the boat.\n'))
      .expect(201)
    const number = await publishAll(janua)
    const [first] = await models()
    expect(await modelOf(number)).to.equal(first!.id)
    await janua.answering.learning.learn()
    expect(await models()).to.have.length(2)
    expect(await modelOf(number)).to.equal(first!.id)
    expect((await janua.answering.engine.release(number)).model).to.deep.equal(first!.model)
  })
  it('waits until the draft is still', async () => {
    const lead = await member(janua, 'lead')
    await lead.post('/articles', article('Dive', 'Nobody may dive from the boat.\n')).expect(201)
    await janua.answering.learning.tick()
    expect(await models()).to.have.length(2)
    await janua.answering.learning.tick()
    expect(await models()).to.have.length(3)
  })
})
