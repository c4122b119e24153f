import { beforeAll, describe, expect, it } from 'vitest'
import { frameState } from '../../frame/state.ts'
import { tennis } from '../../sports/tennis.ts'
import { DRAWER, realSolver, usualRequest } from '../fixtures/fixtures.ts'
import { STRUNG, usualState } from '../../frame/fixtures.ts'
import type { Solve } from '../model/linear.ts'
import { OPEN_LIMITS, type PlanRequest } from '../problem/request.ts'
import { relaxed, type BaseFrame, type Relaxation } from '../problem/relaxation.ts'
import { reaches, explainInfeasibility } from './reach.ts'

let solve: Solve
beforeAll(async () => {
  solve = await realSolver()
})
const tape = DRAWER.filter((m) => m.kind === 'tape' || m.kind === 'fill')
const inertia = { swingWeight: { value: 310, tolerance: 2 } }
const find = (relaxations: Relaxation[], kind: Relaxation['obstacle']['kind']) =>
  relaxations.find((o) => o.obstacle.kind === kind)

/** Every opening opens: solved again with it, the target is reached; and it was not before. */
function allOpen(request: PlanRequest, bases: BaseFrame[] = []): Relaxation[] {
  const { reached, relaxations } = explainInfeasibility(request, solve, bases)
  expect(reached).toBe(false)
  for (const each of relaxations) expect(reaches(relaxed(request, each, bases), solve), JSON.stringify(each)).toBe(true)
  return relaxations
}

describe('what would open a target that is out of reach', () => {
  it('a target below the measured weight: a lighter grip by so many grams, and not by one less', () => {
    const request = usualRequest({ target: { mass: { value: 302, tolerance: 0.5 } }, materials: tape })
    const { binding } = explainInfeasibility(request, solve)
    expect(binding).toEqual([{ kind: 'above', quantity: 'mass', by: expect.closeTo(3.4, 6) as number }])
    const relaxations = allOpen(request)
    // 305.4 − 3 is 302.4: inside 0.5.
    expect(find(relaxations, 'otherGrip')).toMatchObject({ by: -3 })
    expect(reaches(relaxed(request, { obstacle: { kind: 'otherGrip' }, by: -2 }), solve)).toBe(false)
    expect(find(relaxations, 'otherStrings')).toMatchObject({ by: -3 })
    expect(find(relaxations, 'tolerance')!.by).toBeCloseTo(2.9, 6)
  })

  it('strings of the drawer, and what is stuck on, where they may be changed', () => {
    const light = { ...DRAWER[0], id: 'thin', kind: 'strings' as const, unitMassG: 13.4, stock: 1, lead: false }
    const request = usualRequest({
      target: { mass: { value: 302, tolerance: 0.5 } },
      materials: [...tape, light],
    })
    expect(find(allOpen(request), 'strings')).toBeDefined()
    const wrapped = { ...STRUNG, overgrips: 1 }
    const off = usualRequest({
      target: { mass: { value: 300.5, tolerance: 0.5 } },
      materials: tape,
      work: { geometry: tennis.geometry, condition: wrapped, profile: tennis },
    })
    expect(find(allOpen(off), 'takeOff')).toBeDefined()
    expect(find(allOpen({ ...off, work: { ...off.work, condition: { ...wrapped, overgrips: 0 } } }), 'takeOff')).toBe(
      undefined,
    )
  })

  it('another frame of the shop to start from, and none that would not do', () => {
    const at = (mass: number, swing: number) =>
      frameState(
        { mass: { value: mass, u: 0.1 }, balance: { value: 32.6, u: 0.05 }, swingWeight: { value: swing, u: 0.7 } },
        10.16,
      )
    const request = usualRequest({
      target: { mass: { value: 300, tolerance: 0.5 }, ...inertia },
      materials: tape,
    })
    const work = request.work
    const bases = [
      { id: 'light', name: 'Light', state: at(292, 290), work },
      { id: 'heavy', name: 'Heavy', state: at(310, 305), work },
    ]
    const relaxations = allOpen(request, bases)
    expect(relaxations.flatMap(({ obstacle }) => (obstacle.kind === 'base' ? [obstacle.id] : []))).toEqual(['light'])
  })

  it('a cap on the whole frame, and the bound that binds is named', () => {
    const request = usualRequest({
      target: inertia,
      limits: { ...OPEN_LIMITS, capTotalG: usualState().massG! + 1.5, mayChangeGrip: false },
    })
    const { binding } = explainInfeasibility(request, solve)
    expect(binding).toContainEqual({ kind: 'capTotal' })
    const opening = find(allOpen(request), 'capTotal')!
    expect(opening.by).toBeGreaterThan(0)
    expect(reaches(relaxed(request, { ...opening, by: opening.by - 1 }), solve)).toBe(false)
  })

  it('room in a place, by the least half centimetre that will do', () => {
    const zones = tennis.zones.filter((z) => z.id === 'tip').map((z) => ({ ...z, capacityCm: 4, maxLayers: 2 }))
    const request = usualRequest({
      target: { swingWeight: { value: 312, tolerance: 1 } },
      materials: DRAWER.filter((m) => m.id === 'lead-quarter'),
      work: { geometry: tennis.geometry, condition: STRUNG, profile: { ...tennis, zones } },
    })
    const { binding } = explainInfeasibility(request, solve)
    expect(binding).toContainEqual({ kind: 'zone', zoneId: 'tip' })
    const opening = find(allOpen(request), 'zone')!
    expect(opening.obstacle).toEqual({ kind: 'zone', zoneId: 'tip' })
    expect(reaches(relaxed(request, { ...opening, by: opening.by - 0.5 }), solve)).toBe(false)
  })

  it('recoil weight as the target: its tolerance is loosened in its own unit', () => {
    const request = usualRequest({
      target: { mass: { value: 307, tolerance: 0.5 }, recoilWeight: { value: 165, tolerance: 1 } },
      materials: tape,
    })
    const relaxations = allOpen(request)
    const wider = relaxations.find((o) => o.obstacle.kind === 'tolerance' && o.obstacle.quantity === 'recoilWeight')!
    expect(wider.by).toBeGreaterThan(0)
    expect(reaches(relaxed(request, { ...wider, by: wider.by - 0.3 }), solve)).toBe(false)
  })
})
