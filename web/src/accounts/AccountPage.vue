<script setup lang="ts">
import { t } from '../shell/i18n.ts'
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
import LanguageChoice from './LanguageChoice.vue'

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
  if (!(await submit(t('accounts.account.passwordChangedYourOther')))) return
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
    t('accounts.account.secondFactorRemoved'),
  )
  removePassword.value = ''
  if (!done) return
  removing.value = false
  await load()
}
async function end(id?: string): Promise<void> {
  await run(
    () => (id ? remove(`/account/sessions/${id}`) : remove('/account/sessions')),
    t('accounts.account.signedOutThere'),
  )
  await load()
}
const copy = () =>
  run(
    () => navigator.clipboard.writeText(codes.value!.join('\n')),
    t('accounts.account.recoveryCodesCopied'),
  )
</script>

<template>
  <div class="page narrow">
    <div class="head">
      <div>
        <h1>{{ $t('accounts.account.yourAccount') }}</h1>
        <p class="quiet">{{ session.user!.name }} · {{ session.user!.mail }}</p>
      </div>
    </div>
    <Message v-if="session.needsSecondFactor" severity="warn" data-test="needs-factor">{{
      $t('accounts.account.yourTeamAsksLeads')
    }}</Message>
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>

    <section v-if="state.value" class="panel stack" data-test="second-factor">
      <h2>{{ $t('accounts.account.authenticatorApp') }}</h2>
      <template v-if="codes">
        <p>
          {{ $t('accounts.account.keepTheseRecoveryCodes') }}
        </p>
        <pre class="codes" data-test="recovery-codes">{{ codes.join('\n') }}</pre>
        <div class="row">
          <Button :label="$t('accounts.account.copy')" outlined @click="copy" />
          <Button
            :label="$t('accounts.account.iveSavedThem')"
            data-test="codes-saved"
            @click="codes = undefined"
          />
        </div>
      </template>
      <template v-else-if="enrolment">
        <p>{{ $t('accounts.account.scanThisWithYour') }}</p>
        <img
          class="qr"
          :src="`data:image/svg+xml;utf8,${encodeURIComponent(enrolment.qr)}`"
          :alt="$t('accounts.account.qrCodeForYour')"
        />
        <p class="quiet small">
          <i18n-t keypath="accounts.account.cantScanItEnter" scope="global"
            ><template #secret
              ><code>{{ enrolment.secret }}</code></template
            ></i18n-t
          >
        </p>
        <form class="row" @submit.prevent="confirm">
          <InputText
            v-model.trim="code"
            inputmode="numeric"
            autocomplete="one-time-code"
            :placeholder="$t('accounts.account.n6Digits')"
            :aria-label="$t('accounts.account.codeFromTheApp')"
            required
            data-test="factor-code"
          />
          <Button
            type="submit"
            :label="$t('accounts.account.confirm')"
            :loading="busy"
            data-test="factor-confirm"
          />
          <Button type="button" text :label="$t('common.cancel')" @click="enrolment = undefined" />
        </form>
      </template>
      <template v-else-if="state.value.hasSecondFactor">
        <p>
          {{
            $t('accounts.account.onSigningInAsks', {
              recoveryCodesLeft: state.value.recoveryCodesLeft,
            })
          }}
        </p>
        <form v-if="removing" class="row" @submit.prevent="removeFactor">
          <InputText
            v-model="removePassword"
            type="password"
            autocomplete="current-password"
            :placeholder="$t('accounts.account.yourPassword')"
            :aria-label="$t('accounts.account.yourPassword')"
            required
          />
          <Button
            type="submit"
            severity="danger"
            :label="$t('accounts.account.turnOff')"
            :loading="busy"
          />
          <Button type="button" text :label="$t('common.cancel')" @click="removing = false" />
        </form>
        <div v-else class="row">
          <Button outlined :label="$t('accounts.account.setUpAgain')" @click="begin" />
          <Button
            text
            severity="danger"
            :label="$t('accounts.account.turnOff')"
            @click="removing = true"
          />
        </div>
      </template>
      <template v-else>
        <p>
          {{ $t('accounts.account.offWithAnAuthenticator') }}
        </p>
        <div>
          <Button
            :label="$t('accounts.account.setUp')"
            :loading="busy"
            data-test="factor-begin"
            @click="begin"
          />
        </div>
      </template>
    </section>

    <form class="panel stack" @submit.prevent="changePassword">
      <h2>{{ $t('accounts.account.password') }}</h2>
      <FormField :label="$t('accounts.account.currentPassword')" :fault="faults.current">
        <InputText
          v-model="passwords.current"
          type="password"
          autocomplete="current-password"
          required
          data-test="current-password"
        />
      </FormField>
      <FormField
        :label="$t('accounts.account.newPasswordAtLeast', { minpassword: MIN_PASSWORD })"
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
        {{ $t('accounts.account.threeOrFourUnrelated') }}
      </p>
      <div>
        <Button type="submit" :label="$t('accounts.account.changePassword')" :loading="changing" />
      </div>
    </form>

    <LanguageChoice />

    <section v-if="state.value" class="panel stack" data-test="own-sessions">
      <h2>{{ $t('accounts.account.whereYoureSignedIn') }}</h2>
      <ul class="sessions">
        <li v-for="each in state.value.sessions" :key="each.id">
          <div>
            <strong>{{ browserName(each.browser) }}</strong>
            <span v-if="each.isThis" class="quiet"
              >{{ ' ' }}{{ $t('accounts.account.thisBrowser') }}</span
            >
            <p class="quiet small">
              {{
                $t('accounts.account.signedInLastUsed', {
                  since: moment(each.since),
                  seenAt: moment(each.seenAt),
                })
              }}
            </p>
          </div>
          <Button
            v-if="!each.isThis"
            size="small"
            text
            :label="$t('accounts.account.signOut')"
            @click="end(each.id)"
          />
        </li>
      </ul>
      <div v-if="state.value.sessions.length > 1">
        <Button
          outlined
          size="small"
          :label="$t('accounts.account.signOutEverywhereElse')"
          @click="end()"
        />
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
  flex-wrap: wrap;
  justify-content: space-between;
  align-items: center;
  gap: 4px 12px;
}
</style>
