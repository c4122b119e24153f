import * as Comlink from 'comlink'
import { problemsCross } from './problems.ts'
import loadHighs from 'highs'
import wasmUrl from 'highs/runtime?url'
import { solveWith } from '#solver/highs.ts'
import { handWith } from './hand.ts'

problemsCross()
const hand = handWith(loadHighs({ locateFile: () => wasmUrl }).then(solveWith))
export type PlannerWorker = typeof hand
Comlink.expose(hand)
