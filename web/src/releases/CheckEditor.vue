<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
    answer: t('releases.checkEditor.itAnswers'),
    'does not know': t('releases.checkEditor.itSaysThatIt'),
    'asks back': t('releases.checkEditor.itAsksBack'),
    declines: t('releases.checkEditor.itDeclines'),
    'small talk': t('releases.checkEditor.itTakesItAs'),
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
    :header="
      check ? $t('releases.checkEditor.changeTheCheck') : $t('releases.checkEditor.addACheck')
    "
    :style="{ width: '560px' }"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="store">
      <label class="field"
        ><span>{{ $t('releases.checkEditor.theQuestion') }}</span
        ><InputText v-model="question" maxlength="2000" autofocus data-test="check-question"
      /></label>
      <label class="field"
        ><span>{{ $t('releases.checkEditor.whatWasSaidBefore') }}</span
        ><Textarea v-model="before" rows="2" auto-resize
      /></label>
      <div class="two">
        <label class="field"
          ><span>{{ $t('releases.checkEditor.whatMustCome') }}</span
          ><Select
            v-model="comes"
            :options="COMES"
            option-label="label"
            option-value="value"
            data-test="check-comes"
        /></label>
        <label class="field"
          ><span>{{ $t('releases.checkEditor.atWhichDoor') }}</span
          ><Select
            v-model="door"
            :options="[{ id: 0, title: $t('releases.checkEditor.theFirstOne') }, ...doors]"
            option-label="title"
            option-value="id"
        /></label>
      </div>
      <label v-if="named" class="field"
        ><span>{{
          $t('releases.checkEditor.mayBeEmpty', {
            answer:
              comes === 'answer'
                ? $t('releases.checkEditor.fromWhichArticle')
                : $t('releases.checkEditor.whichArticleMustBe'),
          })
        }}</span
        ><ItemPicker v-model="item"
      /></label>
      <div v-if="comes === 'answer'" class="two">
        <div class="field">
          <span>{{ $t('releases.checkEditor.theAnswerHasThese') }}</span><WordChips
            v-model="contains"
          />
        </div>
        <div class="field">
          <span>{{ $t('releases.checkEditor.andNotThese') }}</span><WordChips v-model="lacks" />
        </div>
      </div>
      <label v-if="queues.length" class="field"
        ><span>{{ $t('releases.checkEditor.askedForAPerson') }}</span
        ><Select
          v-model="queue"
          :options="[{ id: 0, name: $t('releases.checkEditor.anyQueue') }, ...queues]"
          option-label="name"
          option-value="id"
      /></label>
      <label class="field"
        ><span>{{ $t('releases.checkEditor.whyThisCheckIs') }}</span
        ><InputText v-model="note" maxlength="300"
      /></label>
      <div class="row end">
        <Button text :label="$t('common.leaveIt')" @click="emit('close')" /><Button
          type="submit"
          :label="$t('releases.checkEditor.storeAndRun')"
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
