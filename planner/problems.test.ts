import { MessageChannel } from 'node:worker_threads'
import * as Comlink from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { describe, expect, it } from 'vitest'
import { Problem } from '#core/problem.ts'
import { problemsCross } from './problems.ts'

describe('what a worker throws', () => {
  problemsCross()
  problemsCross()
  const { port1, port2 } = new MessageChannel()
  Comlink.expose(
    {
      needs: () => {
        throw new Problem('state.needs', 'balance', { why: 'not read' })
      },
      breaks: () => {
        throw new RangeError('too deep')
      },
    },
    nodeEndpoint(port1 as never),
  )
  const far = Comlink.wrap<{ needs: () => void; breaks: () => void }>(nodeEndpoint(port2 as never))
  it('a Problem keeps its code, its path and its data', async () => {
    const caught: unknown = await far.needs().catch((error: unknown) => error)
    expect(caught).toBeInstanceOf(Problem)
    expect(caught).toMatchObject({ code: 'state.needs', path: 'balance', data: { why: 'not read' } })
  })
  it('any other error stays what it was', async () => {
    const caught: unknown = await far.breaks().catch((error: unknown) => error)
    expect(caught).not.toBeInstanceOf(Problem)
    expect((caught as Error).message).toBe('too deep')
    port1.close()
  })
})
