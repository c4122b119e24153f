import { computed, ref, shallowRef } from 'vue'
import { bestGrade, referenceState } from '#core/compare/setup.ts'
import { estimateOf } from '#core/frame/state.ts'
import type { TargetDocument } from '#core/job/documents.ts'
import { QUANTITIES, type Quantity } from '#core/quantities/units.ts'
import { withinClass } from '#core/targets/minors.ts'
import { warningsOnTarget, setupKindOf, unconfirmed } from '#core/targets/warnings.ts'
import { ceilingHere, rulesFacts, type FrameNow } from '#core/targets/frameNow.ts'
import { PLAYER_RULES } from '#core/targets/rules/playerRules.ts'
import { judge, ruleMessage } from '#core/targets/rules/rule.ts'
import { disagreements, proposals, type Proposal } from '#core/targets/strategies.ts'
import type { TargetLine, TargetLines, TargetMethod } from '#core/targets/target.ts'
import {
  fromBand,
  fromCeiling,
  fromComplaints,
  fromMgri,
  fromSetup,
  heldAt,
  type BroughtSetup,
} from '#core/targets/methods.ts'
import { messageOf } from '#contract/messages/job.ts'
import type { TargetNumber } from '#core/planning/problem/request.ts'
import { useOpenJob } from '../stores/openJob.ts'
import { useShop } from '../stores/shop.ts'

const EMPTY: TargetDocument = { way: 'hand', referenceId: null, school: null, lines: {}, also: {}, confirmed: [] }
export const SETUP_WAYS: readonly TargetMethod[] = ['copy', 'cluster', 'match', 'halfway']

/** Choosing target numbers: the ways in, what warnings them, and what is kept of it. */
export function useTarget() {
  const job = useOpenJob()
  const shop = useShop()
  const problem = ref('')
  const body = computed<TargetDocument>(() => job.documents.target ?? EMPTY)
  const player = computed(() => job.documents.player?.facts ?? null)
  const frame = computed<FrameNow>(() => ({
    state: job.picture.measured.state,
    condition: job.picture.condition,
    geometry: job.view.frame.geometry,
    profile: job.profile,
  }))
  const ceiling = computed(() => ceilingHere(frame.value, player.value))
  const facts = computed(() => rulesFacts(frame.value, player.value))
  /** What the rules say of this player and frame, and which of them lack an answer. */
  const judged = computed(() => judge(PLAYER_RULES, facts.value))
  const speaking = computed(() =>
    judged.value
      .filter((j) => j.verdict === 'yes')
      .map((j) => ({ rule: j.rule, words: ruleMessage(j.rule, facts.value) })),
  )
  const asks = computed(() => [...new Set(judged.value.flatMap((j) => j.asks))])

  const referenceKind = computed(() => setupKindOf(body.value.lines, shop.references))
  const warnings = computed(() => warningsOnTarget(frame.value, player.value, body.value.lines, referenceKind.value))
  const open = computed(() => unconfirmed(warnings.value, body.value.confirmed))

  function brought(referenceId: string): BroughtSetup | null {
    const reference = shop.reference(referenceId)
    if (!reference) return null
    const state = referenceState(reference, job.picture, job.profile)
    return { id: reference.id, name: reference.name, grade: bestGrade(reference.reports), state }
  }

  /** The numbers that a way gives; throws a Problem when it cannot. */
  function linesBy(way: TargetMethod, referenceId: string | null, quantities: readonly Quantity[]): TargetLines {
    switch (way) {
      case 'copy':
      case 'cluster':
      case 'match':
      case 'halfway': {
        const setup = referenceId ? brought(referenceId) : null
        if (!setup) return {}
        const from = way === 'copy' ? 'reference' : way
        const known = way === 'halfway' ? quantities.filter((q) => estimateOf(frame.value.state, q)) : quantities
        return fromSetup(from, frame.value.state, setup, known, job.profile)
      }
      case 'band':
        return fromBand(frame.value, player.value)
      case 'ceiling':
        return fromCeiling(frame.value, player.value)
      case 'complaints':
        return fromComplaints(frame.value, player.value)
      case 'mgri':
        return fromMgri(frame.value, player.value)
      case 'school':
        return schools.value.found.find((p) => p.school.id === body.value.school)?.lines ?? {}
      case 'hand':
        return {}
    }
  }

  /** Works numbers out and keeps those typed by hand, with tolerances and reasons as they were. */
  function put(change: Partial<TargetDocument>, found: TargetLines): void {
    const held = withinClass(heldAt(found, ceiling.value), frame.value, player.value)
    const lines: TargetLines = {}
    for (const quantity of QUANTITIES) {
      const before = body.value.lines[quantity]
      const line = held[quantity]
      if (line)
        lines[quantity] = { ...line, tolerance: before?.tolerance ?? line.tolerance, reason: before?.reason ?? '' }
      else if (before?.from === 'hand') lines[quantity] = before
    }
    job.save('target', { ...body.value, ...change, lines })
  }

  function derive(way: TargetMethod, referenceId: string | null, quantities: readonly Quantity[] = QUANTITIES): void {
    problem.value = ''
    if (way === 'hand' || way === 'school' || (SETUP_WAYS.includes(way) && !referenceId)) {
      job.save('target', { ...body.value, way, referenceId }, { keepUsed: true })
      return
    }
    try {
      put(
        { way, referenceId: SETUP_WAYS.includes(way) ? referenceId : null, school: null },
        linesBy(way, referenceId, quantities),
      )
    } catch (error) {
      problem.value = messageOf(error)
    }
  }

  /** Each number again the way that it came about, by its own setup; those typed by hand stay. */
  function rederive(): void {
    problem.value = ''
    try {
      const found: TargetLines = {}
      for (const quantity of QUANTITIES) {
        const line = body.value.lines[quantity]
        if (!line || line.from === 'hand') continue
        const way = line.from === 'reference' ? 'copy' : line.from
        found[quantity] = linesBy(way, line.referenceId ?? body.value.referenceId, [quantity])[quantity]
      }
      put({}, found)
    } catch (error) {
      problem.value = messageOf(error)
    }
  }

  /** One number alone from a setup. */
  function takeOne(quantity: Quantity, way: 'copy' | 'halfway', referenceId: string): void {
    problem.value = ''
    try {
      const line = heldAt(linesBy(way, referenceId, [quantity]), ceiling.value)[quantity]
      if (line) setLine(quantity, { ...line, reason: body.value.lines[quantity]?.reason ?? '' })
    } catch (error) {
      problem.value = messageOf(error)
    }
  }

  function setLine(quantity: Quantity, change: Partial<TargetLine> | null): void {
    const { [quantity]: held, ...others } = body.value.lines
    const line: TargetLine | null =
      change === null
        ? null
        : {
            value: held?.value ?? 0,
            tolerance: held?.tolerance ?? job.profile.tolerance[quantity],
            from: held?.from ?? 'hand',
            referenceId: held?.referenceId ?? null,
            reason: held?.reason ?? '',
            chain: held?.chain ?? [],
            ...change,
          }
    job.save('target', { ...body.value, lines: line ? { ...others, [quantity]: line } : others })
  }
  /** Aims at a number that follows from the others as well; null leaves it open. */
  function setAlso(quantity: keyof TargetDocument['also'], aim: TargetNumber | null): void {
    const { [quantity]: _was, ...others } = body.value.also
    job.save('target', { ...body.value, also: aim ? { ...others, [quantity]: aim } : others })
  }
  const typeLine = (quantity: Quantity, value: number) =>
    setLine(quantity, { value, from: 'hand', referenceId: null, chain: [{ code: 'hand' }] })

  const schoolProblem = shallowRef('')
  const schools = computed(() => {
    try {
      const found = proposals(frame.value, player.value)
      schoolProblem.value = ''
      return { found, apart: disagreements(found, frame.value) }
    } catch (error) {
      schoolProblem.value = messageOf(error)
      return { found: [], apart: [] }
    }
  })
  function takeSchool(proposal: Proposal): void {
    problem.value = ''
    put({ way: 'school', school: proposal.school.id, referenceId: null }, proposal.lines)
  }

  function confirm(key: string, words: string): void {
    const at = new Date().toISOString()
    const confirmed = [...body.value.confirmed.filter((c) => c.key !== key), { key, words, by: shop.initials, at }]
    job.save('target', { ...body.value, confirmed })
  }

  return {
    setAlso,
    body,
    player,
    frame,
    ceiling,
    facts,
    speaking,
    asks,
    warnings,
    open,
    problem,
    schools,
    schoolProblem,
    derive,
    rederive,
    takeOne,
    takeSchool,
    typeLine,
    setLine,
    confirm,
  }
}
