<script setup lang="ts">
import type { CheckInput, CheckView } from '@janua/contracts'
import { CHECK_COMES } from '@janua/core'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import Textarea from 'primevue/textarea'
import { computed, ref } from 'vue'
import WordChips from '../handover/WordChips.vue'
import ItemPicker, { type PickedItem } from '../library/ItemPicker.vue'
import { useFocusBack } from '../shell/useFocusBack.ts'
import { useRemote } from '../shell/useRemote.ts'

useFocusBack()
const { check, busy } = defineProps<{ check: CheckView | null; busy: boolean }>()
const emit = defineEmits<{ close: []; store: [check: CheckInput] }>()
const before = ref((check?.messages.slice(0, -1) ?? []).join('\n'))
const question = ref(check?.messages.at(-1) ?? '')
const comes = ref<CheckInput['comes']>(check?.comes ?? 'answer')
const item = ref<PickedItem | null>(
  check?.item ? { id: check.item, title: check.itemTitle ?? '' } : null,
)
const contains = ref([...(check?.contains ?? [])])
const lacks = ref([...(check?.lacks ?? [])])
/** 0 stands for any queue, and for the first door. */
const queue = ref(check?.queue ?? 0)
const door = ref(check?.door ?? 0)
const note = ref(check?.note ?? '')
const { state: allQueues } = useRemote('/queues')
const { state: allDoors } = useRemote('/doors')
const queues = computed(() => allQueues.value.value ?? [])
const doors = computed(() => allDoors.value.value ?? [])
const COMES = CHECK_COMES.map((value) => ({
  value,
  label: {
    answer: 'It answers',
    'does not know': 'It says that it does not know',
    'asks back': 'It asks back',
    declines: 'It declines',
    'small talk': 'It takes it as small talk',
    anything: 'Anything',
  }[value],
}))
const named = computed(() => comes.value === 'answer' || comes.value === 'asks back')

function store(): void {
  const messages = [
    ...before.value
      .split('\n')
      .map((line) => line.trim())
      .filter(Boolean),
    question.value.trim(),
  ]
  emit('store', {
    messages,
    comes: comes.value,
    item: named.value ? (item.value?.id ?? null) : null,
    contains: contains.value,
    lacks: lacks.value,
    queue: queue.value || null,
    door: door.value || null,
    language: check?.language ?? 'en',
    note: note.value.trim(),
  })
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="check ? 'Change the check' : 'Add a check'"
    :style="{ width: '560px' }"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="store">
      <label class="field"
        ><span>The question</span
        ><InputText v-model="question" maxlength="2000" autofocus data-test="check-question"
      /></label>
      <label class="field"
        ><span>What was said before it, a message a line; may be empty</span
        ><Textarea v-model="before" rows="2" auto-resize
      /></label>
      <div class="two">
        <label class="field"
          ><span>What must come</span
          ><Select
            v-model="comes"
            :options="COMES"
            option-label="label"
            option-value="value"
            data-test="check-comes"
        /></label>
        <label class="field"
          ><span>At which door</span
          ><Select
            v-model="door"
            :options="[{ id: 0, title: 'The first one' }, ...doors]"
            option-label="title"
            option-value="id"
        /></label>
      </div>
      <label v-if="named" class="field"
        ><span
          >{{
            comes === 'answer'
              ? 'From which article'
              : 'Which article must be among what it offers'
          }}; may be empty</span
        ><ItemPicker v-model="item"
      /></label>
      <div v-if="comes === 'answer'" class="two">
        <div class="field">
          <span>The answer has these words</span><WordChips v-model="contains" />
        </div>
        <div class="field"><span>and not these</span><WordChips v-model="lacks" /></div>
      </div>
      <label v-if="queues.length" class="field"
        ><span>Asked for a person, it goes to</span
        ><Select
          v-model="queue"
          :options="[{ id: 0, name: 'any queue' }, ...queues]"
          option-label="name"
          option-value="id"
      /></label>
      <label class="field"
        ><span>Why this check is here; may be empty</span><InputText v-model="note" maxlength="300"
      /></label>
      <div class="row end">
        <Button text label="Leave it" @click="emit('close')" /><Button
          type="submit"
          label="Store and run"
          :disabled="question.trim() === ''"
          :loading="busy"
          data-test="check-store"
        />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.two {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 12px;
  align-items: start;
}
.end {
  justify-content: flex-end;
}
</style>
