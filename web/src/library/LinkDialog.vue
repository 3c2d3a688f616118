<script setup lang="ts">
import Button from 'primevue/button'
import Dialog from 'primevue/dialog'
import InputText from 'primevue/inputtext'
import { ref } from 'vue'
import { inPlainWords, post } from '../shell/api.ts'
import { useFocusBack } from '../shell/useFocusBack.ts'

useFocusBack()
const { kind } = defineProps<{ kind: 'link' | 'picture' }>()
const emit = defineEmits<{ close: []; insert: [given: { address: string; text: string }] }>()
const address = ref('')
const text = ref('')
const failure = ref('')
const pattern = kind === 'link' ? '(https?://|mailto:|tel:).+' : '(https://|/files/).+'

async function upload(event: Event): Promise<void> {
  const [file] = (event.target as HTMLInputElement).files ?? []
  if (!file) return
  const form = new FormData()
  form.append('files', file, file.name)
  try {
    failure.value = ''
    address.value = (await post('/pictures', form)).address
  } catch (cause) {
    failure.value = inPlainWords(cause)
  }
}
</script>

<template>
  <Dialog
    visible
    modal
    :header="kind === 'link' ? 'Link' : 'Picture'"
    :style="{ width: '420px' }"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="emit('insert', { address, text })">
      <label v-if="kind === 'picture'" class="field"
        ><span>From this computer (PNG, JPEG, WebP or GIF)</span
        ><input
          type="file"
          accept="image/png,image/jpeg,image/webp,image/gif"
          data-test="picture-file"
          @change="upload"
      /></label>
      <p v-if="failure" role="alert" class="small">{{ failure }}</p>
      <label class="field"
        ><span>{{
          kind === 'link' ? 'Address (https, mailto or tel)' : 'Or its address (https)'
        }}</span
        ><InputText v-model.trim="address" required :pattern="pattern" autofocus
      /></label>
      <label class="field"
        ><span>{{
          kind === 'link'
            ? 'Words, when nothing is selected'
            : 'What it shows, for those who cannot see it'
        }}</span
        ><InputText v-model.trim="text" :required="kind === 'picture'"
      /></label>
      <Button type="submit" label="Put in" />
    </form>
  </Dialog>
</template>
