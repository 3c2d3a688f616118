<script setup lang="ts">
import { X } from '@lucide/vue'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

/** Words or phrases as rows of their own, never a text with separators. */
const words = defineModel<string[]>({ required: true })
const fresh = ref('')

function add(): void {
  const word = fresh.value.trim()
  if (word && !words.value.some((each) => each.toLowerCase() === word.toLowerCase()))
    words.value = [...words.value, word]
  fresh.value = ''
}
</script>

<template>
  <div class="chips">
    <span v-for="(word, i) in words" :key="word" class="chip"
      >{{ word
      }}<button
        type="button"
        :aria-label="$t('handover.wordChips.remove', { word })"
        @click="words = words.toSpliced(i, 1)"
      >
        <X :size="13" aria-hidden="true" /></button
    ></span>
    <InputText
      v-model="fresh"
      size="small"
      maxlength="120"
      :placeholder="$t('handover.wordChips.aWordThenEnter')"
      :aria-label="$t('handover.wordChips.anotherWord')"
      @keydown.enter.prevent="add"
      @blur="add"
    />
  </div>
</template>

<style scoped>
.chips {
  display: flex;
  flex-wrap: wrap;
  gap: 6px;
  align-items: center;
  min-width: min(240px, 100%);
}
.chip {
  display: inline-flex;
  align-items: center;
  gap: 4px;
  padding: 3px 4px 3px 10px;
  background: var(--paper);
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
  font-size: var(--text-small);
}
button {
  display: grid;
  place-items: center;
  width: 24px;
  height: 24px;
  border: 0;
  background: none;
  color: var(--muted);
  cursor: pointer;
  border-radius: var(--round-medium);
}
</style>
