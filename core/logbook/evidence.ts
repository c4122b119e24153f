import { piecesOfAll } from '../cuts/pieces.ts'
import { aimsOf } from '../job/check.ts'
import type { DerivedJob, JobInput } from '../job/derive.ts'
import { tuningOf } from '../job/tuning.ts'
import { scoreInterval, type Share } from '../numerics/binomial.ts'
import { chanceOf } from '../planning/explain/chance.ts'
import type { Complaint } from '../player/facts.ts'
import type { PlayerFacts } from '../player/facts.ts'
import { QUANTITIES, type Quantity } from '../quantities/units.ts'
import { isMinor } from '../targets/minors.ts'
import { isHeavy, type Tried } from '../tuning/engine.ts'
import { jobEvents, type LogNumbers } from './logbook.ts'

/** What one job says of how its frame was changed and what became of it. No name of anybody is in it. */
export interface Case {
  frameId: string
  number: number
  sport: string
  level: PlayerFacts['level']
  minor: boolean
  complaints: Complaint[]
  /** Setups that were played: by which step of which school, and whether they were gone back from. */
  changes: { what: string; swingKgCm2: number; kept: boolean }[]
  /** Sessions in which lateness or energy was told: what the setup had more than the one before. */
  sessions: { upKgCm2: number; heavy: boolean }[]
  /** How sure the plan was, and whether the signed frame was inside. */
  landed: { stated: number; inside: boolean } | null
  came: LogNumbers | null
  left: LogNumbers | null
}

/** Draws for a chance that was stated once and is worked out again. */
const DRAWS = 2000

/** A step of a school; what a hand did by itself is `own`. */
const whatOf = (t: Tried) => (t.setup?.step ? `${t.setup.step.school}.${t.setup.step.id}` : 'own')

export function caseOf(input: JobInput, derived: DerivedJob, of: { frameId: string; number: number }): Case {
  const { documents, profile } = input
  const player = documents.player?.facts ?? null
  const tried = tuningOf(derived, documents)?.tried ?? []
  const up = (t: Tried) => {
    const from = tried.find((o) => o.id === t.setup?.fromId)
    return from ? t.state.swingWeightKgCm2! - from.state.swingWeightKgCm2! : 0
  }
  const goneBackFrom = (t: Tried) => tried.some((o) => o.setup?.backToId && o.setup.fromId === t.id)
  const events = jobEvents(input, derived)
  const numbersOf = (kind: 'measured' | 'proved' | 'tuned') => {
    const event = events.findLast((e) => e.kind === kind)
    return event && event.kind === kind ? event.numbers : null
  }
  return {
    ...of,
    sport: profile.id,
    level: player?.level ?? null,
    minor: isMinor(player),
    complaints: player?.complaints ?? [],
    changes: tried.flatMap((t) =>
      t.setup && !t.setup.backToId && t.sessions.length > 0
        ? [{ what: whatOf(t), swingKgCm2: up(t), kept: !goneBackFrom(t) }]
        : [],
    ),
    sessions: tried.flatMap((t) =>
      t.setup?.backToId
        ? []
        : t.sessions.flatMap((s) =>
            s.lateInTen !== null || s.energy !== null ? [{ upKgCm2: up(t), heavy: isHeavy(s) }] : [],
          ),
    ),
    landed: landedOf(input, derived),
    came: numbersOf('measured'),
    left: numbersOf('proved') && (numbersOf('tuned') ?? numbersOf('proved')),
  }
}

function landedOf({ documents, geometry }: JobInput, derived: DerivedJob): Case['landed'] {
  const { check, plan } = documents
  const aims = aimsOf(documents.target)
  const lines = check?.signed?.lines.filter((l) => l.target !== null && l.tolerance !== null) ?? []
  const known = new Set(derived.materials.map((m) => m.id))
  if (!plan || plan.cuts.length === 0 || lines.length === 0 || !derived.planned) return null
  if (lines.length < Object.keys(aims).length || plan.cuts.some((c) => !known.has(c.materialId))) return null
  const pieces = piecesOfAll(plan.cuts, derived.materials, derived.work)
  return {
    stated: chanceOf(derived.measured.state, pieces, aims, geometry, { draws: DRAWS }).all,
    inside: lines.every((l) => Math.abs(l.read - l.target!) <= l.tolerance! + 1e-9),
  }
}

export interface EvidenceFilter {
  sport: string | null
  level: PlayerFacts['level']
  complaint: Complaint | null
  minor: boolean | null
}
export const ALL_CASES: EvidenceFilter = { sport: null, level: null, complaint: null, minor: null }

/** Edges of what a setup had more in swing weight than the one before, kg·cm². */
const UP_EDGES = [-Infinity, -0.5, 0.5, 4, 8, 14, Infinity] as const
const CHANCE_EDGES = [0, 0.5, 0.7, 0.85, 0.95, 1.0001] as const

export interface Evidence {
  jobs: number
  kept: { what: string; share: Share; swingKgCm2: number }[]
  heavy: { from: number; to: number; share: Share }[]
  /** By how much a frame had moved when it came back: mean, and how often within the sport's tolerance. */
  moved: { quantity: Quantity; visits: number; mean: number; within: Share }[]
  /** How often a stated chance came true. */
  landed: { from: number; to: number; stated: number; share: Share }[]
}

/** All cases together. @param tolerance of a sport's numbers */
export function evidenceOf(
  cases: readonly Case[],
  filter: EvidenceFilter,
  tolerance: (sport: string) => Record<Quantity, number>,
): Evidence {
  const chosen = cases.filter(
    (c) =>
      (filter.sport === null || c.sport === filter.sport) &&
      (filter.level === null || c.level === filter.level) &&
      (filter.minor === null || c.minor === filter.minor) &&
      (filter.complaint === null || c.complaints.includes(filter.complaint)),
  )
  const share = (all: readonly boolean[]) => scoreInterval(all.filter(Boolean).length, all.length)
  const changes = chosen.flatMap((c) => c.changes)
  const sessions = chosen.flatMap((c) => c.sessions)
  const landed = chosen.flatMap((c) => (c.landed ? [c.landed] : []))
  const mean = (values: readonly number[]) => values.reduce((a, b) => a + b, 0) / Math.max(1, values.length)
  const between = (edges: readonly number[]) => edges.slice(1).map((to, i): [number, number] => [edges[i], to])
  return {
    jobs: chosen.length,
    kept: [...new Set(changes.map((c) => c.what))]
      .map((what) => {
        const of = changes.filter((c) => c.what === what)
        return { what, share: share(of.map((c) => c.kept)), swingKgCm2: mean(of.map((c) => c.swingKgCm2)) }
      })
      .sort((a, b) => b.share.cases - a.share.cases || (a.what < b.what ? -1 : 1)),
    heavy: between(UP_EDGES).flatMap(([from, to]) => {
      const of = sessions.filter((s) => s.upKgCm2 >= from && s.upKgCm2 < to)
      return of.length > 0 ? [{ from, to, share: share(of.map((s) => s.heavy)) }] : []
    }),
    moved: QUANTITIES.flatMap((quantity) => {
      const of = visits(chosen).flatMap(({ left, came, sport }) => {
        const [a, b] = [left[quantity], came[quantity]]
        return a && b
          ? [{ by: b.value - a.value, within: Math.abs(b.value - a.value) <= tolerance(sport)[quantity] }]
          : []
      })
      return of.length > 0
        ? [{ quantity, visits: of.length, mean: mean(of.map((o) => o.by)), within: share(of.map((o) => o.within)) }]
        : []
    }),
    landed: between(CHANCE_EDGES).flatMap(([from, to]) => {
      const of = landed.filter((l) => l.stated >= from && l.stated < to)
      return of.length > 0
        ? [{ from, to: Math.min(1, to), stated: mean(of.map((l) => l.stated)), share: share(of.map((l) => l.inside)) }]
        : []
    }),
  }
}

/** Frames that came back: how one job left them, and how the next one found them. */
function visits(cases: readonly Case[]): { left: LogNumbers; came: LogNumbers; sport: string }[] {
  return cases.flatMap((c) => {
    if (!c.left) return []
    const next = cases
      .filter((o) => o.frameId === c.frameId && o.number > c.number && o.came)
      .sort((a, b) => a.number - b.number)[0]
    return next ? [{ left: c.left, came: next.came!, sport: c.sport }] : []
  })
}
