<script setup lang="ts">
import { counted } from '../shell/format.ts'
import type { Outline } from '@janua/core'

/** What agents replied to those who asked, each with its conversation; a click takes it over. */
const { replies } = defineProps<{ replies: Outline['replies'] }>()
defineEmits<{ take: [text: string] }>()
</script>

<template>
  <div v-if="replies.length" class="small">
    <p class="quiet">{{ $t('coverage.agentReplies.agentsReplied') }}</p>
    <blockquote v-for="reply in replies" :key="reply.text" data-test="agent-reply">
      {{ reply.text }}
      <span class="quiet"
        >{{ reply.times > 1 ? `${counted('units.time', reply.times)}, ` : ''
        }}<RouterLink :to="`/desk/${reply.conversation}`">{{
          $t('coverage.agentReplies.conversation', { conversation: reply.conversation })
        }}</RouterLink></span
      >
      <button type="button" class="bare" data-test="take-reply" @click="$emit('take', reply.text)">
        {{ $t('coverage.agentReplies.takeOver') }}
      </button>
    </blockquote>
  </div>
</template>

<style scoped>
blockquote {
  margin: 4px 0 0;
  border-left: 3px solid var(--plum);
  padding-left: 10px;
}
</style>
