import { expect } from 'chai'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import TopicTools from './TopicTools.vue'

describe('TopicTools', () => {
  const server = new FakeServer()
  let tools: ReturnType<typeof mounted>
  function opened(chosen: string[] = []): void {
    tools = mounted(TopicTools, {
      props: { sheet: { topic: 5, label: 'Bikes', pinned: false }, chosen },
    })
  }
  const isOff = (name: string) =>
    tools.get(`[data-test="${name}"]`).attributes('disabled') !== undefined
  const presses = async (name: string) => {
    await tools.get(`[data-test="${name}"]`).trigger('click')
    await settled()
  }
  beforeEach(() => {
    server.listen()
    server.on('POST', '/topics/5', () => ({ topic: 5 }))
  })
  afterEach(() => tools.unmount())

  it('renames a topic, beginning with its name', async () => {
    opened()
    await presses('topic-rename')
    const name = tools.get('[data-test="topic-name"]')
    expect((name.element as HTMLInputElement).value).to.equal('Bikes')
    await name.setValue('Bicycles')
    await tools.get('form').trigger('submit')
    await settled()
    expect(server.changes.map(({ body }) => body)).to.eql([{ action: 'rename', label: 'Bicycles' }])
    expect(tools.emitted('changed')).to.have.length(1)
    expect(tools.find('[data-test="topic-name"]').exists()).to.equal(false)
  })
  it('keeps the name that was typed when it is refused', async () => {
    opened()
    server.on('POST', '/topics/5', () => 422)
    await presses('topic-rename')
    await tools.get('[data-test="topic-name"]').setValue('Bicycles')
    await tools.get('form').trigger('submit')
    await settled()
    const name = tools.get('[data-test="topic-name"]').element as HTMLInputElement
    expect(name.value).to.equal('Bicycles')
    expect(tools.emitted('changed')).to.equal(undefined)
  })
  it('splits off only what is chosen, and goes to the new topic', async () => {
    opened()
    expect(isOff('topic-split')).to.equal(true)
    tools.unmount()
    opened(['a1', 'b2'])
    expect(tools.text()).to.include('2 questions selected')
    server.on('POST', '/topics/5', () => ({ topic: 9 }))
    await presses('topic-split')
    expect(server.changes.at(-1)!.body).to.eql({ action: 'split', wordings: ['a1', 'b2'] })
    expect(tools.router.currentRoute.value.path).to.equal('/gaps/9')
  })
  it('puts nothing together before another topic is chosen', () => {
    opened(['a1'])
    expect(isOff('topic-merge')).to.equal(true)
  })
})
