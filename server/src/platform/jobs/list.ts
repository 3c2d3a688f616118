import type { Job } from './runner.ts'

interface Ticking {
  tick(): Promise<unknown>
}
interface Needs {
  presence: Ticking
  assignment: Ticking
  outbox: Ticking
  followUps: Ticking
  idle: Ticking
  alerts: Ticking
  checks: Ticking
  schedule: Ticking
  topics: Ticking
  rollup: { settle(): Promise<boolean> }
  gapMends: { prove(): Promise<unknown> }
  gapClosings: { settle(figures: number): Promise<unknown> }
  reports: { watch(): Promise<unknown> }
  learning: Ticking
  queueLearning: Ticking
  sites: Ticking
  encoders: Ticking
  modelUses: { forget(): Promise<unknown> }
  links: Ticking
  visitors: Ticking
  files: { sweep(): Promise<unknown> }
  /** Of the demo alone. */
  simulatedAgents: Ticking | null
}

/** Counting takes at most a ninth of the time, however large the log is: visitors' answers and people's pages go before it. */
const REST = 8

/** Everything that Janua does by itself. */
export function listOfJobs(needs: Needs): Job[] {
  const figures = { version: 1 }
  const settle = async () => {
    if (await needs.rollup.settle()) figures.version++
  }
  /** What reads the figures has something to do only when they have moved, and goes on owing it until it is done. */
  const onFigures = (work: () => Promise<unknown>) => {
    let done = 0
    return async () => {
      const { version } = figures
      if (version === done) return
      await work()
      done = version
    }
  }
  return [
    job('presence', 'Notes who is online', 1, () => needs.presence.tick()),
    job('assignment', 'Offers waiting conversations to agents', 1, () => needs.assignment.tick()),
    job('outbox', 'Sends mail', 1, () => needs.outbox.tick()),
    job('follow-ups', 'Mails replies to visitors who have left', 5, () => needs.followUps.tick()),
    job('idle', 'Ends conversations in which nobody writes', 10, () => needs.idle.tick()),
    job('alerts', 'Tells agents who waits', 10, () => needs.alerts.tick()),
    job('checks', 'Runs checks after a change', 3, () => needs.checks.tick()),
    job('schedule', 'Publishes at a set time', 3, () => needs.schedule.tick()),
    job(
      'topics',
      'Groups questions by topic',
      10,
      rested(() => needs.topics.tick()),
    ),
    job('figures', 'Counts questions and outcomes', 10, rested(settle)),
    job(
      'fixes',
      'Checks whether gaps are fixed',
      10,
      rested(onFigures(() => needs.gapMends.prove())),
    ),
    job(
      'closed-gaps',
      'Closes gaps whose questions are answered now',
      10,
      rested(() => needs.gapClosings.settle(figures.version)),
    ),
    job('falls', 'Looks for falling coverage', 10, rested(onFigures(() => needs.reports.watch()))),
    job('confidence', 'Learns how sure answers are', 30, () => needs.learning.tick()),
    job('routing', 'Learns which queue is right', 60, () => needs.queueLearning.tick()),
    job('encoder', 'Has an attached encoder read what is new', 5, () => needs.encoders.tick()),
    job('sites', 'Reads sites again', 600, () => needs.sites.tick()),
    job('links', 'Looks for dead links', 600, () => needs.links.tick()),
    job('retention', 'Removes what is older than it is kept', 3_600, () => needs.visitors.tick()),
    job('model-texts', 'Forgets what was sent to the language model', 3_600, () =>
      needs.modelUses.forget(),
    ),
    job('files', 'Removes files that nothing uses', 21_600, () => needs.files.sweep()),
    ...(needs.simulatedAgents
      ? [
          job('demo-agents', 'Lets the demo’s agents answer', 3, () =>
            needs.simulatedAgents!.tick(),
          ),
        ]
      : []),
  ]
}

function job(name: string, title: string, everySeconds: number, run: Job['run']): Job {
  return { name, title, everySeconds, run }
}

/** Rests after each run for a multiple of the time that it took. */
function rested(run: Job['run']): Job['run'] {
  let until = 0
  return async () => {
    if (performance.now() < until) return
    const began = performance.now()
    try {
      await run()
    } finally {
      until = performance.now() + REST * (performance.now() - began)
    }
  }
}
