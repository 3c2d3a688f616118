import { articleCreate, articleQuery, articleSave, idPath, phrasingInput } from '@janua/contracts'
import multer from 'multer'
import { problem } from '../http/problems.ts'
import { type Route, route } from '../http/routing.ts'
import type { Articles } from './articles.ts'
import type { Importer } from './importer.ts'

const MB = 1024 * 1024
const upload = multer({ storage: multer.memoryStorage(), limits: { fileSize: 20 * MB, files: 500 }, preservePath: true, defParamCharset: 'utf8' })

export function libraryRoutes(articles: Articles, importer: Importer): Route[] {
  return [
    route('get', '/articles', 'article.read', { query: articleQuery }, ({ query }) => articles.list(query)),
    route('post', '/articles', 'article.write', { body: articleCreate, status: 201 }, ({ body, user }) => articles.add(user, body)),
    route('get', '/articles/:id', 'article.read', { params: idPath }, ({ params }) => articles.read(params.id)),
    route('put', '/articles/:id', 'article.write', { params: idPath, body: articleSave }, ({ params, body, user }) => articles.save(user, params.id, body)),
    route('delete', '/articles/:id', 'article.write', { params: idPath }, ({ params, user }) => articles.remove(user, params.id)),
    route('post', '/articles/:id/phrasings', 'article.write', { params: idPath, body: phrasingInput }, ({ params, body, user }) =>
      articles.teach(user, params.id, body.phrasing, body.ready),
    ),
    route('post', '/imports', 'article.write', { before: [upload.array('files')] }, ({ req, user }) => {
      const files = (req.files as Express.Multer.File[] | undefined) ?? []
      if (files.length === 0) throw problem('NO_FILES')
      return importer.take(user, files.map(({ originalname, buffer }) => ({ name: originalname.replace(/^\/+/, ''), bytes: buffer })))
    }),
  ]
}
