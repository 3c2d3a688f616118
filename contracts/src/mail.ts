/** The mail server that mails are sent through, as a lead sets it. */
export interface MailServerInput {
  host: string
  port: number
  /** TLS from the first byte (usually port 465); else it is begun where the server offers it. */
  secure: boolean
  user: string
  /** Not given: as it is kept. */
  password?: string
  /** The sender of mails. */
  from: string
}

export interface MailServerView {
  /** Who set it: the configuration of the server goes before what a lead has set; `none` sends nothing. */
  source: 'configuration' | 'settings' | 'none'
  server: (Omit<MailServerInput, 'password'> & { hasPassword: boolean }) | null
  /** Mails that wait, and why the newest could not be sent. */
  waiting: number
  problem: string | null
}
