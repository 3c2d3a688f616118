import type { Browser } from './browser.ts'
import { pictureFailures } from './failures.ts'
import { demoApp } from './testApp.ts'
import { asks, signedIn, visitorAt } from './people.ts'

/** The first app of a run loads the demo. */
const LOADING_MS = 900_000

/** The demo with its lead at one browser and a visitor at another, for the journey that this is called in. */
export class LeadAndVisitor {
  app!: Awaited<ReturnType<typeof demoApp>>
  lead!: Browser
  visitor!: Browser

  /** @param first what has to be there before Janua starts */
  constructor(first: () => Promise<void> = () => Promise.resolve()) {
    const open = async () => {
      await first()
      this.app = await demoApp()
      ;[this.lead, this.visitor] = await Promise.all([
        signedIn(this.app.url, 'ines'),
        visitorAt(`${this.app.url}/demo/help`),
      ])
    }
    before(function () {
      this.timeout(LOADING_MS)
      return open()
    })
    const { pictures } = this
    afterEach(function () {
      return pictures(this.currentTest)
    })
    after(async () => {
      await Promise.all([this.lead, this.visitor].map((browser) => browser?.close()))
      await this.app?.stop()
    })
  }

  private readonly pictures = (test: Mocha.Test | undefined) =>
    pictureFailures(test, { lead: this.lead, visitor: this.visitor })

  /** What the visitor is answered. */
  async visitorGets(question: string): Promise<string> {
    await asks(this.visitor, question)
    return (await this.visitor.all('answer')).at(-1) ?? ''
  }
}
