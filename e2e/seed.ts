import type { APIRequestContext } from '@playwright/test'
import { cutIn } from '#core/cuts/zones.ts'
import { PLAIN_MATERIAL } from '#core/cuts/material.ts'
import { defaultCondition, type Condition } from '#core/frame/condition.ts'
import { EMPTY_PLAN, nothingMeasured } from '#core/job/documents.ts'
import { unknownPlayer, type PlayerFacts } from '#core/player/facts.ts'
import type { SportProfile } from '#core/sports/profile.ts'
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

/** What a seeded job is of: whose frame in which condition, what it read, what it is to read. */
interface Seeded {
  profile: SportProfile
  condition: Condition
  measured: Record<Quantity, number>
  target: Partial<Record<Quantity, [value: number, tolerance: number]>>
  age?: number | null
  /** Whose it is; else *Seeded* with the last four letters of the job's id. */
  name?: string
}

const newId = () => `seeded-${crypto.randomUUID().slice(0, 8)}`

/** A new job of a new player with a new frame. @returns its id */
export async function seedJob(
  request: APIRequestContext,
  facts: PlayerFacts,
  label: string,
  profile: SportProfile = tennis,
  id = newId(),
): Promise<string> {
  const frame = { id: `${id}-frame`, label, maker: '', model: '', unit: '', playerId: null, sport: profile.id, geometry: profile.geometry } // prettier-ignore
  const made = await request.post('/api/jobs', { data: { id, kind: 'job', player: { facts }, frame } })
  expect(made.ok(), await made.text()).toBe(true)
  return id
}

/** A job measured twice, and with a target where one is given, without a hand on the page. @returns its id */
export async function seedTarget(request: APIRequestContext, seeded: Seeded): Promise<string> {
  const { profile, condition } = seeded
  const id = newId()
  const { name = `Seeded ${id.slice(-4)}`, age = null } = seeded
  await seedJob(request, { ...unknownPlayer(name), age }, 'Seeded frame', profile, id)
  const readings = Object.entries(seeded.measured).flatMap(([quantity, value]) =>
    [1, 2].map((n) => ({
      id: `${id}-${quantity}-${n}`,
      quantity,
      value,
      axisCm: quantity === 'swingWeight' ? profile.axisCm : null,
      methodId: profile.methods.find((m) => m.quantity === quantity)!.id,
      typed: String(value),
      purpose: 'measure',
      by: 'JQ',
      supersedes: null,
    })),
  )
  const lines = Object.fromEntries(
    Object.entries(seeded.target).map(([quantity, [value, tolerance]]) => [
      quantity,
      { value, tolerance, from: 'hand', referenceId: null, reason: '', chain: [] },
    ]),
  )
  const measure = { ...nothingMeasured(condition, profile.axisCm), readingIds: readings.map((r) => r.id) }
  await seedStage(request, id, 'measure', measure, readings)
  const target = { way: 'hand', referenceId: null, school: null, lines, also: {}, confirmed: [] }
  if (Object.keys(lines).length > 0) await seedStage(request, id, 'target', target)
  return id
}

/** A tennis frame as it is usually read, and what it is to read. @returns the job's id */
export const seedMeasured = (request: APIRequestContext, name: string, target: Seeded['target'] = {}) =>
  seedTarget(request, { profile: tennis, condition: defaultCondition(tennis), measured: READINGS, target, name })

/** Saves a stage of a job as its first. */
async function seedStage(
  request: APIRequestContext,
  id: string,
  stage: string,
  body: unknown,
  readings: unknown[] = [],
) {
  const data = { expected: 0, body, used: {}, by: 'JQ', readings }
  const answer = await request.put(`/api/jobs/${id}/stages/${stage}`, { data })
  expect(answer.ok(), `${stage}: ${await answer.text()}`).toBe(true)
}

/**
 * A job brought as far as its work order without a hand on the page: measured twice, with a target, a plan and the steps drawn
 * up. What a test is about is done on the page.
 */
export async function seedBuild(
  request: APIRequestContext,
  pieces: Piece[],
  target: Seeded['target'],
  age: number | null = null,
  measured: Record<Quantity, number> = READINGS,
): Promise<string> {
  const work = { geometry: tennis.geometry, condition: defaultCondition(tennis), profile: tennis }
  const cuts = pieces.map(([zone, materialId, kind, amount]) =>
    cutIn(
      tennis.zones.find((z) => z.id === zone)!,
      { ...PLAIN_MATERIAL, id: materialId, name: '', kind, unitMassG: 1, widthCm: 0.6, step: 0.5 },
      amount,
      work,
      `${zone}-${materialId}`,
    ),
  )
  await stocked(request, [...new Set(pieces.map(([, materialId]) => materialId))])
  const id = await seedTarget(request, { profile: tennis, condition: work.condition, measured, target, age })
  await seedStage(request, id, 'plan', { ...EMPTY_PLAN, byHand: true, cuts })
  await seedStage(request, id, 'build', { ...EMPTY_ORDER, cuts })
  return id
}
