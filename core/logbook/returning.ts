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
  /** What comes off, then what goes on again. */
  cuts: Cut[]
  /** On the frame now, not in that setup, and cured: it cannot come off. */
  stays: AddedMass[]
  /** In that setup, and cannot be laid again: no strip of it is known, or the drawer has no such material. */
  gone: { item: AddedMass; why: 'noStrip' | 'noMaterial' }[]
  /** Strings, grip and overgrips are other ones than then: they are changed by themselves. */
  layers: ('strings' | 'grip' | 'overgrips')[]
}

/**
 * What takes a frame back to an earlier setup: what was not on it then comes off, what was comes on again as the strip it was.
 * @param now the condition of the frame
 * @param drawer what there is to lay
 */
export function wayBackTo(setup: EarlierSetup, now: Condition, drawer: readonly Material[]): WayBack {
  const then = new Set(setup.pieces.map(({ item }) => item.id))
  const there = new Set(now.added.map((item) => item.id))
  const off = cutsToOriginal({ ...now, added: now.added.filter((item) => !then.has(item.id)) })
  const back = setup.pieces.filter(({ item }) => !there.has(item.id))
  const on: Cut[] = []
  const gone: WayBack['gone'] = []
  for (const { item, cut } of back) {
    if (!cut) gone.push({ item, why: 'noStrip' })
    else if (!drawer.some((m) => m.id === cut.materialId)) gone.push({ item, why: 'noMaterial' })
    else on.push({ ...cut, id: `back-${item.id}`.slice(0, 60) })
  }
  return {
    cuts: [...off, ...on],
    stays: now.added.filter((item) => item.stays === true && !then.has(item.id)),
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
