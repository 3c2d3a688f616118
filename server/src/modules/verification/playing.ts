import {
  converse,
  hourIn,
  maskPrivate,
  type Reply,
  route,
  type Routed,
  situationOf,
} from '@janua/core'
import {
  type CompiledRelease,
  leftUnsettled,
  type OpenDoor,
  settingsAt,
} from '../answering/index.ts'

/** A conversation as it is rehearsed or checked. */
export interface Played {
  messages: readonly string[]
  language: 'en' | 'de'
  at: Date
  told?: Record<string, string>
}

/** Plays a conversation at a door by the code that answers visitors. */
export function play(release: CompiledRelease, door: OpenDoor, { messages, at }: Played): Reply[] {
  return converse(
    release.index,
    messages.map((text) => maskPrivate(text)),
    {
      ...settingsAt(release, door, at),
      smallTalk: release.smallTalk,
    },
  )
}

/** Where the conversation would go if a person were asked for now; undefined where a release has no routing. */
export function routed(
  release: CompiledRelease,
  door: OpenDoor,
  replies: readonly Reply[],
  { messages, language, at, told = {} }: Played,
): Routed | undefined {
  if (!release.routing) return undefined
  const questions = replies
    .flatMap(({ asked }) => asked)
    .map(({ text, answer }) => ({
      text,
      unsettled: leftUnsettled({ outcome: answer.outcome, kind: answer.kind ?? null }),
      trace: answer.trace,
    }))
  const known = { language, door: door.id, told, hour: hourIn(door.timeZone, at), contacts: 0 }
  const { models } = release.index.settings
  const situation = situationOf(questions, known, { said: messages, models })
  return route(situation, release.routing, release.classifier)
}
