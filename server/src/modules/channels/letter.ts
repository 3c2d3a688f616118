/** A mail as it goes out. */
export interface Letter {
  to: string
  subject: string
  text: string
  messageId: string
  /** Earlier mails of the same thread, the oldest first. */
  references: string[]
  /** Nobody wrote it: programs that answer mail by themselves leave it alone. @see RFC 3834 */
  automatic: boolean
}

/** What brings a mail on its way; throws when it cannot. */
export type MailTransport = (letter: Letter) => Promise<void>
