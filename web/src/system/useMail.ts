import type { MailServerInput } from '@janua/contracts'
import { computed, ref, watch } from 'vue'
import { post, put, remove } from '../shell/api.ts'
import { t } from '../shell/i18n.ts'
import { useSession } from '../shell/session.ts'
import { useAction } from '../shell/useAction.ts'
import { useForm } from '../shell/useForm.ts'
import { useRemote } from '../shell/useRemote.ts'

const FRESH: MailServerInput = {
  host: '',
  port: 587,
  secure: false,
  user: '',
  password: '',
  from: '',
}

/** The mail server: what is set, a form to set another, and a test. */
export function useMail() {
  const session = useSession()
  const { run, busy: testing } = useAction()
  const { state, reload } = useRemote('/mail')
  const view = computed(() => state.value.value)
  const to = ref(session.user?.mail ?? '')
  const sentTo = ref('')

  const { values, faults, busy, submit, reset } = useForm<MailServerInput, unknown>(
    () => ({ ...FRESH }),
    // A password that nobody typed is the one that is kept.
    ({ password, ...server }) =>
      put('/mail', {
        ...server,
        ...((password || !view.value?.server?.hasPassword) && { password }),
      }),
  )
  watch(
    () => view.value?.server,
    (server) => {
      if (!server) return
      const { hasPassword: _, ...shown } = server
      reset({ ...shown, password: '' })
    },
    { immediate: true },
  )

  async function save(): Promise<void> {
    if (await submit(t('system.mail.saved'))) await reload()
  }
  async function forget(): Promise<void> {
    await run(() => remove('/mail'), t('system.mail.removed'))
    reset()
    await reload()
  }
  async function test(): Promise<void> {
    sentTo.value = ''
    const address = to.value
    const done = await run(() => post('/mail/test', { to: address }).then(() => true))
    if (done) sentTo.value = address
  }
  return { state, view, values, faults, busy, save, forget, to, sentTo, testing, test }
}
