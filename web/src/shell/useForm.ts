import { computed, type Ref, ref, watch } from 'vue'
import { Refused } from './api.ts'
import { useAction } from './useAction.ts'

/** What the server finds wrong in a form: where, and a sentence. */
interface Finding {
  path: (string | number)[]
  message: string
}

/**
 * A form over PrimeVue's fields. What it sends is held against the Joi schema of its route by the server; what that
 * finds wrong is shown at the field it is about (FormField), and everything else as a message. So there is one set of
 * rules, and no page carries it along.
 * @param fresh the values of an empty form
 * @param send sends the values
 */
export function useForm<Values extends object, Sent, Also extends object = object>(
  fresh: () => Values,
  send: (values: Values & Also) => Promise<Sent>,
) {
  const { run, busy } = useAction()
  const values = ref(fresh()) as Ref<Values>
  /** What was wrong with what was sent last, and has not been changed since. */
  const findings = ref<(Finding & { was: string })[]>([])

  /** By field (`mail`, `replies.en`), what is wrong with it. */
  const faults = computed(() =>
    Object.fromEntries(findings.value.map(({ path, message }) => [fieldOf(path), message])),
  )
  watch(
    values,
    () =>
      (findings.value = findings.value.filter(
        ({ path, was }) => was === written(values.value, path),
      )),
    { deep: true },
  )

  /**
   * @param done said once it is done
   * @param also what is sent beside the values: by which button, say
   * @returns what the server answered, or nothing when it was refused: what was typed stays
   */
  async function submit(done?: string, also?: Also): Promise<Sent | undefined> {
    findings.value = []
    return run(
      () =>
        send({ ...values.value, ...(also as Also) }).catch((cause: unknown) => {
          findings.value = findingsOf(cause).map((each) => ({
            ...each,
            was: written(values.value, each.path),
          }))
          throw cause
        }),
      done,
    )
  }
  /** Begins afresh, or with given values. */
  function reset(to: Values = fresh()): void {
    findings.value = []
    values.value = to
  }
  return { values, faults, busy, submit, reset }
}

function findingsOf(cause: unknown): Finding[] {
  if (!(cause instanceof Refused) || cause.problem.code !== 'INVALID') return []
  const findings = (cause.problem.detail as Finding[] | undefined) ?? []
  return findings.map(({ path, message }) => ({ path, message: sentenceOf(message) }))
}

/** “Mail address” must be … reads as “Must be …” beside a field that has its label already. */
function sentenceOf(message: string): string {
  const rest = message.replace(/^[“„][^“”]*[“”] /, '')
  return `${rest[0]?.toUpperCase() ?? ''}${rest.slice(1)}`
}

/** A list is one field, whichever of its entries is wrong. */
function fieldOf(path: Finding['path']): string {
  const entry = path.findIndex((key) => typeof key === 'number')
  return (entry < 0 ? path : path.slice(0, entry)).join('.')
}

/** The value at a path, as text to compare by. */
function written(values: object, path: Finding['path']): string {
  const value = path.reduce<unknown>(
    (within, key) => (within as Record<string | number, unknown> | undefined)?.[key],
    values,
  )
  return JSON.stringify(value) ?? ''
}
