<script setup lang="ts">
import Button from 'primevue/button'
import { ref } from 'vue'
import { post } from '../shell/api.ts'
import { useAction } from '../shell/useAction.ts'
import MachineMark from './MachineMark.vue'
import { useModelUses } from './useModelUses.ts'

/** What a conversation has come to, in a few sentences of the language model, when somebody asks for it. */
const { conversation } = defineProps<{ conversation: number }>()
const isOn = useModelUses().isOn('summary')
const { run, busy } = useAction()
const summary = ref('')

async function ask(): Promise<void> {
  const made = await run(() => post(`/desk/${conversation}/summary`))
  if (made) summary.value = made.summary
}
</script>

<template>
  <section v-if="isOn" class="stack" data-test="summary">
    <template v-if="summary">
      <p class="text">{{ summary }}</p>
      <MachineMark />
    </template>
    <p v-else>
      <Button
        outlined
        size="small"
        :label="$t('models.conversationSummary.sumUpTheConversation')"
        :loading="busy"
        data-test="sum-up"
        @click="ask"
      />
    </p>
  </section>
</template>

<style scoped>
.text {
  white-space: pre-line;
}
</style>
