/** What each release of the demo's history brought; the first holds all articles that none of the later ones names. */
export interface Stage {
  /** Weeks after the history begins. */
  week: number
  note: string
  /** Articles that came with it. */
  articles: string[]
  /** How many of the most frequent unanswered questions were taught before it. */
  fixes: number
  /** Documents and the pages of the help site came with it. */
  documents?: true
  /** A planted topic that an article is written for: a gap that is fixed by now. */
  gap?: string
}

export const STAGES: readonly Stage[] = [
  { week: 0, note: 'The first articles, one door', articles: [], fixes: 0 },
  { week: 3, note: 'Wi-Fi; what the first days asked', articles: ['onboard/wifi'], fixes: 14 },
  {
    week: 6,
    note: 'The PDF and office documents, the help site',
    articles: ['vehicles/electric-cars'],
    fixes: 18,
    documents: true,
  },
  { week: 9, note: 'Medicine on board', articles: ['assistance/medical'], fixes: 20 },
  { week: 13, note: 'Bicycles; questions of October', articles: ['pets/bicycles'], fixes: 24 },
  {
    week: 16,
    note: 'Late boats and connections',
    articles: ['travel/connections'],
    fixes: 24,
    gap: 'smoking',
  },
]
