<script setup lang="ts">
import type { ArticleContent } from '@janua/contracts'
import { wordDiff } from '@janua/core'
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import { computed } from 'vue'
import type { Conflict } from '../shell/useDraftEditor.ts'
import { useFocusBack } from '../shell/useFocusBack.ts'

useFocusBack()
const { conflict, mine } = defineProps<{
  conflict: Conflict<ArticleContent>
  mine: ArticleContent
}>()
defineEmits<{ mine: []; theirs: []; later: [] }>()
const asText = ({ title, phrasings, body }: ArticleContent) =>
  `${title}\n\n${phrasings.map((each) => `? ${each}`).join('\n')}\n\n${body}`
const parts = computed(() => wordDiff(asText(conflict.theirs), asText(mine)))
</script>

<template>
  <Dialog
    visible
    modal
    :header="$t('library.conflictDialog.twoPeopleChangedThis')"
    :style="{ width: '1060px' }"
    :closable="false"
    data-test="conflict"
  >
    <p>{{ conflict.message }}</p>
    <div class="both">
      <section>
        <h3>{{ $t('library.conflictDialog.savedByThem') }}</h3>
        <pre><template v-for="(part, i) in parts" :key="i"><del v-if="part.type === 'gone'">{{ part.text }}</del><template v-else-if="part.type === 'same'">{{ part.text }}</template></template></pre>
      </section>
      <section>
        <h3>{{ $t('library.conflictDialog.yoursNotSavedYet') }}</h3>
        <pre><template v-for="(part, i) in parts" :key="i"><ins v-if="part.type === 'new'">{{ part.text }}</ins><template v-else-if="part.type === 'same'">{{ part.text }}</template></template></pre>
      </section>
    </div>
    <template #footer>
      <Button
        text
        :label="$t('library.conflictDialog.goOnEditingMine')"
        autofocus
        @click="$emit('later')"
      /><Button
        outlined
        :label="$t('library.conflictDialog.takeTheirs')"
        data-test="take-theirs"
        @click="$emit('theirs')"
      /><Button
        :label="$t('library.conflictDialog.putMineOverTheirs')"
        data-test="keep-mine"
        @click="$emit('mine')"
      />
    </template>
  </Dialog>
</template>

<style scoped>
.both {
  display: grid;
  grid-template-columns: 1fr 1fr;
  gap: 16px;
  margin-top: 12px;
}
pre {
  white-space: pre-wrap;
  font: var(--text-small) / 1.5 var(--body);
  border: 1px solid var(--line);
  border-radius: var(--round-large);
  padding: 12px;
  max-height: 50vh;
  overflow: auto;
}
</style>
