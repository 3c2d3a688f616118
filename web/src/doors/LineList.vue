<script setup lang="ts">
import { ArrowDown, ArrowUp, X } from '@lucide/vue'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'

/** A short list in an order of its own: rows, not text with separators. */
const {
  label,
  placeholder = '',
  most,
} = defineProps<{ label: string; placeholder?: string; most: number }>()
const lines = defineModel<string[]>({ required: true })
const change = (i: number, text: string) => (lines.value = lines.value.with(i, text))
const swap = (i: number) =>
  (lines.value = lines.value.with(i, lines.value[i + 1]!).with(i + 1, lines.value[i]!))
</script>

<template>
  <div class="stack lines" role="group" :aria-label="label">
    <span class="label">{{ label }}</span>
    <div v-for="(line, i) in lines" :key="i" class="row line">
      <InputText
        :model-value="line"
        size="small"
        class="grow"
        :placeholder="placeholder"
        :aria-label="`${label}, ${i + 1}`"
        @update:model-value="change(i, $event ?? '')"
      />
      <Button
        text
        size="small"
        :disabled="i === 0"
        :aria-label="$t('doors.lineList.moveUp', { line })"
        @click="swap(i - 1)"
        ><ArrowUp :size="15"
      /></Button>
      <Button
        text
        size="small"
        :disabled="i === lines.length - 1"
        :aria-label="$t('doors.lineList.moveDown', { line })"
        @click="swap(i)"
        ><ArrowDown :size="15"
      /></Button>
      <Button
        text
        size="small"
        :aria-label="$t('doors.lineList.remove', { line })"
        @click="lines = lines.toSpliced(i, 1)"
        ><X :size="15"
      /></Button>
    </div>
    <div>
      <Button
        v-if="lines.length < most"
        text
        size="small"
        :label="$t('doors.lineList.addALine')"
        @click="lines = [...lines, '']"
      />
    </div>
  </div>
</template>

<style scoped>
.lines {
  gap: 6px;
}
.line {
  gap: 2px;
  flex-wrap: nowrap;
}
</style>
