import type { APIRequestContext } from '@playwright/test'
import { cutIn } from '#core/cuts/zones.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { defaultCondition } from '#core/frame/condition.ts'
import { EMPTY_PLAN, nothingMeasured } from '#core/job/documents.ts'
import { unknownPlayer } from '#core/player/facts.ts'
import { tennis } from '#core/sports/tennis.ts'
import { EMPTY_ORDER } from '#core/workorder/marks.ts'
import type { StoredMaterial } from '#contract/entities.ts'
import type { Quantity } from '#core/quantities/units.ts'
import type { StockedKind } from '#core/sports/kinds.ts'
import { expect } from './test.ts'

/** What is put where: zone, material of the demo drawer, its kind, how much. */
export type Piece = [zone: string, material: string, kind: StockedKind, amount: number]

const READINGS: Record<Quantity, number> = { mass: 305.4, balance: 32.6, swingWeight: 300, twistWeight: 13.2 }

/** Enough of some materials in the drawer, whatever tests before took out. */
async function stocked(request: APIRequestContext, ids: readonly string[]): Promise<void> {
  const drawer = (await (await request.get('/api/materials')).json()) as { id: string; stock: number }[]
  for (const material of drawer.filter((m) => ids.includes(m.id) && m.stock < 60)) {
    const answer = await request.put(`/api/materials/${material.id}`, { data: { ...material, stock: 260 } })
    expect(answer.ok(), await answer.text()).toBe(true)
  }
}

/** A tape of a test's own, so light that no plan of another test would take it: its id, and what sets its stock. */
export async function ownTape(request: APIRequestContext): Promise<{ id: string; stock(cm: number): Promise<void> }> {
  const drawer = (await (await request.get('/api/materials')).json()) as StoredMaterial[]
  const tungsten = drawer.find((m) => m.id === 'tungsten')!
  const id = `tape-${crypto.randomUUID().slice(0, 8)}`
  let revision = 0
  const stock = async (cm: number) => {
    const data = { ...tungsten, id, name: 'Own tape', unitMassG: 0.0005, stock: cm, revision: revision++, retired: cm === 0 } // prettier-ignore
    const answer = await request.put(`/api/materials/${id}`, { data })
    expect(answer.ok(), await answer.text()).toBe(true)
  }
  await stock(100)
  return { id, stock }
}

/**
 * A job brought as far as its work order without a hand on the page: measured twice, with a target, a plan and the steps drawn
 * up. What a test is about is done on the page.
 */
export async function seedBuild(
  request: APIRequestContext,
  pieces: Piece[],
  target: Partial<Record<'mass' | 'balance' | 'swingWeight', [value: number, tolerance: number]>>,
  age: number | null = null,
  measured: Record<Quantity, number> = READINGS,
): Promise<string> {
  const id = `seeded-${crypto.randomUUID().slice(0, 8)}`
  const facts = { ...unknownPlayer(`Seeded ${id.slice(-4)}`), age }
  const work = { geometry: tennis.geometry, condition: defaultCondition(tennis), profile: tennis }
  const readings = Object.entries(measured).flatMap(([quantity, value]) =>
    [1, 2].map((n) => ({
      id: `${id}-${quantity}-${n}`,
      quantity,
      value,
      axisCm: quantity === 'swingWeight' ? tennis.axisCm : null,
      methodId: tennis.methods.find((m) => m.quantity === quantity)!.id,
      typed: String(value),
      purpose: 'measure',
      by: 'JQ',
      supersedes: null,
    })),
  )
  const cuts = pieces.map(([zone, materialId, kind, amount]) =>
    cutIn(
      tennis.zones.find((z) => z.id === zone)!,
      { ...PLAIN_MATERIAL, id: materialId, name: '', kind, unitMassG: 1, widthCm: 0.6, step: 0.5 },
      amount,
      work,
      `${zone}-${materialId}`,
    ),
  )
  const lines = Object.fromEntries(
    Object.entries(target).map(([quantity, [value, tolerance]]) => [
      quantity,
      { value, tolerance, from: 'hand', referenceId: null, reason: '', chain: [] },
    ]),
  )
  await stocked(request, [...new Set(pieces.map(([, materialId]) => materialId))])
  const frame = { id: `${id}-frame`, label: 'Seeded frame', maker: '', model: '', unit: '', playerId: null, sport: 'tennis', geometry: tennis.geometry } // prettier-ignore
  const made = await request.post('/api/jobs', { data: { id, kind: 'job', player: { facts }, frame } })
  expect(made.ok(), await made.text()).toBe(true)
  const stages: [string, unknown, unknown[]][] = [
    ['measure', { ...nothingMeasured(work.condition, tennis.axisCm), readingIds: readings.map((r) => r.id) }, readings],
    ['target', { way: 'hand', referenceId: null, school: null, lines, also: {}, confirmed: [] }, []],
    ['plan', { ...EMPTY_PLAN, byHand: true, cuts }, []],
    ['build', { ...EMPTY_ORDER, cuts }, []],
  ]
  for (const [stage, body, taken] of stages) {
    const data = { expected: 0, body, used: {}, by: 'JQ', readings: taken }
    const answer = await request.put(`/api/jobs/${id}/stages/${stage}`, { data })
    expect(answer.ok(), `${stage}: ${await answer.text()}`).toBe(true)
  }
  return id
}
