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
      <p>{{ about }} that would be answered from here:</p>
      <ul>
        <li v-for="one in all.slice(0, SHOWN)" :key="one.text">
          “{{ one.text }}”, asked {{ one.times }} ×,
          <strong v-if="one.from">now answered from {{ one.from }}</strong
          ><template v-else>not answered now</template>
        </li>
      </ul>
      <p v-if="all.length > SHOWN" class="quiet">and {{ all.length - SHOWN }} more</p>
    </template>
    <p v-else class="quiet">{{ about }}: none would be answered from here that is not already.</p>
  </div>
</template>

<style scoped>
ul {
  padding-left: 18px;
}
</style>
