import { describe, expect, it } from 'vitest'
import { finishFor, type Cut } from '../../cuts/cut.ts'
import type { Material } from '../../cuts/material.ts'
import { meets, stretchOf } from '../../cuts/overlap.ts'
import { usualRequest } from '../fixtures/fixtures.ts'
import { choicesFor } from '../problem/choices.ts'
import type { PlanRequest } from '../problem/request.ts'
import { menuOf } from './menu.ts'
import { Pattern } from './patterns.ts'

/** With strips on the outer wall at 3 and 9, coats over lead and prices: all that a pattern can follow from. */
const plain = usualRequest()
const usual: PlanRequest = {
  ...plain,
  work: {
    ...plain.work,
    finish: finishFor(false),
    profile: {
      ...plain.work.profile,
      zones: plain.work.profile.zones.map((z) => (z.id === 'threeNine' ? { ...z, wall: 'outside' } : z)),
    },
  },
  materials: plain.materials.map((m) => ({ ...m, cost: 0.1 })),
}
const { work, state, limits, materials } = usual
const atThreeAndNine: Cut = {
  id: 'held',
  materialId: 'tungsten',
  place: 'hoop',
  zoneId: 'threeNine',
  atCm: 22,
  amount: 12,
  layerCm: 12,
  across: null,
  edges: 2,
}
const ofAll = (change: Partial<Material>): PlanRequest => ({
  ...usual,
  materials: materials.map((m) => ({ ...m, ...change })),
})

/** Whatever a pattern could follow from, each changed by itself. */
const CHANGED: Record<string, PlanRequest> = {
  'the frame': { ...usual, work: { ...work, geometry: { ...work.geometry, headWidthCm: 27 } } },
  'what is on it': { ...usual, work: { ...work, condition: { ...work.condition, overgrips: 2 } } },
  'a frame without its grip': { ...usual, work: { ...work, condition: { ...work.condition, grip: 'none' } } },
  'a handle that is hollow': {
    ...usual,
    work: { ...work, geometry: { ...work.geometry, landmarks: { hollowToCm: 9, hollowGPerCm: 3 } } },
  },
  'what goes on with a piece': { ...usual, work: { ...work, finish: finishFor(true) } },
  'its places': {
    ...usual,
    work: {
      ...work,
      profile: { ...work.profile, zones: work.profile.zones.map((z) => ({ ...z, capacityCm: z.capacityCm * 0.8 })) },
    },
  },
  'the axis': { ...usual, state: { ...state, axisCm: 12 } },
  'minutes of a hand': { ...usual, limits: { ...limits, minutes: { ...limits.minutes, strip: 2 } } },
  'how well a roll was weighed': ofAll({ uRel: 0.03 }),
  'what a centimetre weighs': { ...usual, materials: materials.map((m) => ({ ...m, unitMassG: 1.1 * m.unitMassG })) },
  'how thick tape is': ofAll({ thicknessMm: 2 }),
  'how wide tape is': ofAll({ widthCm: 2 }),
  'what is cut off at a time': { ...usual, materials: materials.map((m) => ({ ...m, step: 2 * m.step })) },
  'what it costs': ofAll({ cost: 0.5 }),
  'what comes back': ofAll({ reusable: true }),
  'the order of the drawer': { ...usual, materials: [...materials].reverse() },
  'one side alone': { ...usual, limits: { ...limits, evenSides: true } },
  'one place alone': { ...usual, limits: { ...limits, zoneIds: ['threeNine'] } },
}

/** What is in the drawer, and what lies there already: it says which patterns there are, not what they are. */
const LESS: Record<string, PlanRequest> = {
  'an empty drawer': ofAll({ stock: 0 }),
  'a drawer nearly empty': ofAll({ stock: 15 }),
  'a piece that stays': { ...usual, fixedCuts: [atThreeAndNine] },
}

const patternsOf = (request: PlanRequest) => {
  const { choices } = choicesFor(request)
  return { choices, patterns: menuOf(request, choices).flatMap((group) => group.patterns) }
}

/** As if nothing had been worked out before. */
const afresh = (request: PlanRequest) => {
  const { choices, patterns } = patternsOf(request)
  return patterns.map(({ choice, count }) => {
    const { material } = choices[choice]
    const index = request.materials.findIndex((m) => m.id === material.id)
    return new Pattern(request, choices[choice], choice, count, index)
  })
}

/** As text, a line each, to compare many of them. */
const told = (patterns: readonly Pattern[]) =>
  patterns.map((p) => JSON.stringify({ ...p, ...p.uncertainty, stretch: p.stretch })).join('\n')

describe('patterns that are known already', () => {
  it.each(Object.entries(CHANGED))('follow %s', (_, request) => {
    const before = told(patternsOf(usual).patterns)
    const { patterns } = patternsOf(request)
    expect(patterns.length).toBeGreaterThan(10)
    expect(told(patterns)).toBe(told(afresh(request)))
    expect(told(patterns)).not.toBe(before)
    expect(told(patternsOf(usual).patterns)).toBe(before)
  })

  it.each(Object.entries(LESS))('are the same beside %s, and fewer', (_, request) => {
    const all = patternsOf(usual).patterns
    const { patterns } = patternsOf(request)
    expect(told(patterns)).toBe(told(afresh(request)))
    expect(patterns.length).toBeLessThan(all.length)
    const taken = request.materials
    for (const { material, stock, stretch } of patterns) {
      expect(material < 0 || stock <= taken[material].stock + 1e-9).toBe(true)
      const laid = request.fixedCuts.map((cut) => stretchOf(cut, work)!)
      expect(stretch !== null && laid.some((other) => meets(stretch, other))).toBe(false)
    }
  })

  it('are let go when others were asked for since, and worked out again as they were', () => {
    const before = patternsOf(usual).patterns
    // Drawers by other scales, whose choices have nothing in common.
    for (let n = 1; n <= 12; n++) patternsOf(ofAll({ uRel: 0.001 * n }))
    const after = patternsOf(usual).patterns
    expect(after.some((p) => before.includes(p))).toBe(false)
    expect(told(after)).toBe(told(before))
  })

  it('are worked out once, however often they are asked for', () => {
    const once = new Set(patternsOf(usual).patterns)
    const caps = { ...usual, limits: { ...limits, capG: 9 }, target: { mass: { value: 325, tolerance: 1 } } }
    expect(patternsOf(caps).patterns.every((p) => once.has(p))).toBe(true)
  })
})
