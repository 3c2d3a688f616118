import type { Browser } from './browser.ts'
import { pictureFailures } from './failures.ts'
import { demoHouse } from './house.ts'
import { asks, signedIn, visitorAt } from './people.ts'

/** The first house of a run loads the demo. */
const LOADING_MS = 900_000

/** The demo with its lead at one browser and a visitor at another, for the journey that this is called in. */
export class LeadAndVisitor {
  house!: Awaited<ReturnType<typeof demoHouse>>
  lead!: Browser
  visitor!: Browser

  /** @param first what has to be there before Janua starts */
  constructor(first: () => Promise<void> = () => Promise.resolve()) {
    const open = async () => {
      await first()
      this.house = await demoHouse()
      ;[this.lead, this.visitor] = await Promise.all([
        signedIn(this.house.url, 'ines'),
        visitorAt(`${this.house.url}/demo/help`),
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
      await this.house?.stop()
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
