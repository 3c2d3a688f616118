import { join } from 'node:path'

/** The folder of the whole project: what is read from it while Janua runs lies there, whether its code is compiled or not. */
export const CHECKOUT = join(import.meta.dirname, '../../..')
