<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import Select from 'primevue/select'
import SelectButton from 'primevue/selectbutton'
import { ref } from 'vue'
import ItemPicker from '../library/ItemPicker.vue'
import { useFocusBack } from '../shell/useFocusBack.ts'
import type { ShownQuestion } from './useRehearsal.ts'
import { useShouldHaveBeen } from './useShouldHaveBeen.ts'

useFocusBack()
/** What should have come: the review is stored, the phrasing may be taught, and a check keeps it so. */
const props = defineProps<{
  question: ShownQuestion
  door: number
  messages: string[]
}>()
const emit = defineEmits<{ close: []; done: [] }>()
const {
  wanted,
  options,
  item,
  near,
  queue,
  queues,
  teaches,
  phrasing,
  checks,
  complete,
  busy,
  store,
} = useShouldHaveBeen(props, () => emit('done'))
/** Choosing one of the nearest makes the search field anew, so that it shows it. */
const picks = ref(0)
function pick(chosen: { item: number; title: string }): void {
  item.value = { id: chosen.item, title: chosen.title }
  picks.value++
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="$t('releases.shouldHaveBeen.itShouldHaveBeen')"
    :style="{ width: '520px' }"
    data-test="should"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="store">
      <p>“{{ question.text }}”</p>
      <SelectButton
        v-model="wanted"
        :pt="{ pcToggleButton: { root: { autofocus: '' } } }"
        :options="options"
        option-label="label"
        option-value="value"
        :allow-empty="false"
        :aria-label="$t('releases.shouldHaveBeen.whatShouldHaveCome')"
        data-test="wanted"
      />
      <template v-if="wanted === 'item'">
        <label class="field"
          ><span>{{ $t('releases.shouldHaveBeen.theArticleDocumentOr') }}</span
          ><ItemPicker :key="picks" v-model="item"
        /></label>
        <p class="near small">
          <span class="quiet">{{ $t('releases.shouldHaveBeen.nearIt') }}</span>
          <button
            v-for="each in near"
            :key="`${each.item} ${each.ordinal}`"
            type="button"
            class="bare small"
            @click="pick(each)"
          >
            {{ [each.title, ...each.path].join(' › ') }}
          </button>
        </p>
        <label class="row"
          ><Checkbox v-model="teaches" binary input-id="teaches" data-test="teaches" /><span>{{
            $t('releases.shouldHaveBeen.teachItThisPhrasing')
          }}</span></label
        >
        <InputText
          v-if="teaches"
          v-model="phrasing"
          maxlength="300"
          :aria-label="$t('releases.shouldHaveBeen.thePhrasing')"
          data-test="phrasing"
        />
      </template>
      <label v-else-if="wanted === 'queue'" class="field"
        ><span>{{ $t('releases.shouldHaveBeen.theQueueThatIt') }}</span
        ><Select
          v-model="queue"
          :options="queues"
          option-label="name"
          option-value="id"
          :placeholder="$t('releases.shouldHaveBeen.chooseAQueue')"
      /></label>
      <p v-else class="small quiet">
        {{ $t('releases.shouldHaveBeen.januaShouldSayThat') }}
      </p>
      <label class="row"
        ><Checkbox v-model="checks" binary input-id="checks" data-test="makes-check" /><span>{{
          $t('releases.shouldHaveBeen.addACheckSo')
        }}</span></label
      >
      <div class="row end">
        <Button text :label="$t('common.leaveIt')" @click="emit('close')" /><Button
          type="submit"
          :label="$t('releases.shouldHaveBeen.storeTheReview')"
          :disabled="!complete"
          :loading="busy"
          data-test="should-store"
        />
      </div>
    </form>
  </Dialog>
</template>

<style scoped>
.near {
  display: flex;
  flex-wrap: wrap;
  gap: 2px 12px;
}
.end {
  justify-content: flex-end;
}
</style>
