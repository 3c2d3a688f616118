<script setup lang="ts">
import type { Outline } from '@janua/core'

/** What agents replied to those who asked, each with its conversation; a click takes it over. */
const { replies } = defineProps<{ replies: Outline['replies'] }>()
defineEmits<{ take: [text: string] }>()
</script>

<template>
  <div v-if="replies.length" class="small">
    <p class="quiet">Agents replied:</p>
    <blockquote v-for="reply in replies" :key="reply.text" data-test="agent-reply">
      {{ reply.text }}
      <span class="quiet"
        >{{ reply.times > 1 ? `${reply.times} times, ` : ''
        }}<RouterLink :to="`/desk/${reply.conversation}`"
          >conversation {{ reply.conversation }}</RouterLink
        ></span
      >
      <button type="button" class="bare" data-test="take-reply" @click="$emit('take', reply.text)">
        take over
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
