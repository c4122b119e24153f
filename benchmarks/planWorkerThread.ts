// A worker that plans, in a thread of its own: the page's worker, for Node.
import { parentPort } from 'node:worker_threads'
import * as Comlink from 'comlink'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import loadHighs from 'highs'
import { solveWith } from '#solver/highs.ts'
import { planWorkerWith } from '#planner/worker.ts'

Comlink.expose(
  planWorkerWith(async () => solveWith(await loadHighs())),
  nodeEndpoint(parentPort!),
)
