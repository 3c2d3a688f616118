<script setup lang="ts">
import type { AnswerData, DeskConversation, Message, Verdict } from '@janua/contracts'
import { computed, nextTick, onMounted, useTemplateRef, watch } from 'vue'
import BlockList from '../answering/BlockList.vue'
import OutcomeChip from '../answering/OutcomeChip.vue'
import { clock, moment, sure } from '../shell/format.ts'
import DeskFile from './DeskFile.vue'
import { eventLine } from './deskWords.ts'

const { conversation, visitorWrites } = defineProps<{
  conversation: DeskConversation
  visitorWrites: boolean
}>()
defineEmits<{ review: [message: number, verdict: Verdict]; teach: [words: string] }>()
const log = useTemplateRef('log')
const VERDICTS: Verdict[] = ['right', 'wrong']
const answer = (message: Message) => message.data as unknown as AnswerData
const isEvent = ({ author, kind }: Message) =>
  author === 'event' || kind === 'contact' || kind === 'away'
const byMail = ({ data }: Message) => (data as { by?: string } | undefined)?.by === 'mail'
/** Files of a mail that were not kept. */
const leftOf = ({ data }: Message) => (data as { left?: string[] } | undefined)?.left ?? []
const marked = computed(
  () => conversation.messages.findLast(({ author }) => author === 'agent')?.seq,
)
const mark = (seq: number) =>
  conversation.visitorSeen >= seq ? 'read' : conversation.visitorGot >= seq ? 'delivered' : 'sent'

async function toEnd(): Promise<void> {
  await nextTick()
  log.value?.scrollTo({ top: log.value.scrollHeight })
}
const NEAR_END = 80
/** Who reads further up is not carried away, but by a reply of the own side. */
function follow(): void {
  const { scrollTop, clientHeight, scrollHeight } = log.value!
  if (
    scrollHeight - scrollTop - clientHeight < NEAR_END ||
    conversation.messages.at(-1)?.author === 'agent'
  )
    void toEnd()
}
onMounted(toEnd)
watch(() => [conversation.messages.length, visitorWrites], follow)
</script>

<template>
  <div
    ref="log"
    class="log"
    role="log"
    aria-live="polite"
    tabindex="0"
    :aria-label="
      $t('handover.conversationPane.conversationWith', {
        visitor: conversation.visitor ?? $t('handover.conversationPane.aVisitor'),
      })
    "
    data-test="thread"
  >
    <p class="quiet small">
      {{
        $t('handover.conversationPane.since', {
          door: conversation.door,
          startedAt: moment(conversation.startedAt),
        })
      }}
    </p>
    <template v-for="message in conversation.messages" :key="message.id">
      <div v-if="message.author === 'visitor'" class="visitor" data-test="from-visitor">
        <DeskFile
          v-if="message.kind === 'file'"
          :conversation="conversation.id"
          :message="message"
        />
        <p v-else>{{ message.text }}</p>
        <span class="quiet small"
          >{{ clock(message.at)
          }}<template v-if="byMail(message)"
            >{{ ' ' }}{{ $t('handover.conversationPane.byMail') }}</template
          ><template v-if="leftOf(message).length"
            >{{ ' '
            }}{{
              $t('handover.conversationPane.notKeptAsOnly', { message: leftOf(message).join(', ') })
            }}</template
          ></span
        >
      </div>
      <div v-else-if="message.author === 'team'" class="note" data-test="note">
        <p>{{ message.text }}</p>
        <span class="quiet small"
          >{{
            $t('handover.conversationPane.noteByTheVisitor', {
              message: message.name,
              at: clock(message.at),
            })
          }}<template v-if="(message.data as { asked?: string } | undefined)?.asked"
            >{{ ' '
            }}{{
              $t('handover.conversationPane.asksIn', {
                asked: (message.data as { asked: string }).asked,
              })
            }}</template
          ></span
        >
      </div>
      <div v-else-if="message.author === 'agent'" class="agent" data-test="from-agent">
        <DeskFile
          v-if="message.kind === 'file'"
          :conversation="conversation.id"
          :message="message"
        />
        <p v-else>{{ message.text }}</p>
        <span class="quiet small"
          >{{ message.name
          }}<template v-if="(message.data as { asTeam?: boolean } | undefined)?.asTeam"
            >{{ ' ' }}{{ $t('handover.conversationPane.asTheTeam') }}</template
          >
          · {{ clock(message.at)
          }}<template v-if="message.seq === marked">
            · <span data-test="mark">{{ mark(message.seq) }}</span></template
          >
          ·
          <button
            type="button"
            class="bare small"
            data-test="teach"
            @click="$emit('teach', message.text)"
          >
            {{ $t('handover.conversationPane.shouldTheAssistantKnow') }}
          </button></span
        >
      </div>
      <p
        v-else-if="isEvent(message)"
        class="event small"
        data-test="event"
        :data-kind="message.kind"
      >
        <span aria-hidden="true">◆</span> {{ eventLine(message) }}
      </p>
      <div v-else-if="message.kind === 'answer'" class="assistant">
        <p class="small quiet">
          <OutcomeChip :outcome="answer(message).outcome" /><template
            v-if="answer(message).savedByAsking"
          >
            {{ $t('handover.conversationPane.foundWithTheDetails') }}</template
          >
          {{ $t('handover.conversationPane.sure', { confidence: sure(answer(message).confidence) })
          }}<template v-if="answer(message).vote"
            >{{ ' '
            }}{{
              $t('handover.conversationPane.voted', {
                yes:
                  answer(message).vote === 'yes'
                    ? $t('handover.conversationPane.helpful')
                    : $t('handover.conversationPane.notHelpful'),
              })
            }}</template
          >
        </p>
        <details v-if="answer(message).blocks.length">
          <summary>
            {{
              $t('handover.conversationPane.whatTheAssistantSaid', {
                sources: answer(message)
                  .sources.map(({ title }) => title)
                  .join(', '),
              })
            }}
          </summary>
          <div class="prose"><BlockList :blocks="answer(message).blocks" /></div>
        </details>
        <p v-else>{{ message.text }}</p>
        <p v-if="answer(message).outcome === 'answered'" class="small review" data-test="review">
          <template v-if="answer(message).reviewed"
            >{{ $t('handover.conversationPane.theTeamSays', { reviewed: answer(message).reviewed })
            }}{{ ' ' }}</template
          >{{ $t('handover.conversationPane.wasIt') }}
          <button
            v-for="verdict in VERDICTS"
            :key="verdict"
            type="button"
            class="bare small"
            :aria-pressed="answer(message).reviewed === verdict"
            @click="$emit('review', message.id, verdict)"
          >
            {{ verdict }}
          </button>
        </p>
      </div>
      <div v-else class="assistant">
        <p>{{ message.text }}</p>
      </div>
    </template>
    <p v-if="visitorWrites" class="quiet small" data-test="visitor-writes">
      {{
        $t('handover.conversationPane.isWriting', {
          visitor: conversation.visitor ?? $t('handover.conversationPane.theVisitor'),
        })
      }}
    </p>
  </div>
</template>

<style scoped>
.log {
  flex: 1;
  overflow: auto;
  padding: 18px 22px;
  display: flex;
  flex-direction: column;
  gap: 13px;
}
.visitor,
.agent {
  max-width: 76%;
  white-space: pre-line;
  overflow-wrap: anywhere;
}
.agent {
  align-self: flex-end;
  background: var(--harbour-soft);
  padding: 9px 13px;
  border-radius: var(--round-bubble) var(--round-bubble) var(--round-small) var(--round-bubble);
}
.assistant {
  border-left: 3px solid var(--harbour);
  padding-left: 12px;
  color: var(--muted);
  font-size: var(--text-small);
}
.review button {
  margin-right: 6px;
}
.note {
  align-self: stretch;
  background: color-mix(in srgb, var(--brass) 12%, var(--surface));
  border: 1px dashed var(--brass);
  padding: 8px 12px;
  border-radius: var(--round-medium);
  white-space: pre-line;
}
.event {
  color: var(--plum);
}
summary {
  cursor: pointer;
}
</style>
