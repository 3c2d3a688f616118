import type { Transaction } from 'sequelize'
import type {
  AnswerData,
  SignedIn,
  ToReview,
  Verdict,
  VerdictInput,
  WhyView,
} from '@janua/contracts'
import { type Block, blocksText, fingerprint, maskPrivate, type Source } from '@janua/core'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import type { QuestionTables } from './tables.ts'
import type { Audit } from '../accounts/index.ts'
import { leftUnsettled, normOf } from '../answering/index.ts'
import type { Articles } from '../library/index.ts'

export interface ReviewPorts {
  /** @throws when this person may not read the conversation */
  mayRead: (user: SignedIn, conversation: number) => Promise<unknown>
  /** Notes something at an answer of a conversation. */
  amendAnswer: (
    conversation: number,
    messageId: number,
    work: (answer: AnswerData, transaction: Transaction) => Promise<Partial<AnswerData>>,
  ) => Promise<void>
}

interface Dependencies extends ReviewPorts {
  tables: QuestionTables
  articles: Pick<Articles, 'teach'>
  /** The figures of the time have to be counted again. */
  mark: (at: Date, transaction?: Transaction) => Promise<void>
  audit: Audit
  clock: Clock
}

/** What was said from a source, as a lead reviews it. */
export function saidFrom(
  { item, revision, ordinal, title, path }: Source,
  blocks: readonly Block[],
): Pick<ToReview, 'item' | 'revision' | 'ordinal' | 'title' | 'path' | 'print' | 'said'> {
  const said = blocksText(blocks)
  return { item, revision, ordinal, title, path, print: fingerprint(said), said }
}

/** What people of the team say of the assistant's answers, and what they propose to teach it. */
export class Reviews {
  constructor(private readonly dependencies: Dependencies) {}

  /** Why a question came out as it did; agents see that of conversations that they may read. */
  async why(user: SignedIn, questionId: number): Promise<WhyView> {
    const question = await this.dependencies.tables.questions.findByPk(questionId)
    if (!question) throw problem('MESSAGE_NOT_FOUND')
    if (user.role === 'agent') await this.dependencies.mayRead(user, question.conversationId ?? 0)
    const { outcome, confidence, releaseId, trace } = question
    return { outcome, confidence, release: releaseId, trace }
  }

  /** Reviews an answer of a conversation that the person may read. A wrong answer comes onto the list of what to fix. */
  async review(
    user: SignedIn,
    conversation: number,
    messageId: number,
    verdict: Verdict,
  ): Promise<void> {
    const { tables, mayRead, amendAnswer, mark, clock } = this.dependencies
    await mayRead(user, conversation)
    await amendAnswer(conversation, messageId, async ({ question: id, blocks }, transaction) => {
      const question = (await tables.questions.findByPk(id, { transaction }))!
      const { text, norm, doorId, itemId, revisionId, ordinal, confidence } = question
      await tables.reviews.create(
        {
          questionId: id,
          userId: user.id,
          role: user.role,
          verdict,
          text,
          norm,
          doorId,
          itemId,
          revisionId,
          ordinal,
          print: fingerprint(blocksText(blocks)),
          confidence,
          origin: 'desk',
          createdAt: clock.now(),
        },
        { transaction },
      )
      const latest = await this.verdictOf(id, transaction)
      const unsettled = latest === 'wrong' || leftUnsettled(question)
      await question.update({ unsettled }, { transaction })
      await mark(question.askedAt, transaction)
      return { reviewed: latest }
    })
  }

  /** Reviews an answer outside a conversation: of a rehearsal, a replay, or of those chosen to set the threshold. */
  async reviewAnswer(
    user: SignedIn,
    { item, revision, door, wanted, wantedId, text, question, ...given }: VerdictInput,
  ): Promise<void> {
    const masked = maskPrivate(text)
    await this.dependencies.tables.reviews.create({
      ...given,
      text: masked,
      norm: normOf(masked),
      questionId: question,
      userId: user.id,
      role: user.role,
      doorId: door,
      itemId: item,
      revisionId: revision,
      wanted,
      wantedId,
      createdAt: this.dependencies.clock.now(),
    })
    const asked =
      question === null ? null : await this.dependencies.tables.questions.findByPk(question)
    if (asked) await this.dependencies.mark(asked.askedAt)
  }

  /** Proposes a phrasing: it goes into the draft as a change in work, for a lead or editor to look at. */
  async propose(
    user: SignedIn,
    conversation: number,
    item: number,
    phrasing: string,
  ): Promise<void> {
    await this.dependencies.mayRead(user, conversation)
    const { title } = await this.dependencies.articles.teach(user, item, phrasing, false)
    await this.dependencies.audit.note(user, 'proposed a phrasing', title, {
      item,
      phrasing,
      conversation,
    })
  }

  private async verdictOf(questionId: number, transaction: Transaction): Promise<Verdict> {
    const all = await this.dependencies.tables.reviews.findAll({
      where: { questionId },
      order: [['id', 'DESC']],
      transaction,
    })
    return (all.find(({ role }) => role === 'lead') ?? all[0]!).verdict
  }
}
