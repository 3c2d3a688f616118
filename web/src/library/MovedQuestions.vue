<script setup lang="ts">
import type { MovedQuestions } from '@janua/contracts'
import { computed } from 'vue'

/** Questions of the log that an article would come to answer. */
const { moved, about } = defineProps<{
  moved: MovedQuestions
  /** Of which questions it tells: "Questions of other topics". */
  about: string
}>()
/** What another article answers now comes first, as that may be a mistake. */
const all = computed(() => [...moved.taken, ...moved.brought])
const SHOWN = 8
</script>

<template>
  <div class="small" data-test="moved">
    <template v-if="all.length">
      <p>{{ $t('library.movedQuestions.thatWouldBeAnswered', { about }) }}</p>
      <ul>
        <li v-for="one in all.slice(0, SHOWN)" :key="one.text">
          {{ $t('library.movedQuestions.asked', { one: one.text, times: one.times }) }}
          <strong v-if="one.from">{{
            $t('library.movedQuestions.nowAnsweredFrom', { from: one.from })
          }}</strong><template v-else>{{ $t('library.movedQuestions.notAnsweredNow') }}</template>
        </li>
      </ul>
      <p v-if="all.length > SHOWN" class="quiet">
        {{ $t('library.movedQuestions.andMore', { shown: all.length - SHOWN }) }}
      </p>
    </template>
    <p v-else class="quiet">{{ $t('library.movedQuestions.noneWouldBeAnswered', { about }) }}</p>
  </div>
</template>

<style scoped>
ul {
  padding-left: 18px;
}
</style>
