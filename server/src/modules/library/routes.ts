import {
  articleCreate,
  articleQuery,
  articleSave,
  smallTalkCreate,
  smallTalkSave,
  documentSave,
  glossaryCreate,
  glossarySave,
  idPath,
  marksInput,
  phrasingInput,
  refuseInput,
  restoreInput,
  sheetAnswer,
  sheetMapping,
} from '@janua/contracts/schemas'
import Joi from 'joi'
import { readFile } from 'node:fs/promises'
import { pictureType } from '../../platform/files/serving.ts'
import { problem } from '../../platform/http/problems.ts'
import { type Route, route } from '../../platform/http/routing.ts'
import type { Articles } from './articles.ts'
import type { Documents } from './documents.ts'
import type { Exporter } from './exporter.ts'
import type { Files } from './files.ts'
import type { Importer } from './importer.ts'
import type { ItemUse } from './itemUse.ts'
import { receive, throwAway } from './upload.ts'
import type { Versions } from './versions.ts'
import type { Vocabulary } from './vocabulary.ts'
import type { WaysToAsk } from './waysToAsk.ts'

interface Dependencies {
  articles: Articles
  documents: Documents
  glossary: Vocabulary<'glossary'>
  smallTalk: Vocabulary<'smallTalk'>
  importer: Importer
  exporter: Exporter
  itemUse: ItemUse
  versions: Versions
  waysToAsk: WaysToAsk
  files: Files
}

const sheetTrial = Joi.object<{
  file: string
  sheet: string
  mapping: import('@janua/contracts').SheetMapping
}>({
  file: Joi.string().max(1_000).required(),
  sheet: Joi.string().max(200).allow('').required(),
  mapping: sheetMapping.required(),
})

const revisionPath = Joi.object<{ id: number; revision: number }>({
  id: Joi.number().integer().positive().required(),
  revision: Joi.number().integer().positive().required(),
})

export function libraryRoutes({
  articles,
  documents,
  glossary,
  smallTalk,
  importer,
  exporter,
  itemUse,
  versions,
  waysToAsk,
  files,
}: Dependencies): Route[] {
  const one = { params: idPath }
  return [
    route('GET /articles', { query: articleQuery }, ({ query }) => articles.list(query)),
    route('POST /articles', { body: articleCreate }, ({ body, user }) => articles.add(user, body)),
    route('GET /articles/:id', one, ({ params }) => articles.read(params.id)),
    route('PUT /articles/:id', { ...one, body: articleSave }, ({ params, body, user }) =>
      articles.save(user, params.id, body),
    ),
    route('DELETE /articles/:id', one, ({ params, user }) => articles.remove(user, params.id)),
    route(
      'POST /articles/:id/phrasings',
      { ...one, body: phrasingInput },
      ({ params, body, user }) => articles.teach(user, params.id, body.phrasing, body.ready),
    ),

    route('GET /articles/:id/insights', one, ({ params }) => itemUse.read(params.id)),
    route('POST /articles/:id/marks', { ...one, body: marksInput }, ({ params, body }) =>
      waysToAsk.marks(params.id, body),
    ),
    route('GET /articles/:id/ways', one, ({ params }) => waysToAsk.ways(params.id)),
    route('POST /articles/:id/ways/refused', { ...one, body: refuseInput }, ({ params, body }) =>
      waysToAsk.refuse(params.id, body.text),
    ),
    route('GET /articles/:id/revisions', one, ({ params }) => versions.revisions(params.id)),
    route('GET /articles/:id/revisions/:revision', { params: revisionPath }, ({ params }) =>
      versions.revision(params.id, params.revision),
    ),
    route('POST /articles/:id/restore', { ...one, body: restoreInput }, ({ params, body, user }) =>
      versions.restore(user, params.id, body.revision, body.base),
    ),

    route('GET /documents/:id', one, ({ params }) => documents.read(params.id)),
    route('PUT /documents/:id', { ...one, body: documentSave }, ({ params, body, user }) =>
      documents.save(user, params.id, body),
    ),

    route('GET /glossary', {}, () => glossary.list()),
    route('POST /glossary', { body: glossaryCreate }, ({ body, user }) => glossary.add(user, body)),
    route('PUT /glossary/:id', { ...one, body: glossarySave }, ({ params, body, user }) =>
      glossary.save(user, params.id, body),
    ),
    route('DELETE /glossary/:id', one, ({ params, user }) => glossary.remove(user, params.id)),
    route('GET /small-talk', {}, () => smallTalk.list()),
    route('POST /small-talk', { body: smallTalkCreate }, ({ body, user }) =>
      smallTalk.add(user, body),
    ),
    route('PUT /small-talk/:id', { ...one, body: smallTalkSave }, ({ params, body, user }) =>
      smallTalk.save(user, params.id, body),
    ),
    route('DELETE /small-talk/:id', one, ({ params, user }) => smallTalk.remove(user, params.id)),

    route('GET /imports', {}, () => importer.list()),
    route('POST /imports', {}, async ({ req, user }) => {
      const upload = await receive(req)
      if (upload.files.length + upload.refused.length > 0) return importer.start(user, upload)
      await throwAway(upload)
      throw problem('NO_FILES')
    }),
    route('GET /imports/:id', one, ({ params }) => importer.read(params.id)),
    route('DELETE /imports/:id', one, ({ params }) => importer.cancel(params.id)),
    route('POST /imports/:id/trial', { ...one, body: sheetTrial }, ({ params, body }) =>
      importer.trial(params.id, body.file, body.sheet, body.mapping),
    ),
    route('POST /imports/:id/sheets', { ...one, body: sheetAnswer }, ({ params, body }) =>
      importer.answerSheet(params.id, body),
    ),
    route('GET /export', {}, ({ user, res }) => exporter.send(user, res)),

    route('POST /pictures', {}, async ({ req }) => {
      const upload = await receive(req)
      try {
        const [file] = upload.files
        const bytes = file && (await readFile(file.path))
        const type = bytes && pictureType(bytes)
        if (!file || !bytes || !type) throw problem('NOT_A_PICTURE')
        return { address: `/files/${await files.keep({ name: file.name, type, bytes })}` }
      } finally {
        await throwAway(upload)
      }
    }),
  ]
}
