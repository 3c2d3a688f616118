/** A page that the site asks not to read is left alone; that is no failure. */
export const ROBOTS_SAY_NO = 'its robots.txt asks not to read it'
export const PAGE_SAYS_NO = 'it asks programs not to take it (noindex)'
export const LEFT_ALONE: ReadonlySet<string> = new Set([ROBOTS_SAY_NO, PAGE_SAYS_NO])
