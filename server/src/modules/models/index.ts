import { job } from '../../platform/jobs/job.ts'
import type { Platform } from '../../platform/module.ts'
import { Encoders, learntEncoders } from './encoders/service.ts'
import type { EncoderSource } from './encoders/source.ts'
import { EncoderTrials } from './encoders/trials.ts'
import { type GivenConnection, ModelUses } from './modelUses.ts'
import { OpinionTrials } from './opinionTrials.ts'
import { ProposedTexts, type ProposedTextPorts } from './proposedTexts.ts'
import { modelRoutes } from './routes.ts'
import { Sealing } from '../../platform/sealing.ts'
import { SecondOpinion } from './secondOpinion.ts'
import { modelTables } from './tables.ts'
import { wordingBy } from './wording.ts'
import type { Audit, Names } from '../accounts/index.ts'
import type { AttachedEncoders, EngineHost } from '../answering/index.ts'
import type { Doors } from '../doors/index.ts'
import type { Desk } from '../handover/index.ts'
import type { Articles } from '../library/index.ts'
import type { QuestionViews } from '../questions/index.ts'
import type { Draft, LivePointer, ReleaseViews } from '../releases/index.ts'
import type { Checks, VerificationViews } from '../verification/index.ts'

export type { EncoderSource } from './encoders/source.ts'
export type { GivenConnection } from './modelUses.ts'

interface PortPorts extends Pick<Platform, 'db' | 'settings' | 'clock' | 'secret'> {
  users: Names
  audit: Audit
  /** A language model that whoever runs the server has connected; what for it is used, the team says. */
  given: GivenConnection | null
}

/** What models do while visitors are answered: the language model's uses, and encoders that were learnt. */
export function createModelPorts(ports: PortPorts) {
  const tables = modelTables(ports.db)
  const sealing = new Sealing(ports.secret, 'key of a language model')
  const uses = new ModelUses({ ...ports, tables, sealing })
  return {
    uses,
    /** Finds an encoder that was learnt once, by its id. */
    learnt: learntEncoders(tables),
    rewriter: wordingBy(uses),
    secondOpinion: new SecondOpinion({ uses }),
    jobs: [
      job('model-texts', 'Forgets what was sent to the language model', 3_600, () => uses.forget()),
    ],
  }
}

type ModelPortsModule = ReturnType<typeof createModelPorts>

interface Ports
  extends Pick<Platform, 'db' | 'settings' | 'clock'>, Pick<ProposedTextPorts, 'gaps'> {
  ports: ModelPortsModule
  read: QuestionViews & ReleaseViews & VerificationViews
  audit: Audit
  engine: EngineHost
  attached: AttachedEncoders
  draft: Draft
  live: LivePointer
  articles: Articles
  doors: Doors
  desk: Desk
  checks: Checks
  /** An encoder of the team's that whoever runs the server has at hand. */
  source: EncoderSource | null
}

/** Encoders of the team's, and the trials that show what a model would change before visitors meet it. */
export function createModels({ ports: { uses, secondOpinion, learnt }, ...ports }: Ports) {
  const tables = modelTables(ports.db)
  const all = { ...ports, tables, uses, secondOpinion, learnt }
  const encoders = new Encoders(all)
  return {
    uses,
    encoders,
    routes: modelRoutes({
      uses,
      encoders,
      trials: new OpinionTrials(all),
      encoderTrials: new EncoderTrials({ ...all, encoders }),
      proposedTexts: new ProposedTexts(all),
    }),
    jobs: [job('encoder', 'Has an attached encoder read what is new', 5, () => encoders.tick())],
    close: () => encoders.close(),
  }
}
