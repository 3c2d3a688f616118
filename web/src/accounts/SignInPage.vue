<script setup lang="ts">
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { onMounted, ref } from 'vue'
import { useRoute, useRouter } from 'vue-router'
import { inPlainWords, Refused } from '../shell/api.ts'
import JanuaMark from '../shell/JanuaMark.vue'
import { useSession } from '../shell/session.ts'

const session = useSession()
const route = useRoute()
const router = useRouter()
const mail = ref('')
const password = ref('')
const code = ref('')
/** The password is right, and the account asks for a code as well. */
const needsCode = ref(false)
const failure = ref('')
const busy = ref(false)

onMounted(() => session.load().catch((cause: unknown) => (failure.value = inPlainWords(cause))))

async function signIn(): Promise<void> {
  busy.value = true
  failure.value = ''
  try {
    await session.signIn(mail.value, password.value, code.value)
    const to = route.query.to
    await router.push(
      typeof to === 'string' && to.startsWith('/') && !to.startsWith('//') ? to : session.home,
    )
  } catch (cause) {
    const asksCode = cause instanceof Refused && cause.problem.code === 'CODE_NEEDED'
    if (asksCode && !needsCode.value) needsCode.value = true
    else failure.value = inPlainWords(cause)
  } finally {
    busy.value = false
  }
}
</script>

<template>
  <div class="gate">
    <form class="door" @submit.prevent="signIn">
      <div class="lunette">
        <JanuaMark />
        <h1>{{ $t('accounts.signIn.janua') }}</h1>
      </div>
      <div class="stack inside">
        <label class="field"
          ><span>{{ $t('accounts.signIn.mailAddress') }}</span
          ><InputText
            v-model.trim="mail"
            type="email"
            autocomplete="username"
            required
            autofocus
            data-test="mail"
        /></label>
        <label class="field"
          ><span>{{ $t('accounts.signIn.password') }}</span
          ><InputText
            v-model="password"
            type="password"
            autocomplete="current-password"
            required
            data-test="password"
        /></label>
        <label v-if="needsCode" class="field"
          ><span>{{ $t('accounts.signIn.codeFromYourAuthenticator') }}</span
          ><InputText
            v-model.trim="code"
            inputmode="numeric"
            autocomplete="one-time-code"
            required
            autofocus
            data-test="code"
          /><span class="quiet small">{{ $t('accounts.signIn.orOneOfYour') }}</span></label
        >
        <Message v-if="failure" severity="error" data-test="failure">{{ failure }}</Message>
        <Button
          type="submit"
          :label="$t('accounts.signIn.signIn')"
          :loading="busy"
          data-test="sign-in"
        />
        <p class="quiet small">
          {{ $t('accounts.signIn.noAccountYetOr') }}
        </p>
      </div>
    </form>
  </div>
</template>

<style scoped>
.gate {
  min-height: 100vh;
  display: grid;
  place-items: end center;
}
.door {
  width: min(380px, 100vw);
  background: var(--surface);
  border: 1px solid var(--line);
  border-bottom: 0;
  border-radius: 190px 190px 0 0;
  overflow: hidden;
  min-height: 560px;
}
.lunette {
  background: var(--header);
  color: var(--on-header);
  display: grid;
  justify-items: center;
  gap: 8px;
  padding: 62px 0 26px;
}
.inside {
  padding: 28px 40px 44px;
  gap: 16px;
}
</style>
