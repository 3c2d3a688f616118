import type {
  AnswerData,
  SignedIn,
  ToJudge,
  Verdict,
  VerdictInput,
  WhyView,
} from '@janua/contracts'
import { type Block, blocksText, fingerprint, maskPrivate, type Source } from '@janua/core'
import type { Audit } from '../accounts/audit.ts'
import type { Clock } from '../../platform/clock.ts'
import { leftUnsettled, normOf } from '../conversations/respond.ts'
import type { Threads } from '../conversations/thread.ts'
import type { Desk } from '../handover/desk.ts'
import { problem } from '../../platform/http/problems.ts'
import type { Articles } from '../library/articles.ts'
import type { AllTables } from '../../allTables.ts'

interface Needs {
  tables: AllTables
  threads: Threads
  desk: Desk
  articles: Articles
  rollup: { mark(at: Date, transaction?: import('sequelize').Transaction): Promise<void> }
  audit: Audit
  clock: Clock
}

/** What was said from a source, as a lead judges it. */
export function saidFrom(
  { item, revision, ordinal, title, path }: Source,
  blocks: readonly Block[],
): Pick<ToJudge, 'item' | 'revision' | 'ordinal' | 'title' | 'path' | 'print' | 'said'> {
  const said = blocksText(blocks)
  return { item, revision, ordinal, title, path, print: fingerprint(said), said }
}

/** What people of the team say of the assistant's answers, and what they propose to teach it. */
export class Judgements {
  constructor(private readonly needs: Needs) {}

  /** Why a question came out as it did; agents see that of conversations that they may read. */
  async why(user: SignedIn, questionId: number): Promise<WhyView> {
    const question = await this.needs.tables.questions.findByPk(questionId)
    if (!question) throw problem('MESSAGE_NOT_FOUND')
    if (user.role === 'agent') await this.needs.desk.mustRead(user, question.conversationId ?? 0)
    const { outcome, confidence, releaseId, trace } = question
    return { outcome, confidence, release: releaseId, trace }
  }

  /** Judges an answer of a conversation that the person may read. A wrong answer comes onto the mending list. */
  async judge(
    user: SignedIn,
    conversation: number,
    messageId: number,
    verdict: Verdict,
  ): Promise<void> {
    const { tables, threads, desk, rollup, clock } = this.needs
    await desk.mustRead(user, conversation)
    await threads.change(conversation, async (_locked, transaction) => {
      const message = await tables.messages.findOne({
        where: { id: messageId, conversationId: conversation, kind: 'answer' },
        transaction,
      })
      if (!message) throw problem('MESSAGE_NOT_FOUND')
      const data = message.data as unknown as AnswerData
      const questionId = data.question
      const question = await tables.questions.findByPk(questionId, { transaction })
      const { text, norm, doorId, itemId, revisionId, ordinal, confidence } = question!
      const print = fingerprint(blocksText(data.blocks))
      await tables.judgements.create(
        {
          questionId,
          userId: user.id,
          role: user.role,
          verdict,
          text,
          norm,
          doorId,
          itemId,
          revisionId,
          ordinal,
          print,
          confidence,
          origin: 'desk',
          createdAt: clock.now(),
        },
        { transaction },
      )
      const standing = await this.standing(questionId, transaction)
      await message.update({ data: { ...data, judged: standing } }, { transaction })
      await question!.update(
        { unsettled: standing === 'wrong' || leftUnsettled(question!) },
        { transaction },
      )
      await rollup.mark(question!.askedAt, transaction)
    })
  }

  /** Judges an answer outside a conversation: of a rehearsal, a replay, or of those chosen to set the threshold. */
  async judgeAnswer(
    user: SignedIn,
    { item, revision, door, wanted, wantedId, text, question, ...given }: VerdictInput,
  ): Promise<void> {
    const masked = maskPrivate(text)
    await this.needs.tables.judgements.create({
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
      createdAt: this.needs.clock.now(),
    })
    const asked = question === null ? null : await this.needs.tables.questions.findByPk(question)
    if (asked) await this.needs.rollup.mark(asked.askedAt)
  }

  /** Proposes a phrasing: it goes into the draft as a change in work, for a lead or editor to look at. */
  async propose(
    user: SignedIn,
    conversation: number,
    item: number,
    phrasing: string,
  ): Promise<void> {
    await this.needs.desk.mustRead(user, conversation)
    const { title } = await this.needs.articles.teach(user, item, phrasing, false)
    await this.needs.audit.note(user, 'proposed a phrasing', title, {
      item,
      phrasing,
      conversation,
    })
  }

  private async standing(
    questionId: number,
    transaction: import('sequelize').Transaction,
  ): Promise<Verdict> {
    const all = await this.needs.tables.judgements.findAll({
      where: { questionId },
      order: [['id', 'DESC']],
      transaction,
    })
    return (all.find(({ role }) => role === 'lead') ?? all[0]!).verdict
  }
}
