<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import type { DeskConversation, Queue } from '@janua/contracts'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Select from 'primevue/select'
import { computed, ref, watch } from 'vue'

/** On to another queue or to a colleague, with a word on why, so that nobody asks again. */
const visible = defineModel<boolean>({ required: true })
const { conversation, queues, busy } = defineProps<{
  conversation: DeskConversation
  queues: Queue[]
  busy: boolean
}>()
const emit = defineEmits<{ move: [body: { queue?: number; agent?: number; reason: string }] }>()
const to = ref('')
const reason = ref('')
const targets = computed(() => {
  const people = new Map(
    queues.flatMap(({ members }) => members).map((member) => [member.id, member]),
  )
  return [
    {
      label: t('handover.moveDialog.queues'),
      items: queues
        .filter(({ id }) => id !== conversation.queue?.id)
        .map(({ id, name, waiting, members }) => ({
          value: `queue ${id}`,
          label: `${name} (${members.some(({ active }) => active) ? t('handover.moveDialog.waiting', { waiting }) : t('handover.moveDialog.noMembers')})`,
        })),
    },
    {
      label: t('handover.moveDialog.colleaguesOnline'),
      items: [...people.values()]
        .filter(
          ({ id, presence, active }) =>
            active && presence === 'here' && id !== conversation.agent?.id,
        )
        .map(({ id, name, open, atOnce }) => ({
          value: `agent ${id}`,
          label: t('handover.moveDialog.of', { name, open, atOnce }),
        })),
    },
  ]
})
const isDeserted = computed(
  () =>
    queues.find(({ id }) => to.value === `queue ${id}`)?.members.some(({ active }) => active) ===
    false,
)
watch(visible, () => {
  to.value = ''
  reason.value = ''
})
function move(): void {
  const [kind, id] = to.value.split(' ')
  emit('move', { [kind!]: Number(id), reason: reason.value })
}
</script>

<template>
  <Dialog
    v-model:visible="visible"
    modal
    :header="$t('handover.moveDialog.moveThisConversation')"
    :style="{ width: '440px' }"
  >
    <form class="stack" @submit.prevent="move">
      <label class="field"
        ><span>{{ $t('handover.moveDialog.to') }}</span
        ><Select
          v-model="to"
          :options="targets"
          option-group-label="label"
          option-group-children="items"
          option-label="label"
          option-value="value"
          filter
          :placeholder="$t('handover.moveDialog.aQueueOrA')"
          :pt="{ label: { autofocus: '' } }"
          :aria-label="$t('handover.moveDialog.moveTo')"
          data-test="move-to"
      /></label>
      <Message v-if="isDeserted" severity="warn" data-test="no-members">{{
        $t('handover.moveDialog.thisQueueHasNo')
      }}</Message>
      <label class="field"
        ><span>{{ $t('handover.moveDialog.reasonOptionalShownTo') }}</span
        ><InputText v-model.trim="reason" maxlength="300" data-test="move-reason"
      /></label>
      <Button
        type="submit"
        :label="$t('handover.moveDialog.move')"
        :disabled="to === ''"
        :loading="busy"
        data-test="move-yes"
      />
    </form>
  </Dialog>
</template>
