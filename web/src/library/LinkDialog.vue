<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'

const { kind } = defineProps<{ kind: 'link' | 'picture' }>()
const emit = defineEmits<{ close: []; insert: [given: { address: string; text: string }] }>()
const address = ref('')
const text = ref('')
const pattern = kind === 'link' ? '(https?://|mailto:|tel:).+' : 'https://.+'
</script>

<template>
  <Dialog visible modal :header="kind === 'link' ? 'Link' : 'Picture'" :style="{ width: '420px' }" @update:visible="emit('close')">
    <form class="stack" @submit.prevent="emit('insert', { address, text })">
      <label class="field"><span>{{ kind === 'link' ? 'Address (https, mailto or tel)' : 'Address of the picture (https)' }}</span><InputText v-model.trim="address" required :pattern="pattern" autofocus /></label>
      <label class="field"><span>{{ kind === 'link' ? 'Words, when nothing is selected' : 'What it shows, for those who cannot see it' }}</span><InputText v-model.trim="text" :required="kind === 'picture'" /></label>
      <Button type="submit" label="Put in" />
    </form>
  </Dialog>
</template>
