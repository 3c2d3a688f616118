<script setup lang="ts">
import type { Message } from '@janua/contracts'
import { computed, onMounted, onUnmounted, ref } from 'vue'
import type { DoorApi } from './api.ts'

/** A picture or PDF of the thread; it is fetched with the visitor's own token, as nobody else may see it. */
const { message, api } = defineProps<{ message: Message; api: DoorApi }>()
const data = computed(() => message.data as unknown as { file: number; type: string; size: number })
const address = ref('')
const isPicture = computed(() => data.value.type.startsWith('image/'))
onMounted(async () => (address.value = await api.file(data.value.file).catch(() => '')))
onUnmounted(() => URL.revokeObjectURL(address.value))
</script>

<template>
  <a v-if="address" :href="address" :download="message.text" class="file" data-test="file"
    ><img v-if="isPicture" :src="address" :alt="message.text" /><template v-else
      >{{ message.text }} ({{ Math.ceil(data.size / 1024) }} kB)</template
    ></a
  >
  <span v-else class="quiet">{{ message.text }}</span>
</template>
