<script setup lang="ts">
import { type DeskConversation, MAX_MESSAGE, type Passage, type SavedReply } from '@janua/contracts'
import Button from 'primevue/button'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, nextTick, ref, useTemplateRef, watch } from 'vue'
import { filled } from './deskWords.ts'
import PassageFinder from './PassageFinder.vue'
import { type Draft, useReplyDraft } from './useReplyDraft.ts'

/** The reply or note being written; kept in the browser for each conversation until it is sent. */
const { conversation, name, busy, mine, lines, colleagues } = defineProps<{
  conversation: DeskConversation
  name: string
  busy: boolean
  mine: boolean
  lines: SavedReply[]
  colleagues: { id: number; name: string }[]
}>()
const emit = defineEmits<{
  send: [text: string, asTeam: boolean]
  note: [text: string, ask: number | null]
  typing: []
  attach: [file: File]
}>()
const kind = ref<'reply' | 'note'>('reply')
const asTeam = ref(false)
const ask = ref<number | null>(null)
const finding = ref(false)
/** Who only watches has no box before them until they want to note something. */
const noting = ref(false)
const { text, forget } = useReplyDraft(() => ({ kind: kind.value, conversation: conversation.id }))
const box = useTemplateRef<HTMLElement>('box')
const isNote = computed(() => kind.value === 'note')
let told = 0

watch(
  [() => conversation.id, () => mine],
  () => {
    kind.value = mine ? 'reply' : 'note'
    noting.value = false
  },
  { immediate: true },
)

function typing(): void {
  if (isNote.value || Date.now() - told < 2_000) return
  told = Date.now()
  emit('typing')
}
function insert(passage: string): void {
  text.value = text.value ? `${text.value.trimEnd()}\n\n${passage}` : passage
  finding.value = false
  void focus()
}
function attach(event: Event): void {
  const field = event.target as HTMLInputElement
  if (field.files?.[0]) emit('attach', field.files[0])
  field.value = ''
}
const focus = () => nextTick(() => box.value?.querySelector('textarea')?.focus())
function write(what: 'reply' | 'note'): void {
  if (what === 'note' || mine) kind.value = what
  noting.value = true
  void focus()
}
function putIn(line: SavedReply | null): void {
  if (line)
    insert(
      filled(line.text, {
        visitor: conversation.visitor,
        agent: name,
        queue: conversation.queue?.name,
        case: conversation.caseNumber,
      }),
    )
}
function sent(words: string, of: Draft): void {
  ask.value = null
  forget(words, of)
}
defineExpose({ insert, sent, write, find: () => (finding.value = !finding.value) })
function send(): void {
  const words = text.value.trim()
  if (!words) return
  if (isNote.value) emit('note', words, ask.value)
  else emit('send', words, asTeam.value)
}
</script>

<template>
  <p v-if="!mine && !noting && !text" class="reply shut">
    <button type="button" class="bare small" data-test="write-note" @click="write('note')">
      {{ $t('handover.replyBox.writeANoteFor') }}
    </button>
    <kbd>N</kbd>
  </p>
  <form v-else class="reply" :class="{ note: isNote }" @submit.prevent="send">
    <PassageFinder
      v-if="finding"
      @insert="(passage: Passage) => insert(passage.text)"
      @close="finding = false"
    />
    <div class="row tools">
      <button
        v-if="mine"
        type="button"
        class="bare small"
        :aria-pressed="!isNote"
        @click="write('reply')"
      >
        {{ $t('handover.replyBox.reply') }}
      </button>
      <button
        type="button"
        class="bare small"
        :aria-pressed="isNote"
        data-test="write-note"
        @click="write('note')"
      >
        {{ $t('handover.replyBox.noteForTheTeam') }}
      </button>
      <span class="grow" />
      <Select
        v-if="lines.length && !isNote"
        :model-value="null"
        :options="lines"
        option-label="name"
        :placeholder="$t('handover.replyBox.savedReply')"
        size="small"
        filter
        :aria-label="$t('handover.replyBox.putASavedReply')"
        data-test="saved-reply"
        @update:model-value="putIn"
      />
      <label v-if="!isNote" class="bare small attach"
        >{{ $t('handover.replyBox.attach')
        }}<input
          type="file"
          accept="image/png,image/jpeg,image/webp,image/gif,application/pdf"
          data-test="attach"
          @change="attach"
      /></label>
      <button
        v-if="!isNote"
        type="button"
        class="bare small"
        data-test="find-passage"
        @click="finding = !finding"
      >
        <i18n-t keypath="handover.replyBox.lookUp" scope="global"
          ><template #kbd
            ><kbd>{{ $t('handover.replyBox.altL') }}</kbd></template
          ></i18n-t
        >
      </button>
      <Select
        v-if="isNote"
        v-model="ask"
        :options="colleagues"
        option-label="name"
        option-value="id"
        show-clear
        :placeholder="$t('handover.replyBox.askSomebodyIn')"
        size="small"
        filter
        :aria-label="$t('handover.replyBox.askAColleagueIn')"
        data-test="ask-in"
      />
    </div>
    <div ref="box">
      <Textarea
        v-model="text"
        rows="3"
        fluid
        :maxlength="MAX_MESSAGE"
        :placeholder="
          isNote
            ? $t('handover.replyBox.onlyTheTeamSees')
            : $t('handover.replyBox.writeToTheVisitor')
        "
        :aria-label="isNote ? $t('handover.replyBox.note') : $t('handover.replyBox.reply')"
        data-test="reply"
        @update:model-value="typing"
        @keydown.ctrl.enter="send"
        @keydown.meta.enter="send"
      />
    </div>
    <div class="row">
      <span class="small quiet grow"
        ><template v-if="isNote"
          ><i18n-t keypath="handover.replyBox.noteBy" scope="global"
            ><template #name
              ><strong>{{ name }}</strong></template
            ></i18n-t
          ></template
        ><template v-else
          ><i18n-t keypath="handover.replyBox.as" scope="global"
            ><template #team
              ><button
                type="button"
                class="bare small"
                data-test="as-team"
                :title="
                  asTeam
                    ? $t('handover.replyBox.signWithYourOwn')
                    : $t('handover.replyBox.signWithTheTeams')
                "
                @click="asTeam = !asTeam"
              >
                {{ asTeam ? $t('handover.replyBox.theTeam') : name }}
              </button></template
            ></i18n-t
          ></template
        >
        <span class="wide"
          ><i18n-t keypath="handover.replyBox.sends" scope="global"
            ><template #kbd
              ><kbd>{{ $t('handover.replyBox.ctrlEnter') }}</kbd></template
            ></i18n-t
          ></span
        ><template v-if="conversation.caseNumber && !isNote"
          >{{ ' ' }}{{ $t('handover.replyBox.goesByMailToo') }}</template
        ></span
      >
      <Button
        type="submit"
        :label="isNote ? $t('handover.replyBox.keepNote') : $t('handover.replyBox.send')"
        :severity="isNote ? 'secondary' : undefined"
        :disabled="text.trim() === ''"
        :loading="busy"
        data-test="send"
      />
    </div>
  </form>
</template>

<style scoped>
.reply {
  border-top: 1px solid var(--line);
  padding: 10px 22px 12px;
  display: grid;
  gap: 8px;
}
.reply.note {
  background: color-mix(in srgb, var(--brass) 9%, var(--surface));
}
.tools button[aria-pressed='true'] {
  color: var(--ink);
  font-weight: 600;
  text-decoration: underline;
  text-underline-offset: 5px;
}
.attach {
  cursor: pointer;
  color: var(--harbour);
  text-decoration: underline;
}
.attach input {
  position: absolute;
  opacity: 0;
  width: 1px;
  height: 1px;
}
.attach:focus-within {
  outline: 2px solid var(--harbour);
  outline-offset: 2px;
}
.shut {
  padding: 12px 22px;
  display: block;
}
@media (width <= 700px) {
  .reply {
    padding: 8px 12px;
  }
  .reply kbd,
  .wide {
    display: none;
  }
  .reply :deep(textarea) {
    height: 60px;
  }
}
</style>
