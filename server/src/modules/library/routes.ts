import {
  articleCreate,
  articleQuery,
  articleSave,
  courtesyCreate,
  courtesySave,
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
import type { ItemInsights } from './insights.ts'
import { receive, throwAway } from './upload.ts'
import type { Vocabulary } from './vocabulary.ts'

interface Needs {
  articles: Articles
  documents: Documents
  glossary: Vocabulary<'glossary'>
  courtesies: Vocabulary<'courtesy'>
  importer: Importer
  exporter: Exporter
  insights: ItemInsights
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
  courtesies,
  importer,
  exporter,
  insights,
  files,
}: Needs): Route[] {
  const one = { params: idPath }
  return [
    route('get', '/articles', 'article.read', { query: articleQuery }, ({ query }) =>
      articles.list(query),
    ),
    route(
      'post',
      '/articles',
      'article.write',
      { body: articleCreate, status: 201 },
      ({ body, user }) => articles.add(user, body),
    ),
    route('get', '/articles/:id', 'article.read', one, ({ params }) => articles.read(params.id)),
    route(
      'put',
      '/articles/:id',
      'article.write',
      { ...one, body: articleSave },
      ({ params, body, user }) => articles.save(user, params.id, body),
    ),
    route('delete', '/articles/:id', 'article.write', one, ({ params, user }) =>
      articles.remove(user, params.id),
    ),
    route(
      'post',
      '/articles/:id/phrasings',
      'article.write',
      { ...one, body: phrasingInput },
      ({ params, body, user }) => articles.teach(user, params.id, body.phrasing, body.ready),
    ),

    route('get', '/articles/:id/insights', 'article.read', one, ({ params }) =>
      insights.read(params.id),
    ),
    route(
      'post',
      '/articles/:id/marks',
      'article.write',
      { ...one, body: marksInput },
      ({ params, body }) => insights.marks(params.id, body),
    ),
    route('get', '/articles/:id/ways', 'article.write', one, ({ params }) =>
      insights.ways(params.id),
    ),
    route(
      'post',
      '/articles/:id/ways/refused',
      'article.write',
      { ...one, body: refuseInput },
      ({ params, body }) => insights.refuse(params.id, body.text),
    ),
    route('get', '/articles/:id/revisions', 'article.read', one, ({ params }) =>
      insights.revisions(params.id),
    ),
    route(
      'get',
      '/articles/:id/revisions/:revision',
      'article.read',
      { params: revisionPath },
      ({ params }) => insights.revision(params.id, params.revision),
    ),
    route(
      'post',
      '/articles/:id/restore',
      'article.write',
      { ...one, body: restoreInput },
      ({ params, body, user }) => insights.restore(user, params.id, body.revision, body.base),
    ),

    route('get', '/documents/:id', 'article.read', one, ({ params }) => documents.read(params.id)),
    route(
      'put',
      '/documents/:id',
      'article.write',
      { ...one, body: documentSave },
      ({ params, body, user }) => documents.save(user, params.id, body),
    ),

    route('get', '/glossary', 'article.read', {}, () => glossary.list()),
    route(
      'post',
      '/glossary',
      'article.write',
      { body: glossaryCreate, status: 201 },
      ({ body, user }) => glossary.add(user, body),
    ),
    route(
      'put',
      '/glossary/:id',
      'article.write',
      { ...one, body: glossarySave },
      ({ params, body, user }) => glossary.save(user, params.id, body),
    ),
    route('delete', '/glossary/:id', 'article.write', one, ({ params, user }) =>
      glossary.remove(user, params.id),
    ),
    route('get', '/courtesies', 'article.read', {}, () => courtesies.list()),
    route(
      'post',
      '/courtesies',
      'article.write',
      { body: courtesyCreate, status: 201 },
      ({ body, user }) => courtesies.add(user, body),
    ),
    route(
      'put',
      '/courtesies/:id',
      'article.write',
      { ...one, body: courtesySave },
      ({ params, body, user }) => courtesies.save(user, params.id, body),
    ),
    route('delete', '/courtesies/:id', 'article.write', one, ({ params, user }) =>
      courtesies.remove(user, params.id),
    ),

    route('get', '/imports', 'article.write', {}, () => importer.list()),
    route('post', '/imports', 'article.write', { status: 201 }, async ({ req, user }) => {
      const upload = await receive(req)
      if (upload.files.length + upload.refused.length > 0) return importer.start(user, upload)
      await throwAway(upload)
      throw problem('NO_FILES')
    }),
    route('get', '/imports/:id', 'article.write', one, ({ params }) => importer.read(params.id)),
    route('delete', '/imports/:id', 'article.write', one, ({ params }) =>
      importer.cancel(params.id),
    ),
    route(
      'post',
      '/imports/:id/trial',
      'article.write',
      { ...one, body: sheetTrial },
      ({ params, body }) => importer.trial(params.id, body.file, body.sheet, body.mapping),
    ),
    route(
      'post',
      '/imports/:id/sheets',
      'article.write',
      { ...one, body: sheetAnswer },
      ({ params, body }) => importer.answerSheet(params.id, body),
    ),
    route('get', '/export', 'library.export', {}, ({ user, res }) => exporter.send(user, res)),

    route('post', '/pictures', 'article.write', { status: 201 }, async ({ req }) => {
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
