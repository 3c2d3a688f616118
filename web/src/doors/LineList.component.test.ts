import { expect } from 'chai'
import { mounted } from '../testing/mounted.ts'
import LineList from './LineList.vue'

describe('LineList', () => {
  let list: ReturnType<typeof mounted>
  let lines: string[]
  async function opened(of: string[], most = 4): Promise<void> {
    lines = of
    const show = async (next: string[]) => {
      lines = next
      await list.setProps({ modelValue: next })
    }
    list = mounted(LineList, {
      props: { modelValue: of, label: 'Questions', most, 'onUpdate:modelValue': show },
    })
  }
  const press = (name: string) => list.get(`[aria-label="${name}"]`).trigger('click')
  const isOff = (name: string) =>
    list.get(`[aria-label="${name}"]`).attributes('disabled') !== undefined
  afterEach(() => list.unmount())

  it('moves a line up and down, and no further than the ends', async () => {
    await opened(['one', 'two', 'three'])
    await press('Move “two” up')
    expect(lines).to.eql(['two', 'one', 'three'])
    await press('Move “two” down')
    expect(lines).to.eql(['one', 'two', 'three'])
    expect([isOff('Move “one” up'), isOff('Move “three” down')]).to.eql([true, true])
  })
  it('removes the line that was meant, also of two that read the same', async () => {
    await opened(['one', 'two', 'two'])
    await list.findAll('[aria-label="Remove “two”"]')[1]!.trigger('click')
    await list.get('[aria-label="Questions, 2"]').setValue('zwei')
    expect(lines).to.eql(['one', 'zwei'])
  })
  it('adds lines up to the most that there may be', async () => {
    await opened(['one'], 2)
    const add = () => list.findAll('button').find((button) => button.text() === 'Add a line')
    await add()!.trigger('click')
    expect(lines).to.eql(['one', ''])
    expect(add()).to.equal(undefined)
  })
})
