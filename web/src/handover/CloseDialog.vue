<script setup lang="ts">
import type { CloseInput, Closing, DeskConversation, Queue } from '@janua/contracts'
import { onKeyStroke } from '@vueuse/core'
import Button from 'primevue/button'
import DatePicker from 'primevue/datepicker'
import Dialog from 'primevue/dialog'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'
import { CLOSING_KEYS, nextMorning } from './deskWords.ts'

/** How it ended, and with one key whether the queue was right: that is what routing learns from. */
const visible = defineModel<boolean>({ required: true })
const { conversation, queues, busy } = defineProps<{
  conversation: DeskConversation
  queues: Queue[]
  busy: boolean
}>()
const emit = defineEmits<{
  close: [body: CloseInput]
  teach: [words: string]
}>()
const outcome = ref<Closing>('settled')
const right = ref<'unsaid' | 'yes' | 'no'>('unsaid')
const other = ref<number | null>(null)
const followUp = ref<Date>(nextMorning())
const said = computed(
  () => conversation.messages.findLast(({ author }) => author === 'agent')?.text,
)
const canConfirm = () => conversation.queue !== null

watch(visible, (now) => {
  if (!now) return
  outcome.value = 'settled'
  right.value = 'unsaid'
  other.value = null
  followUp.value = nextMorning()
})
const close = () =>
  emit('close', {
    outcome: outcome.value,
    rightQueue:
      right.value === 'yes' ? conversation.queue!.id : right.value === 'no' ? other.value : null,
    followUpAt: outcome.value === 'will follow' ? followUp.value.toISOString() : null,
  })

const isText = ({ target }: KeyboardEvent) =>
  target instanceof HTMLInputElement && target.type === 'text'
onKeyStroke((event) => {
  if (!visible.value || isText(event) || event.ctrlKey || event.altKey || event.metaKey) return
  const chosen = CLOSING_KEYS.find(({ key }) => key === event.key)
  if (chosen) outcome.value = chosen.outcome
  if (event.key.toLowerCase() === 'y' && canConfirm())
    right.value = right.value === 'yes' ? 'unsaid' : 'yes'
  if (event.key.toLowerCase() === 'n' && canConfirm()) right.value = 'no'
})
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.closeDialog.closeThisConversation')"
    :style="{ width: '460px' }"
  >
    <form class="stack" @submit.prevent="close">
      <fieldset>
        <legend>{{ $t('handover.closeDialog.howDidItEnd') }}</legend>
        <label v-for="each in CLOSING_KEYS" :key="each.outcome" class="choice"
          ><input
            v-model="outcome"
            type="radio"
            name="outcome"
            :value="each.outcome"
            :data-test="`outcome-${each.key}`"
          />
          {{ each.name }} <kbd>{{ each.key }}</kbd></label
        >
        <label v-if="outcome === 'will follow'" class="field"
          ><span>{{ $t('handover.closeDialog.followUpBy') }}</span
          ><DatePicker
            v-model="followUp"
            show-time
            hour-format="24"
            :min-date="new Date()"
            :manual-input="false"
            fluid
            input-id="follow-up"
            data-test="follow-up"
          /><span class="quiet small">{{ $t('handover.closeDialog.itBecomesACase') }}</span></label
        >
      </fieldset>
      <fieldset v-if="conversation.queue">
        <legend>
          {{ $t('handover.closeDialog.wasTheRightQueue', { queue: conversation.queue.name }) }}
        </legend>
        <div class="row">
          <Button
            type="button"
            size="small"
            :outlined="right !== 'yes'"
            data-test="right-queue"
            :aria-pressed="right === 'yes'"
            @click="right = right === 'yes' ? 'unsaid' : 'yes'"
            ><i18n-t keypath="handover.closeDialog.yes" scope="global"
              ><template #kbd><kbd>Y</kbd></template></i18n-t
            ></Button
          ><Button
            type="button"
            size="small"
            severity="secondary"
            :outlined="right !== 'no'"
            :aria-pressed="right === 'no'"
            @click="right = 'no'"
            ><i18n-t keypath="handover.closeDialog.noItWasFor" scope="global"
              ><template #kbd><kbd>N</kbd></template></i18n-t
            ></Button
          >
        </div>
        <Select
          v-if="right === 'no'"
          v-model="other"
          :options="queues.filter(({ id }) => id !== conversation.queue!.id)"
          option-label="name"
          option-value="id"
          :placeholder="$t('handover.closeDialog.chooseTheRightQueue')"
          :aria-label="$t('handover.closeDialog.theRightQueue')"
          fluid
        />
        <p class="quiet small">{{ $t('handover.closeDialog.routingLearnsFromIt') }}</p>
      </fieldset>
      <p v-if="said" class="small">
        <button
          type="button"
          class="bare small"
          data-test="teach-closing"
          @click="emit('teach', said)"
        >
          {{ $t('handover.closeDialog.shouldTheAssistantKnow') }}
        </button>
      </p>
      <Button
        type="submit"
        :label="
          outcome === 'will follow' ? $t('handover.closeDialog.createCase') : $t('common.close')
        "
        :loading="busy"
        :disabled="right === 'no' && other === null"
        data-test="close-yes"
        autofocus
      />
    </form>
  </Dialog>
</template>

<style scoped>
.choice kbd {
  margin-left: auto;
}
</style>
