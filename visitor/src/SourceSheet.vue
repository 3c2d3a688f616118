<script setup lang="ts">
import type { SourceView } from '@janua/contracts'
import type { Source } from '@janua/core'
import { computed, nextTick, onMounted, shallowRef, useTemplateRef } from 'vue'
import type { DoorApi } from './api.ts'
import BlockList from './BlockList.vue'
import { words } from './words.ts'

/** The whole article that an answer came from, open at the cited passage. */
const { source, api } = defineProps<{ source: Source; api: DoorApi }>()
const emit = defineEmits<{ close: [] }>()
const view = shallowRef<SourceView>()
const failed = shallowRef(false)
const dialog = useTemplateRef('dialog')

onMounted(async () => {
  dialog.value!.showModal()
  view.value = await api.source(source.revision).catch(() => undefined)
  failed.value = !view.value
  await nextTick()
  dialog.value!.querySelector('.cited')?.scrollIntoView({ block: 'center' })
})

/** The document itself, open at the page of the cited passage. */
const original = computed(() => {
  const at = view.value?.passages.find(({ ordinal }) => ordinal === source.ordinal)?.page
  return view.value?.original && view.value.original + (at ? `#page=${at}` : '')
})

/** Headings that the passage before does not stand under. */
function freshPath(i: number): string[] {
  const before = view.value!.passages[i - 1]?.path ?? []
  return view.value!.passages[i]!.path.filter((heading, level) => before[level] !== heading)
}
</script>

<template>
  <dialog ref="dialog" class="sheet" :aria-label="words.source" @close="emit('close')">
    <button type="button" class="shut" data-test="close-source" @click="dialog!.close()">
      {{ words.close }}
    </button>
    <p v-if="failed">{{ words.sourceGone }}</p>
    <article v-if="view" data-test="source-text">
      <h2>{{ view.title }}</h2>
      <p v-if="original" class="original">
        <a :href="original" target="_blank" rel="noopener" data-test="original">{{
          words.original
        }}</a>
      </p>
      <section
        v-for="(passage, i) in view.passages"
        :key="passage.ordinal"
        :class="{ cited: passage.ordinal === source.ordinal }"
      >
        <h3 v-for="heading in freshPath(i)" :key="heading">{{ heading }}</h3>
        <p v-if="passage.page && passage.page !== view.passages[i - 1]?.page" class="page-number">
          {{ words.page }} {{ passage.page }}
        </p>
        <BlockList :blocks="passage.blocks" />
      </section>
    </article>
  </dialog>
</template>
