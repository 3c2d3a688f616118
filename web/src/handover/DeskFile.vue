<script setup lang="ts">
import type { Message } from '@janua/contracts'
import { computed } from 'vue'

const { conversation, message } = defineProps<{ conversation: number; message: Message }>()
const data = computed(() => message.data as unknown as { file: number; type: string; size: number })
const address = computed(() => `/api/desk/${conversation}/files/${data.value.file}`)
</script>

<template>
  <a :href="address" target="_blank" rel="noopener" data-test="file"
    ><img v-if="data.type.startsWith('image/')" :src="address" :alt="message.text" /><template
      v-else
      >{{
        $t('handover.deskFile.kb', { message: message.text, size: Math.ceil(data.size / 1024) })
      }}</template
    ></a
  >
</template>

<style scoped>
img {
  display: block;
  max-width: 260px;
  max-height: 220px;
  border: 1px solid var(--line);
  border-radius: var(--round-medium);
}
</style>
