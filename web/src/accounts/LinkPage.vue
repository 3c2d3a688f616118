<script setup lang="ts">
import { t } from '../shell/i18n.ts'
import { type LinkInfo, MIN_PASSWORD } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { computed, onMounted, ref, shallowRef } from 'vue'
import { useRouter } from 'vue-router'
import { get, inPlainWords } from '../shell/api.ts'
import { useSession } from '../shell/session.ts'

const { token } = defineProps<{ token: string }>()
const session = useSession()
const router = useRouter()
const info = shallowRef<LinkInfo>()
const name = ref('')
const mail = ref('')
const password = ref('')
const failure = ref('')
const title = computed(
  () =>
    ({
      invite: t('accounts.link.welcomeToTheTeam'),
      reset: t('accounts.link.chooseANewPassword'),
      setup: t('accounts.link.makeTheFirstLead'),
    })[info.value?.kind ?? 'invite'],
)

onMounted(async () => {
  try {
    await session.load()
    info.value = await get(`/links/${token}`)
    name.value = info.value.name
    mail.value = info.value.mail
  } catch (cause) {
    failure.value = inPlainWords(cause)
  }
})
async function use(): Promise<void> {
  failure.value = ''
  try {
    await session.useLink({ token, password: password.value, name: name.value, mail: mail.value })
    await router.push(info.value?.kind === 'setup' ? '/start' : session.home)
  } catch (cause) {
    failure.value = inPlainWords(cause)
  }
}
</script>

<template>
  <div class="page narrow">
    <form v-if="info" class="panel stack" @submit.prevent="use">
      <h1>{{ title }}</h1>
      <label class="field"
        ><span>{{ $t('accounts.link.yourName') }}</span
        ><InputText
          v-model.trim="name"
          required
          :disabled="info.kind === 'reset'"
          autocomplete="name"
          data-test="name"
      /></label>
      <label class="field"
        ><span>{{ $t('accounts.link.mailAddressWithWhich') }}</span
        ><InputText
          v-model.trim="mail"
          type="email"
          required
          :disabled="info.kind !== 'setup'"
          autocomplete="username"
          data-test="mail"
      /></label>
      <label class="field"
        ><span>{{
          $t('accounts.link.passwordCharactersOrMore', { minpassword: MIN_PASSWORD })
        }}</span
        ><InputText
          v-model="password"
          type="password"
          required
          :minlength="MIN_PASSWORD"
          autocomplete="new-password"
          data-test="password"
      /></label>
      <Message v-if="failure" severity="error">{{ failure }}</Message>
      <Button type="submit" :label="$t('accounts.link.goIn')" data-test="use-link" />
    </form>
    <Message v-else-if="failure" severity="error"
      >{{ failure }}
      <RouterLink to="/sign-in">{{ $t('accounts.link.toTheSignIn') }}</RouterLink></Message
    >
  </div>
</template>

<style scoped>
.narrow {
  max-width: 480px;
  padding-top: 80px;
}
</style>
