import * as Comlink from 'comlink'
import { problemsCross } from '#planner/problems.ts'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { solveWith } from '#solver/highs.ts'
import { planWorkerWith } from '#planner/worker.ts'

problemsCross()
Comlink.expose(planWorkerWith(loadHighs({ locateFile: () => wasmUrl }).then(solveWith)))
