import type { DoorRules } from '@janua/contracts'
import { expect } from 'chai'
import { nextTick, reactive } from 'vue'
import { mounted } from '../testing/mounted.ts'
import HandoverRulesPanel from './HandoverRulesPanel.vue'

describe('HandoverRulesPanel', () => {
  let panel: ReturnType<typeof mounted>
  let rules: DoorRules
  const detail = (field: string, kind = 'short') => ({
    field,
    label: { en: `Your ${field}`, de: `Ihre ${field}` },
    kind,
    required: false,
    choices: [],
  })
  function opened(change: object = {}): void {
    rules = reactive({
      handOver: {
        when: {
          asked: 'hand over',
          unknown: 'offer',
          'unknown again': 'hand over',
          'voted down': 'offer',
          tone: 'offer',
        },
        toneAtLeast: 0.5,
        always: [],
        never: [],
        ask: [],
        ...change,
      },
      idle: { waitMinutes: 5, nudgeMinutes: 5, closeMinutes: 5, resumeDays: 7, rating: true },
    }) as unknown as DoorRules
    panel = mounted(HandoverRulesPanel, { props: { modelValue: rules, language: 'en' } })
  }
  const press = async (name: string) => {
    await panel.get(`[aria-label="${name}"]`).trigger('click')
    await nextTick()
  }
  const add = async (label: string) => {
    const button = panel.findAll('button').find((each) => each.text() === label)
    await button!.trigger('click')
  }
  const asked = () => rules.handOver.ask.map(({ field }) => field)
  afterEach(() => panel.unmount())

  it('names every sign, and lets tone alone have a height', () => {
    opened()
    for (const sign of Object.keys(rules.handOver.when))
      expect(panel.find(`[data-test="sign-${sign}"]`).exists(), sign).to.equal(true)
    expect(panel.findAll('[aria-label="Tone from"]')).to.have.length(1)
  })
  it('asks for details in their order', async () => {
    opened({ ask: [detail('booking'), detail('date')] })
    await press('Move detail 2 up')
    expect(asked()).to.eql(['date', 'booking'])
    await press('Remove detail 1')
    expect(asked()).to.eql(['booking'])
  })
  it('asks for eight details at the most', async () => {
    opened({ ask: Array.from({ length: 7 }, (_, i) => detail(`d${i}`)) })
    await add('Add a detail')
    expect(asked()).to.have.length(8)
    expect(panel.text()).not.to.include('Add a detail')
  })
  it('keeps choices to details that are a choice', async () => {
    opened({ ask: [detail('port', 'choice'), detail('date')] })
    await add('Add a choice')
    expect(rules.handOver.ask.map(({ choices }) => choices.length)).to.eql([1, 0])
    expect(panel.findAll('[data-test="intake"]')[1]!.text()).not.to.include('Add a choice')
  })
  it('says of a subject by which words it is known', async () => {
    opened()
    await panel.get('[data-test="add-always"]').trigger('click')
    expect(rules.handOver.always).to.eql([{ about: '', phrases: [''] }])
    expect(rules.handOver.never).to.eql([])
  })
})
