import type { Role } from '../accounts.ts'

/**
 * Every action of the API and who may do it: roles of the team, `visitor` for who holds a visitor's token, `anyone` for all.
 * Routes name their action; nothing else decides.
 */
export const ACTIONS = {
  'api.read': 'anyone',
  'session.read': 'anyone',
  'session.start': 'anyone',
  'session.end': 'anyone',
  'link.read': 'anyone',
  'link.use': 'anyone',
  'account.own': ['lead', 'editor', 'agent'],
  'team.read': ['lead'],
  'guide.read': ['lead', 'editor', 'agent'],
  'start.read': ['lead', 'editor'],
  'start.change': ['lead'],
  'system.read': ['lead'],
  'system.change': ['lead'],
  'mail.set': ['lead'],
  'visitor.manage': ['lead'],
  'team.change': ['lead'],
  'audit.read': ['lead'],
  'presence.change': ['lead', 'editor', 'agent'],

  'article.read': ['lead', 'editor', 'agent'],
  'article.write': ['lead', 'editor'],
  'library.export': ['lead', 'editor'],
  'hosts.write': ['lead'],
  'rehearsal.ask': ['lead', 'editor'],
  'answer.verdict': ['lead', 'editor'],
  'check.read': ['lead', 'editor'],
  'check.write': ['lead', 'editor'],
  'replay.read': ['lead', 'editor'],
  'replay.run': ['lead', 'editor'],
  'model.read': ['lead'],
  'model.set': ['lead'],
  'model.ask': ['lead', 'editor', 'agent'],
  'threshold.read': ['lead', 'editor'],
  'threshold.set': ['lead'],
  'release.read': ['lead', 'editor', 'agent'],
  'change.read': ['lead', 'editor'],
  'change.ready': ['lead', 'editor'],
  'change.discard': ['lead', 'editor'],
  'release.publish': ['lead'],
  'door.read': ['lead', 'editor'],
  'door.write': ['lead'],

  'unsettled.read': ['lead', 'editor'],
  'unsettled.fix': ['lead', 'editor'],
  'coverage.read': ['lead', 'editor'],
  'coverage.set': ['lead'],
  'demo.move': ['lead'],
  'gap.read': ['lead', 'editor'],
  'gap.work': ['lead', 'editor'],
  'topic.correct': ['lead', 'editor'],
  'log.read': ['lead', 'editor'],
  'log.review': ['lead', 'editor'],
  'log.import': ['lead'],
  'log.export': ['lead'],

  'queue.read': ['lead', 'agent'],
  'queue.write': ['lead'],
  'routing.read': ['lead'],
  'routing.write': ['lead'],
  'desk.read': ['lead', 'agent'],
  'desk.work': ['lead', 'agent'],
  'desk.lead': ['lead'],
  'proposal.read': ['lead', 'editor', 'agent'],
  'proposal.decide': ['lead'],
  'answer.explain': ['lead', 'editor', 'agent'],
  'answer.review': ['lead', 'agent'],
  'phrasing.propose': ['lead', 'agent'],

  'door.visit': 'anyone',
  'conversation.visit': 'visitor',
} as const satisfies Record<string, readonly Role[] | 'anyone' | 'visitor'>

export type Action = keyof typeof ACTIONS

export function mayDo(role: Role, action: Action): boolean {
  const who: readonly Role[] | 'anyone' | 'visitor' = ACTIONS[action]
  return who === 'anyone' || (who !== 'visitor' && who.includes(role))
}
