import * as Comlink from 'comlink'
import { partsOf, Problem, problemOf, type ProblemParts } from '#core/problem.ts'

/** What the library passes for something thrown. */
type Thrown = { isError: boolean; value: unknown }
type Sent = { problem: ProblemParts } | Thrown

/**
 * A Problem that a worker throws is one with its code, path and data on the page too: an error that is copied keeps its message only.
 * Both ends call this before they talk.
 */
export function problemsCross(): void {
  const thrown = Comlink.transferHandlers.get('throw') as Comlink.TransferHandler<{ value: unknown }, Sent>
  if ('forProblems' in thrown) return
  const handler: typeof thrown & { forProblems: true } = {
    forProblems: true,
    canHandle: thrown.canHandle,
    serialize: (held) =>
      held.value instanceof Problem ? [{ problem: partsOf(held.value) }, []] : thrown.serialize(held),
    deserialize(sent) {
      if ('problem' in sent) throw problemOf(sent.problem)
      return thrown.deserialize(sent)
    },
  }
  Comlink.transferHandlers.set('throw', handler)
}
