import { mailServerInput, mailTestInput } from '@janua/contracts/schemas'
import { type Route, route } from '../../platform/http/routing.ts'
import type { MailServer } from './mailServer.ts'
import type { Outbox } from './outbox.ts'

export function mailRoutes(mailServer: MailServer, outbox: Outbox): Route[] {
  const view = async () => {
    const status = await outbox.status()
    return {
      ...(await mailServer.view()),
      waiting: status?.waiting ?? 0,
      problem: status?.problem ?? null,
    }
  }
  return [
    route('GET /mail', {}, view),
    route('PUT /mail', { body: mailServerInput }, async ({ body, user }) => {
      await mailServer.set(user, body)
      return view()
    }),
    route('DELETE /mail', {}, async ({ user }) => {
      await mailServer.remove(user)
      return view()
    }),
    route('POST /mail/test', { body: mailTestInput }, ({ user, body }) =>
      mailServer.test(body.to, user.language ?? 'en'),
    ),
  ]
}
