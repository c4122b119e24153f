import { cutMoving, spotOf } from '../cuts/items.ts'
import type { Material } from '../cuts/material.ts'
import type { Cut } from '../cuts/cut.ts'
import type { AddedMass, Condition } from '../frame/condition.ts'
import type { ProofBody } from '../job/proof.ts'
import type { SportProfile } from '../sports/profile.ts'
import { conditionAfter, cutsToOriginal, itemId } from './onFrame.ts'

/** A proof with the job it belongs to. */
export interface NumberedProof {
  jobId: string
  number: number
  at: string
  body: ProofBody
}

/** Something that lay on a frame in a setup; its cut as it was laid, null where it was on the frame before any job. */
export interface SetupPiece {
  item: AddedMass
  cut: Cut | null
}

/** A setup that a frame was proven in, with all that lay on it. */
export interface EarlierSetup {
  jobId: string
  number: number
  at: string
  /** What was read at the signature, core units. */
  read: { quantity: ProofBody['lines'][number]['quantity']; value: number; u: number }[]
  /** As the frame left the bench then. */
  condition: Condition
  pieces: SetupPiece[]
}

/** @param proofs of one frame, in any order. @returns the setups they prove, the newest first */
export function earlierSetups(proofs: readonly NumberedProof[], profile: SportProfile): EarlierSetup[] {
  const laid = new Map(
    proofs.flatMap(({ number, body }) => body.pieces.map((piece) => [itemId(number, piece.cut.id), piece] as const)),
  )
  return [...proofs]
    .sort((a, b) => (a.at < b.at ? 1 : a.at > b.at ? -1 : 0))
    .map(({ jobId, number, at, body }) => {
      const condition = conditionAfter(body, number, profile)
      return {
        jobId,
        number,
        at,
        read: body.lines.map(({ quantity, read, u }) => ({ quantity, value: read, u })),
        condition,
        pieces: condition.added.map((item) => ({
          item,
          cut: laid.get(item.id)?.cut ?? null,
        })),
      }
    })
}

/** The way back to an earlier setup. */
export interface WayBack {
  /** What comes off, what goes back into the hole where it sat, then what goes on again. */
  cuts: Cut[]
  /** On the frame now, not in that setup, and cured: it cannot come off. */
  stays: AddedMass[]
  /** In that setup, and cannot be laid again: no strip of it is known, or the drawer has no such material. */
  gone: { item: AddedMass; why: 'noStrip' | 'noMaterial' }[]
  /** Strings, grip and overgrips are other ones than then: they are changed by themselves. */
  layers: ('strings' | 'grip' | 'overgrips')[]
}

/** So near is the same place, cm, and the same mass, g. */
const SAME = { cm: 0.05, g: 0.05 } as const
const liesAlike = (a: AddedMass, b: AddedMass) =>
  Math.abs(a.massG - b.massG) <= SAME.g &&
  Math.abs(a.atCm - b.atCm) <= SAME.cm &&
  Math.abs(a.offAxisCm - b.offAxisCm) <= SAME.cm &&
  Math.abs((a.lengthCm ?? 0) - (b.lengthCm ?? 0)) <= SAME.cm &&
  a.stays === b.stays

/** Which item of now is which of then: itself, wherever it sits; else one that was laid again as that one lay. */
function sameItems(then: readonly AddedMass[], now: readonly AddedMass[]): Map<AddedMass, AddedMass> {
  const found = new Map<AddedMass, AddedMass>()
  const left = new Set(now)
  for (const isSame of [(a: AddedMass, b: AddedMass) => a.id === b.id, liesAlike])
    for (const item of then) {
      const same = found.has(item) ? undefined : [...left].find((other) => isSame(item, other))
      if (!same) continue
      found.set(item, same)
      left.delete(same)
    }
  return found
}

/**
 * What takes a frame back to an earlier setup: what was not on it then comes off, what sits in another hole goes back, what was on it
 * comes on again as the strip it was.
 * @param now the condition of the frame
 * @param drawer what there is to lay
 */
export function wayBackTo(setup: EarlierSetup, now: Condition, drawer: readonly Material[]): WayBack {
  const is = sameItems(
    setup.pieces.map(({ item }) => item),
    now.added,
  )
  const kept = new Set(is.values())
  const others = now.added.filter((item) => !kept.has(item))
  const off = cutsToOriginal({ ...now, added: others })
  const back = setup.pieces.filter(({ item }) => !is.has(item))
  const moved = [...is].flatMap(([then, { zoneId }]): Cut[] =>
    zoneId && then.zoneId && zoneId !== then.zoneId ? [cutMoving(then, `back-${then.id}`.slice(0, 60))] : [],
  )
  const on: Cut[] = []
  const gone: WayBack['gone'] = []
  for (const { item, cut } of back) {
    if (!cut) gone.push({ item, why: 'noStrip' })
    else if (!drawer.some((m) => m.id === cut.materialId)) gone.push({ item, why: 'noMaterial' })
    // A module that was moved after it was laid goes where it sat then.
    else on.push({ ...cut, ...(item.zoneId ? spotOf(item) : {}), id: `back-${item.id}`.slice(0, 60) })
  }
  return {
    cuts: [...off, ...moved, ...on],
    stays: others.filter((item) => item.stays === true),
    gone,
    layers: [
      ...(now.stringsG === setup.condition.stringsG ? [] : (['strings'] as const)),
      ...(now.grip === setup.condition.grip ? [] : (['grip'] as const)),
      ...(now.overgrips === setup.condition.overgrips ? [] : (['overgrips'] as const)),
    ],
  }
}

/** Nothing is to be done to be in that setup. */
export const isThere = (way: WayBack): boolean =>
  way.cuts.length + way.stays.length + way.gone.length + way.layers.length === 0
