import type { StartView } from '@janua/contracts'
import { expect } from 'chai'
import { queryClient } from '../shell/queryClient.ts'
import { FakeServer } from '../testing/fakeServer.ts'
import { mounted } from '../testing/mounted.ts'
import { settled } from '../testing/settled.ts'
import ContentStep from './ContentStep.vue'
import LiveStep from './LiveStep.vue'
import StartPage from './StartPage.vue'
import StartPanel from './StartPanel.vue'
import { originOf } from './useGoLive.ts'

const VIEW: StartView = {
  steps: [
    { name: 'team', state: 'done' },
    { name: 'content', state: 'open' },
    { name: 'try', state: 'skipped' },
    { name: 'people', state: 'open' },
    { name: 'live', state: 'open' },
  ],
  hidden: false,
  team: { name: 'Osk & Fenn', language: 'en' },
  items: 0,
  examples: 0,
  asked: 0,
  people: 1,
  queue: { id: 3, name: 'Support', members: 0 },
  door: {
    id: 7,
    key: 'help',
    title: 'Osk & Fenn',
    colour: '#17506E',
    timeZone: 'Europe/London',
    allowedSites: [],
    published: true,
  },
  ready: 0,
  seen: [],
}

describe('the steps of the first day', () => {
  const server = new FakeServer()
  let shown: ReturnType<typeof mounted>
  beforeEach(() => server.listen())
  afterEach(() => shown.unmount())

  describe('the panel on Today', () => {
    const opened = async (view: Partial<StartView>, role: 'lead' | 'editor' = 'lead') => {
      server.on('GET', '/start', () => ({ ...VIEW, ...view }))
      shown = mounted(StartPanel, { role })
      await settled()
      return shown.find('[data-test="start-panel"]')
    }
    it('says how far the team has come, and what is next', async () => {
      expect((await opened({})).text())
        .to.contain('1 of 5')
        .and.contain('Content')
    })
    it('goes once everything is done, or it is put away', async () => {
      const done = VIEW.steps.map((step) => ({ ...step, state: 'done' as const }))
      expect((await opened({ steps: done })).exists()).to.equal(false)
      shown.unmount()
      expect((await opened({ hidden: true })).exists()).to.equal(false)
    })
    it('is for leads', async () => {
      expect((await opened({}, 'editor')).exists()).to.equal(false)
    })
  })

  describe('the page', () => {
    const opened = async () => {
      shown = mounted(StartPage, { props: { step: null } })
      await settled()
    }
    const withTeam = (state: 'open' | 'done') => ({
      ...VIEW,
      steps: VIEW.steps.map((step) => (step.name === 'team' ? { ...step, state } : step)),
    })
    const here = () => shown.get('[aria-current="step"]').text()

    it('shows the first step that is not done, and stays with it until somebody goes on', async () => {
      server.on('GET', '/start', () => withTeam('open'))
      await opened()
      expect(here()).to.contain('Team')
      // Somebody else has done it meanwhile, or it is heard of before the form is told.
      server.on('GET', '/start', () => withTeam('done'))
      await queryClient.refetchQueries()
      await settled()
      expect(shown.get('[data-test="start-done"]').text()).to.contain('1 of 5')
      expect(here()).to.contain('Team')
    })
    it('goes on to the step after the one that is shown', async () => {
      server.on('GET', '/start', () => VIEW)
      await opened()
      expect(here()).to.contain('Content')
      await shown.get('[data-test="next"]').trigger('click')
      await settled()
      expect(shown.router.currentRoute.value.path).to.equal('/start/try')
    })
  })

  describe('content', () => {
    const pastes = async (text: string) => {
      shown = mounted(ContentStep, { props: { view: VIEW } })
      await shown.findAll('[data-test="content-way"] button')[1]!.trigger('click')
      await shown.get('[data-test="pasted"]').setValue(text)
    }
    it('makes an article of each pasted question', async () => {
      server.on('POST', '/articles', () => ({ id: 1 }))
      await pastes('Dogs?\nYes.\n\nBikes?\nSix euros.')
      await shown.get('[data-test="add-pasted"]').trigger('click')
      await settled()
      expect(server.changes.map(({ body }) => [body.title, body.body, body.ready])).to.eql([
        ['Dogs?', 'Yes.', true],
        ['Bikes?', 'Six euros.', true],
      ])
      expect(shown.emitted('changed')).to.have.length(1)
    })
    it('keeps what was pasted where it could not be stored', async () => {
      server.on('POST', '/articles', () => 500)
      await pastes('Dogs?\nYes.')
      await shown.get('[data-test="add-pasted"]').trigger('click')
      await settled()
      const field = shown.get('[data-test="pasted"]').element as unknown as HTMLTextAreaElement
      expect(field.value).to.contain('Dogs?')
    })
    it('says how to write it where no question is found', async () => {
      await pastes('Just some words.')
      expect(shown.text()).to.contain('No question found')
      expect(shown.get('[data-test="add-pasted"]').attributes('disabled')).not.to.equal(undefined)
    })
  })

  describe('going live', () => {
    it('takes an address as people type it', () => {
      expect(originOf('www.osk.example/help?x=1')).to.equal('https://www.osk.example')
      expect(originOf('http://osk.example:8080/')).to.equal('http://osk.example:8080')
      expect(originOf('not a site')).to.equal('not a site')
    })
    it('shows a sighting of an allowed site alone', () => {
      const seen = [
        { site: 'https://elsewhere.example', at: new Date().toISOString() },
        { site: 'https://www.osk.example', at: new Date().toISOString() },
      ]
      const door = { ...VIEW.door!, allowedSites: ['https://www.osk.example'] }
      shown = mounted(LiveStep, { props: { view: { ...VIEW, door, seen } } })
      expect(shown.get('[data-test="seen"]').text()).to.contain('https://www.osk.example')
      shown.unmount()
      shown = mounted(LiveStep, { props: { view: { ...VIEW, seen } } })
      expect(shown.find('[data-test="seen"]').exists()).to.equal(false)
      expect(shown.get('[data-test="not-seen"]').text()).to.contain('Waiting')
    })
  })
})
