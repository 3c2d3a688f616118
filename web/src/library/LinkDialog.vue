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
    :header="kind === 'link' ? $t('library.linkDialog.link') : $t('library.linkDialog.picture')"
    :style="{ width: '420px' }"
    @update:visible="emit('close')"
  >
    <form class="stack" @submit.prevent="emit('insert', { address, text })">
      <label v-if="kind === 'picture'" class="field"
        ><span>{{ $t('library.linkDialog.fromThisComputerPng') }}</span
        ><input
          type="file"
          accept="image/png,image/jpeg,image/webp,image/gif"
          data-test="picture-file"
          @change="upload"
      /></label>
      <p v-if="failure" role="alert" class="small">{{ failure }}</p>
      <label class="field"
        ><span>{{
          kind === 'link'
            ? $t('library.linkDialog.addressHttpsMailtoOr')
            : $t('library.linkDialog.orItsAddressHttps')
        }}</span
        ><InputText v-model.trim="address" required :pattern="pattern" autofocus
      /></label>
      <label class="field"
        ><span>{{
          kind === 'link'
            ? $t('library.linkDialog.wordsWhenNothingIs')
            : $t('library.linkDialog.whatItShowsFor')
        }}</span
        ><InputText v-model.trim="text" :required="kind === 'picture'"
      /></label>
      <Button type="submit" :label="$t('library.linkDialog.putIn')" />
    </form>
  </Dialog>
</template>
