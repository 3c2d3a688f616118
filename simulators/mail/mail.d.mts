export interface Kept {
  id: number
  at: Date
  from: string
  to: string
  subject: string
  text: string
  messageId: string
  references: string[]
  answers: string[]
}
export interface MailSimulator {
  /** Where mails are sent to, such as smtp://127.0.0.1:2525. */
  smtp: string
  /** The page that shows them. */
  address: string
  mails: Kept[]
  answer(id: number, text: string, more?: { html?: string; attachments?: object[] }): Promise<void>
  /** Where answers are sent: the port of Janua's inbox. */
  sendTo(inbox: number): void
  stop(): Promise<void>
}
export function startMail(options?: {
  smtpPort?: number
  pagePort?: number
}): Promise<MailSimulator>
