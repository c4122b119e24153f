import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { solveWith } from '#solver/highs.ts'
import { planWorkerWith } from '#planner/worker.ts'

problemsCross()
// Fetched ahead into the browser's cache, not compiled: the server may be gone when it is needed.
void fetch(wasmUrl)
  .then((answer) => answer.arrayBuffer())
  .catch(() => undefined)
Comlink.expose(planWorkerWith(async () => solveWith(await loadHighs({ locateFile: () => wasmUrl }))))
