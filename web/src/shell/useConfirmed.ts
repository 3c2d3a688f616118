import { t } from './i18n.ts'
import { useConfirm } from 'primevue/useconfirm'

interface Confirmation {
  header: string
  message: string
  /** What the button says that does it. */
  accept: string
}

/**
 * Asks before something that cannot be undone by the same button.
 * @returns whether the person wants it
 */
export function useConfirmed(): (confirmation: Confirmation) => Promise<boolean> {
  const confirm = useConfirm()
  return ({ header, message, accept }) =>
    new Promise((done) =>
      confirm.require({
        header,
        message,
        acceptProps: { label: accept, severity: 'danger', 'data-test': 'confirm-yes' },
        rejectProps: { label: t('common.cancel'), severity: 'secondary', outlined: true },
        defaultFocus: 'reject',
        accept: () => done(true),
        reject: () => done(false),
        onHide: () => done(false),
      }),
    )
}
