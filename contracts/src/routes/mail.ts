import type { MailServerInput, MailServerView } from '../index.ts'
import { route } from './route.ts'

export const mailRoutes = {
  'GET /mail': route<{ output: MailServerView }>('mail.set'),
  'PUT /mail': route<{ body: MailServerInput; output: MailServerView }>('mail.set'),
  'DELETE /mail': route<{ output: MailServerView }>('mail.set'),
  'POST /mail/test': route<{ body: { to: string } }>('mail.set'),
}
