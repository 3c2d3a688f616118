import 'multer'

declare module 'multer' {
  interface Options {
    /** Character set of the file names; browsers send UTF-8. */
    defParamCharset?: string
  }
}
