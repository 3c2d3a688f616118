import { LANGUAGES, type Language } from '../text/language.ts'
import type { AttachedRankings, LanguageModels, MeaningModels } from './models.ts'
import type { Sentences } from './sentenceMeaning.ts'

/** The models with an encoder put before the one that ships, in the languages that it has rankings for. */
export function withAttached(
  models: MeaningModels,
  { rankings }: AttachedRankings,
  sentences: Sentences,
): MeaningModels {
  return Object.fromEntries(
    LANGUAGES.flatMap((language): [Language, LanguageModels][] => {
      const [own, ranking] = [models[language], rankings[language]]
      if (!own) return []
      return [[language, ranking ? { ...own, attached: { sentences, ranking } } : own]]
    }),
  )
}

/** The encoder that goes before the one that ships; null for none. */
export function attachedIn(models: MeaningModels | undefined): Sentences | null {
  return Object.values(models ?? {}).find(({ attached }) => attached)?.attached?.sentences ?? null
}

/** The same with how it ranks. */
export function attachedRankings(models: MeaningModels | undefined): AttachedRankings | null {
  const sentences = attachedIn(models)
  if (!sentences) return null
  const rankings = Object.values(models!).flatMap(({ language, attached }) =>
    attached ? [[language, attached.ranking]] : [],
  )
  return {
    id: sentences.id,
    rankings: Object.fromEntries(rankings) as AttachedRankings['rankings'],
  }
}
