<script setup lang="ts">
import type { Passage } from '@janua/contracts'
import InputText from 'primevue/inputtext'
import { onMounted, ref, useTemplateRef } from 'vue'
import { useRemote } from '../shell/useRemote.ts'

/** Looks a passage up in what visitors get now, to put it into the reply. */
const emit = defineEmits<{ insert: [passage: Passage]; close: [] }>()
const words = ref('')
const box = useTemplateRef<HTMLElement>('box')
const { state } = useRemote('/desk/passages', () => ({ words: words.value }), {
  when: () => words.value.trim().length > 1,
})
onMounted(() => box.value?.querySelector('input')?.focus())
</script>

<template>
  <div ref="box" class="finder" data-test="finder" @keydown.esc.stop="emit('close')">
    <InputText
      v-model="words"
      size="small"
      fluid
      :placeholder="$t('handover.passageFinder.lookUpInThe')"
      :aria-label="$t('handover.passageFinder.lookUpInThe')"
    />
    <ul v-if="state.status === 'ready' && words.trim().length > 1">
      <li v-for="(passage, i) in state.value" :key="i">
        <button type="button" @click="emit('insert', passage)">
          <strong>{{ [passage.title, ...passage.path].join(' › ') }}</strong><span>{{
            passage.text
          }}</span>
        </button>
      </li>
      <li v-if="state.value.length === 0" class="quiet small">
        {{ $t('handover.passageFinder.nothingNearIt') }}
      </li>
    </ul>
  </div>
</template>

<style scoped>
.finder {
  display: grid;
  gap: 6px;
}
ul {
  list-style: none;
  margin: 0;
  padding: 0;
  max-height: 210px;
  overflow: auto;
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
}
button {
  display: grid;
  gap: 2px;
  width: 100%;
  text-align: left;
  background: none;
  border: 0;
  border-bottom: 1px solid var(--line);
  padding: 8px 10px;
  font: inherit;
  color: inherit;
  cursor: pointer;
}
button:hover {
  background: var(--paper);
}
span {
  color: var(--muted);
  font-size: var(--text-small);
  display: -webkit-box;
  -webkit-box-orient: vertical;
  -webkit-line-clamp: 2;
  line-clamp: 2;
  overflow: hidden;
}
li.quiet {
  padding: 8px 10px;
}
</style>
