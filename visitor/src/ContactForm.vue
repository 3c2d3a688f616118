<script setup lang="ts">
import { ref } from 'vue'
import { words } from './words.ts'

const emit = defineEmits<{ told: [contact: { name: string; mail: string }] }>()
const name = ref('')
const mail = ref('')
</script>

<template>
  <form class="contact" data-test="contact" @submit.prevent="emit('told', { name, mail })">
    <p>{{ words.contactAsk }}</p>
    <label>{{ words.name }}<input v-model.trim="name" name="name" autocomplete="name" required maxlength="120" /></label>
    <label>{{ words.mail }}<input v-model.trim="mail" name="email" type="email" autocomplete="email" required maxlength="190" /></label>
    <button type="submit" class="main">{{ words.handOver }}</button>
  </form>
</template>
