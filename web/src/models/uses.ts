import type { ModelUse } from '@janua/contracts'

/** What each use is called, and what it does. */
export const USE_WORDS: Record<ModelUse, { name: string; does: string }> = {
  wording: {
    name: 'Word answers',
    does: 'Answers to visitors are worded from the passage that answers. A sentence that the passage does not support is never shown. Also to be switched on at the door.',
  },
  elsewhere: {
    name: 'Answer from elsewhere',
    does: 'Where the library is silent, the model may say what is generally known. Marked as not yours, checked by nobody, never counted as covered. Also to be switched on at the door.',
  },
  opinion: {
    name: 'Second opinion',
    does: 'For answers near the threshold: does this passage answer this question? A yes makes Janua surer, a no less sure, by as much as your reviews show it to be worth.',
  },
  phrasings: {
    name: 'Propose phrasings',
    does: 'Ways in which customers would ask what an article answers, for you to take or refuse.',
  },
  drafting: {
    name: 'Draft articles',
    does: 'A first version of an article for a gap, from what agents replied.',
  },
  'door texts': {
    name: 'Word a door’s texts',
    does: 'The sentences that the assistant says, by a short description of how it should sound.',
  },
  summary: {
    name: 'Sum up conversations',
    does: 'A few sentences for the agent who takes a conversation over.',
  },
}
