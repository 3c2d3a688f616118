<script setup lang="ts">
import { MIN_PASSWORD, type SecondFactorStart } from '@janua/contracts'
import Button from 'primevue/button'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import { ref, shallowRef } from 'vue'
import { call, post, put, remove } from '../shell/api.ts'
import { moment } from '../shell/format.ts'
import FormField from '../shell/FormField.vue'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import { useRemote } from '../shell/useRemote.ts'
import { browserName } from './browserName.ts'

const session = useSession()
const { state, reload: load } = useRemote('/account')
const { run, busy } = useAction()
const {
  values: passwords,
  faults,
  busy: changing,
  submit,
  reset,
} = useForm(
  () => ({ current: '', password: '' }),
  (body) => put('/account/password', body).then(() => true),
)
const enrolment = shallowRef<SecondFactorStart>()
const code = ref('')
const codes = shallowRef<string[]>()
const removing = ref(false)
const removePassword = ref('')

async function changePassword(): Promise<void> {
  if (!(await submit('Password changed. Your other sessions have ended.'))) return
  reset()
  await load()
}
async function begin(): Promise<void> {
  code.value = ''
  enrolment.value = await run(() => post('/account/second-factor'))
}
async function confirm(): Promise<void> {
  const made = await run(() => put('/account/second-factor', { code: code.value }))
  if (!made) return
  codes.value = made.codes
  enrolment.value = undefined
  await Promise.all([load(), session.reload()])
}
async function removeFactor(): Promise<void> {
  const done = await run(
    () =>
      call('DELETE', '/account/second-factor', { password: removePassword.value }).then(() => true),
    'Second factor removed',
  )
  removePassword.value = ''
  if (!done) return
  removing.value = false
  await load()
}
async function end(id?: string): Promise<void> {
  await run(
    () => (id ? remove(`/account/sessions/${id}`) : remove('/account/sessions')),
    'Signed out there',
  )
  await load()
}
const copy = () =>
  run(() => navigator.clipboard.writeText(codes.value!.join('\n')), 'Recovery codes copied')
</script>

<template>
  <div class="page narrow">
    <div class="head">
      <div>
        <h1>Your account</h1>
        <p class="quiet">{{ session.user!.name }} · {{ session.user!.mail }}</p>
      </div>
    </div>
    <Message v-if="session.needsSecondFactor" severity="warn" data-test="needs-factor"
      >Your team asks leads for a second factor. Set it up here, and the other pages open.</Message
    >
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>

    <section v-if="state.value" class="panel stack" data-test="second-factor">
      <h2>Authenticator app</h2>
      <template v-if="codes">
        <p>
          Keep these recovery codes in a safe place. Each one signs you in once if you lose your
          phone. They are not shown again.
        </p>
        <pre class="codes" data-test="recovery-codes">{{ codes.join('\n') }}</pre>
        <div class="row">
          <Button label="Copy" outlined @click="copy" />
          <Button label="I’ve saved them" data-test="codes-saved" @click="codes = undefined" />
        </div>
      </template>
      <template v-else-if="enrolment">
        <p>Scan this with your authenticator app, then enter the code it shows.</p>
        <img
          class="qr"
          :src="`data:image/svg+xml;utf8,${encodeURIComponent(enrolment.qr)}`"
          alt="QR code for your authenticator app"
        />
        <p class="quiet small">
          Can’t scan it? Enter this key instead: <code>{{ enrolment.secret }}</code>
        </p>
        <form class="row" @submit.prevent="confirm">
          <InputText
            v-model.trim="code"
            inputmode="numeric"
            autocomplete="one-time-code"
            placeholder="6 digits"
            aria-label="Code from the app"
            required
            data-test="factor-code"
          />
          <Button type="submit" label="Confirm" :loading="busy" data-test="factor-confirm" />
          <Button type="button" text label="Cancel" @click="enrolment = undefined" />
        </form>
      </template>
      <template v-else-if="state.value.hasSecondFactor">
        <p>
          On. Signing in asks for a code from your app. {{ state.value.recoveryCodesLeft }} recovery
          codes left.
        </p>
        <form v-if="removing" class="row" @submit.prevent="removeFactor">
          <InputText
            v-model="removePassword"
            type="password"
            autocomplete="current-password"
            placeholder="Your password"
            aria-label="Your password"
            required
          />
          <Button type="submit" severity="danger" label="Turn off" :loading="busy" />
          <Button type="button" text label="Cancel" @click="removing = false" />
        </form>
        <div v-else class="row">
          <Button outlined label="Set up again" @click="begin" />
          <Button text severity="danger" label="Turn off" @click="removing = true" />
        </div>
      </template>
      <template v-else>
        <p>
          Off. With an authenticator app, your password alone doesn’t sign anyone in to your
          account.
        </p>
        <div>
          <Button label="Set up" :loading="busy" data-test="factor-begin" @click="begin" />
        </div>
      </template>
    </section>

    <form class="panel stack" @submit.prevent="changePassword">
      <h2>Password</h2>
      <FormField label="Current password" :fault="faults.current">
        <InputText
          v-model="passwords.current"
          type="password"
          autocomplete="current-password"
          required
          data-test="current-password"
        />
      </FormField>
      <FormField
        :label="`New password (at least ${MIN_PASSWORD} characters)`"
        :fault="faults.password"
      >
        <InputText
          v-model="passwords.password"
          type="password"
          autocomplete="new-password"
          required
          :minlength="MIN_PASSWORD"
          data-test="new-password"
        />
      </FormField>
      <p class="quiet small">
        Three or four unrelated words make a good one. Common passwords and your own name are
        refused.
      </p>
      <div><Button type="submit" label="Change password" :loading="changing" /></div>
    </form>

    <section v-if="state.value" class="panel stack" data-test="own-sessions">
      <h2>Where you’re signed in</h2>
      <ul class="sessions">
        <li v-for="each in state.value.sessions" :key="each.id">
          <div>
            <strong>{{ browserName(each.browser) }}</strong>
            <span v-if="each.isThis" class="quiet"> · this browser</span>
            <p class="quiet small">
              Signed in {{ moment(each.since) }} · last used {{ moment(each.seenAt) }}
            </p>
          </div>
          <Button v-if="!each.isThis" size="small" text label="Sign out" @click="end(each.id)" />
        </li>
      </ul>
      <div v-if="state.value.sessions.length > 1">
        <Button outlined size="small" label="Sign out everywhere else" @click="end()" />
      </div>
    </section>
  </div>
</template>

<style scoped>
.narrow {
  max-width: 640px;
}
.panel {
  margin-bottom: 18px;
}
.qr {
  width: 200px;
  height: 200px;
  background: #fff;
  border-radius: var(--round-medium);
}
.codes {
  columns: 2;
  font-size: var(--text-body);
}
.sessions {
  list-style: none;
  padding: 0;
  display: grid;
  gap: 10px;
}
.sessions li {
  display: flex;
  justify-content: space-between;
  align-items: center;
}
</style>
