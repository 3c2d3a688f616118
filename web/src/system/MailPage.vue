<script setup lang="ts">
import Button from 'primevue/button'
import Checkbox from 'primevue/checkbox'
import InputNumber from 'primevue/inputnumber'
import InputText from 'primevue/inputtext'
import Message from 'primevue/message'
import Password from 'primevue/password'
import { computed } from 'vue'
import { counted } from '../shell/format.ts'
import FormField from '../shell/FormField.vue'
import { t } from '../shell/i18n.ts'
import { useMail } from './useMail.ts'

/** The server that mails are sent through. */
const { state, view, values, faults, busy, save, forget, to, sentTo, testing, test } = useMail()
const headline = computed(() =>
  view.value?.source === 'settings'
    ? t('system.mail.headSettings', { host: view.value.server!.host })
    : view.value?.source === 'configuration'
      ? t('system.mail.headConfiguration')
      : t('system.mail.headNone'),
)
</script>

<template>
  <div class="page narrow">
    <Message v-if="state.status === 'failed'" severity="error">{{ state.reason }}</Message>
    <template v-if="view">
      <div class="head">
        <div>
          <h1 data-test="mail-head">{{ headline }}</h1>
          <p class="quiet">
            {{
              view.source === 'configuration' ? $t('system.mail.configured') : $t('system.mail.why')
            }}
          </p>
        </div>
      </div>
      <Message v-if="view.waiting && view.source !== 'none'" severity="warn">{{
        $t('system.mail.waiting', {
          mails: counted('units.emailIs', view.waiting),
          problem: view.problem,
        })
      }}</Message>
      <form
        v-if="view.source !== 'configuration'"
        class="panel stack"
        data-test="mail-form"
        @submit.prevent="save"
      >
        <div class="row fields">
          <FormField
            class="grow"
            :label="$t('system.mail.host')"
            :hint="$t('system.mail.hostHint')"
            :fault="faults.host"
            ><InputText v-model.trim="values.host" required data-test="mail-host"
          /></FormField>
          <FormField :label="$t('system.mail.port')" :fault="faults.port"
            ><InputNumber
              v-model="values.port"
              :min="1"
              :max="65535"
              :use-grouping="false"
              input-id="mail-port"
              :input-style="{ width: '90px' }"
          /></FormField>
        </div>
        <label class="row"
          ><Checkbox v-model="values.secure" binary input-id="mail-secure" /><span>{{
            $t('system.mail.secure')
          }}</span></label
        >
        <div class="row fields">
          <FormField class="grow" :label="$t('system.mail.user')" :fault="faults.user"
            ><InputText v-model.trim="values.user" autocomplete="off" data-test="mail-user"
          /></FormField>
          <FormField class="grow" :label="$t('system.mail.password')" :fault="faults.password"
            ><Password
              v-model="values.password"
              :feedback="false"
              toggle-mask
              fluid
              autocomplete="new-password"
              :placeholder="view.server?.hasPassword ? $t('system.mail.kept') : ''"
          /></FormField>
        </div>
        <FormField
          :label="$t('system.mail.from')"
          :hint="$t('system.mail.fromHint')"
          :fault="faults.from"
          ><InputText v-model.trim="values.from" type="email" required data-test="mail-from"
        /></FormField>
        <div class="row end">
          <Button
            v-if="view.source === 'settings'"
            text
            severity="danger"
            :label="$t('system.mail.remove')"
            data-test="mail-remove"
            @click="forget"
          /><Button
            type="submit"
            :label="$t('system.mail.save')"
            :loading="busy"
            data-test="mail-save"
          />
        </div>
      </form>
      <form
        v-if="view.source !== 'none'"
        class="panel stack"
        data-test="mail-test"
        @submit.prevent="test"
      >
        <h2>{{ $t('system.mail.test') }}</h2>
        <div class="row fields">
          <FormField class="grow" :label="$t('system.mail.to')"
            ><InputText v-model.trim="to" type="email" required data-test="mail-to"
          /></FormField>
          <Button
            type="submit"
            outlined
            :label="$t('system.mail.send')"
            :loading="testing"
            data-test="mail-send"
          />
        </div>
        <Message v-if="sentTo" severity="success" data-test="mail-sent">{{
          $t('system.mail.sent', { to: sentTo })
        }}</Message>
      </form>
    </template>
  </div>
</template>

<style scoped>
form {
  max-width: 760px;
}
form + form {
  margin-top: 14px;
}
.fields {
  align-items: start;
}
.fields > button {
  margin-top: 24px;
}
</style>
