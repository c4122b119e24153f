import { expect, it } from 'vitest'
import type { Cut, Workpiece } from '#core/cuts/cut.ts'
import { pieceFacts, rollFacts } from '#core/job/pieceFacts.ts'
import { changedDependencies } from '#core/job/stages.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { PLAIN_MATERIAL, type Material } from '#core/cuts/material.ts'
import { tennis } from '#core/sports/tennis.ts'
import { changedTexts } from './stale.ts'

const TAPE: Material = { ...PLAIN_MATERIAL, id: 't', name: 'Tape', kind: 'tape', unitMassG: 0.25, widthCm: 0.6, lead: true } // prettier-ignore
const CUT: Cut = { id: 'c', materialId: 't', place: 'hoop', zoneId: 'threeNine', atCm: 23, amount: 13, layerCm: 24, across: null, edges: 2 } // prettier-ignore
const work: Workpiece = { geometry: tennis.geometry, condition: defaultCondition(tennis), profile: tennis }
const told = (cuts: Cut[], materials: Material[], was: Material[] = [TAPE]) =>
  changedTexts(changedDependencies(pieceFacts([CUT], was, work), pieceFacts(cuts, materials, work)), materials, work)

it('what changed of a piece is said once, and nothing that did not', () => {
  const [longer] = told([{ ...CUT, amount: 14 }], [TAPE])
  expect(longer).toMatchObject({ old: '13.0 cm', now: '14.0 cm' })
  expect(longer?.name).toContain('Tape, ')
  const [edge] = told([{ ...CUT, edges: 1 }], [TAPE])
  expect(edge?.name).toBe('Tape')
  expect(edge?.old).not.toBe(edge?.now)
  expect(edge?.now).not.toContain('0.250')
  expect(told([CUT], [{ ...TAPE, unitMassG: 0.3 }])).toMatchObject([{ old: '0.250 g a cm', now: '0.300 g a cm' }])
  expect(told([], [TAPE])).toMatchObject([{ name: 'Tape', now: 'none' }])
  expect(told([CUT, { ...CUT, id: 'd' }], [TAPE])).toMatchObject([{ name: 'Tape', old: 'none' }])
  expect(told([CUT], [{ ...TAPE, name: 'Called otherwise', stock: 3 }])).toEqual([])
  const [side] = told([{ ...CUT, side: 'left' }], [TAPE])
  expect(side?.old).not.toBe(side?.now)
  const rolls = changedDependencies(rollFacts([CUT], [TAPE]), rollFacts([CUT], [{ ...TAPE, unitMassG: 0.3 }]))
  expect(changedTexts(rolls, [TAPE], work)).toEqual([{ name: 'Tape', old: '0.250 g a cm', now: '0.300 g a cm' }])
})
