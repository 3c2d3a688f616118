import type {
  Rehearsed,
  RehearsalInput,
  RehearsedMessage,
  RehearsedQuestion,
} from '@janua/contracts'
import { type AskedQuestion, type ReleaseIndex, type Reply, sideOf } from '@janua/core'
import type { Clock } from '../../platform/clock.ts'
import { problem } from '../../platform/http/problems.ts'
import { play, routed } from './playing.ts'
import {
  answerText,
  type CompiledRelease,
  type EngineHost,
  normOf,
  type OpenDoor,
  understood,
} from '../answering/index.ts'
import type { HandoverViews } from '../handover/index.ts'
import { type QuestionViews, LatestReviews } from '../questions/index.ts'

interface Dependencies {
  read: Pick<HandoverViews, 'queues'> & Pick<QuestionViews, 'reviews'>
  engine: EngineHost
  clock: Clock
}

/** So many rungs of the ladder are shown with their text. */
const PASSAGES = 6
const LETTERS = 1_200

/** A whole conversation asked of the draft or any release, at a door and a moment, with why each answer came. */
export class Rehearsal {
  constructor(private readonly dependencies: Dependencies) {}

  async ask({
    messages,
    door: doorId,
    release,
    at,
    language,
    told,
  }: RehearsalInput): Promise<Rehearsed> {
    const { engine, clock } = this.dependencies
    const compiled = release === null ? await engine.draft() : await engine.release(release)
    const door = compiled.doors.find(({ id }) => id === doorId)
    if (!door) throw problem('DOOR_NOT_FOUND', String(doorId))
    const played = { messages, language, told, at: at === null ? clock.now() : new Date(at) }
    const began = performance.now()
    const replies = await understood(compiled.index, () => play(compiled, door, played))
    const milliseconds = (performance.now() - began) / messages.length
    const latest = await LatestReviews.of(
      this.dependencies.read,
      replies.flatMap(({ asked }) => asked.map(({ text }) => normOf(text))),
    )
    const shown = replies.map(async (reply, i): Promise<RehearsedMessage> => {
      const upToHere = { ...played, messages: messages.slice(0, i + 1) }
      return {
        text: messages[i]!,
        smallTalk: reply.smallTalk?.replies ?? null,
        wantsPerson: reply.wantsPerson,
        asked: reply.asked.map((asked) =>
          this.question(asked, { door, index: compiled.index, language, latest }),
        ),
        queue: await this.queue(compiled, door, replies.slice(0, i + 1), upToHere),
        milliseconds,
      }
    })
    return { release: compiled.number, messages: await Promise.all(shown) }
  }

  private question(
    { text, carried, replies, answer }: AskedQuestion,
    {
      door,
      index,
      language,
      latest,
    }: { door: OpenDoor; index: ReleaseIndex; language: 'en' | 'de'; latest: LatestReviews },
  ): RehearsedQuestion {
    const reviewed = latest.reviewOf(normOf(text), sideOf(answer))?.verdict ?? null
    const passages = answer.trace.candidates
      .slice(0, PASSAGES)
      .map(({ item, ordinal }) => passageText(index, item, ordinal))
    return {
      text,
      answer,
      reviewed,
      passages,
      said: answerText(answer, door, language),
      ...(carried && { carried }),
      ...(replies && { replies }),
    }
  }

  private async queue(
    release: CompiledRelease,
    door: OpenDoor,
    replies: readonly Reply[],
    played: Parameters<typeof routed>[3],
  ): Promise<RehearsedMessage['queue']> {
    const to = routed(release, door, replies, played)
    const queue = to && (await this.dependencies.read.queues.find(to.queue))
    return queue ? { id: queue.id, name: queue.name, because: to.because } : null
  }
}

function passageText(index: ReleaseIndex, item: number, ordinal: number): string {
  const doc = index.docAt(item, ordinal)
  return doc === undefined ? '' : index.passage(doc).passage.text.slice(0, LETTERS)
}
