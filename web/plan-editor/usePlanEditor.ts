import { computed, onBeforeUnmount, ref, type Ref } from 'vue'
import { headOutline } from '#core/geometry/outline.ts'
import type { Cut } from '#core/cuts/cut.ts'
import { aimedAt, type PlanLimits } from '#core/planning/problem/request.ts'
import { withoutItemOf } from '#core/cuts/items.ts'
import type { Material } from '#core/cuts/material.ts'
import { useOpenJob } from '../stores/openJob.ts'
import type { BenchScale } from './pictureScale.ts'
import { planner } from '../workers/planner.ts'
import { amountedClear, laidClear, movedClear, stretchedClear } from './clear.ts'
import { laidOn, nextBed, type Bed } from './beds.ts'
import { canBeLayered, canSplit, mirroredAlong, movedTo, newCut, nextLayers, nextSide, splitIn } from './editCut.ts'
import { usePlanRequest } from '../stores/planRequest.ts'

/** Behaviour of the bench: picking, dragging, stepping, taking off. While the hand moves only `liveCuts` changes; letting go saves. */
export function usePlanEditor(scale: Ref<BenchScale>, svg: Ref<SVGSVGElement | null>) {
  const job = useOpenJob()
  const selectedId = ref<string | null>(null)
  const work = computed(() => job.picture.work)
  const plan = usePlanRequest()
  const materialOf = (cut: Cut): Material | null => job.picture.materials.find((m) => m.id === cut.materialId) ?? null
  const cuts = computed(() => job.cuts.filter((cut) => materialOf(cut)))
  const selected = computed(() => cuts.value.find((cut) => cut.id === selectedId.value) ?? null)

  function save(next: Cut[], locked: string[] = plan.body.value.locked): void {
    job.liveCuts = null
    const there = locked.filter((id) => next.some((cut) => cut.id === id))
    job.save('plan', { ...plan.body.value, byHand: true, cuts: next, locked: there })
  }
  const isLocked = (cut: Cut) => plan.body.value.locked.includes(cut.id)
  function setLocked(cut: Cut, on: boolean): void {
    const others = plan.body.value.locked.filter((id) => id !== cut.id)
    job.save('plan', { ...plan.body.value, locked: on ? [...others, cut.id] : others }, { keepUsed: true })
  }
  const replaced = (next: Cut) => job.cuts.map((cut) => (cut.id === next.id ? next : cut))
  const besides = (cut: Cut, cuts: readonly Cut[] = job.cuts) => cuts.filter((other) => other.id !== cut.id)
  function put(next: Cut): Cut {
    if (next !== job.cuts.find((cut) => cut.id === next.id)) save(replaced(next))
    return next
  }

  /** The rest is worked out anew around the piece in hand and those that are locked, while it moves. */
  const follows = computed({
    get: () => job.restFollows && aimedAt(plan.target.value).length > 0,
    set: (on: boolean) => (job.restFollows = on),
  })
  const liveMs = ref<number | null>(null)
  let inHand: Cut | null = null
  const ask = planner.live(
    (found, ms) => {
      if (!inHand) return
      liveMs.value = ms
      // The rest may lag a step behind the hand; the piece in hand never does.
      job.liveCuts = found.cuts.map((cut) => (cut.id === inHand!.id ? inHand! : cut))
    },
    () => undefined,
  )
  function moveRest(next: Cut): void {
    inHand = next
    const others = plan.locked.value.filter((cut) => cut.id !== next.id)
    ask(plan.withHeld([...others, next]))
  }

  let drag: { cut: Cut; material: Material; offset: number; side: 1 | -1; end: 0 | 1 | null } | null = null
  let pending: PointerEvent | null = null
  let frame = 0

  /** A pointer's place in cm: x along the frame, y across it. */
  function placeOf(event: PointerEvent): { x: number; y: number } {
    const box = svg.value!.getBoundingClientRect()
    const k = scale.value.width / box.width
    return {
      x: scale.value.x.invert((event.clientX - box.left) * k),
      y: ((event.clientY - box.top) * k - scale.value.axisY) / scale.value.pxPerCm,
    }
  }
  const alongOf = (cut: Cut, at: { x: number; y: number }, side: 1 | -1) =>
    cut.place === 'hoop' ? headOutline(work.value.geometry).nearestArc(at.x, Math.max(0, at.y * side)) : at.x

  /** @param end of the piece, when it is stretched and not moved */
  function grab(cut: Cut, event: PointerEvent, end: 0 | 1 | null = null): void {
    const material = materialOf(cut)
    if (!material || event.button !== 0) return
    selectedId.value = cut.id
    if (cut.place === 'grip') return
    const at = placeOf(event)
    const side = at.y < 0 ? -1 : 1
    drag = { cut, material, offset: end === null ? cut.atCm - alongOf(cut, at, side) : 0, side, end }
    window.addEventListener('pointermove', move)
    window.addEventListener('pointerup', drop)
    window.addEventListener('pointercancel', drop)
    event.preventDefault()
    ;(event.currentTarget as SVGElement).focus({ preventScroll: true })
  }
  function move(event: PointerEvent): void {
    pending = event
    frame ||= requestAnimationFrame(follow)
  }
  function follow(): void {
    frame = 0
    if (!drag || !pending) return
    const { cut, material, end } = drag
    const to = alongOf(cut, placeOf(pending), drag.side) + drag.offset
    const live = job.liveCuts ?? job.cuts
    // What follows makes room by itself; what is locked does not.
    const rest = besides(cut, follows.value ? plan.locked.value : live)
    const next =
      end === null
        ? movedClear(cut, movedTo(cut, to, material, work.value, pending.altKey), rest, material, work.value)
        : stretchedClear(cut, end, to, rest, material, work.value)
    job.liveCuts = live.map((cut) => (cut.id === next.id ? next : cut))
    if (follows.value) moveRest(next)
  }
  function drop(): void {
    if (frame) cancelAnimationFrame(frame)
    if (pending) follow()
    stopListening()
    const live = job.liveCuts
    const put = live?.find((cut) => cut.id === drag?.cut.id)
    const moved = put && drag && (put.atCm !== drag.cut.atCm || put.amount !== drag.cut.amount)
    const held = drag?.cut.id
    drag = null
    pending = null
    inHand = null
    if (!moved || !live) job.liveCuts = null
    // What was put down while the rest followed stays where it is.
    else if (follows.value && held) {
      job.settleRest = true
      save(live, [...new Set([...plan.body.value.locked, held])])
    } else save(live)
  }
  function stopListening(): void {
    frame = 0
    window.removeEventListener('pointermove', move)
    window.removeEventListener('pointerup', drop)
    window.removeEventListener('pointercancel', drop)
  }
  onBeforeUnmount(() => {
    stopListening()
    job.liveCuts = null
  })

  function key(cut: Cut, event: KeyboardEvent): void {
    const material = materialOf(cut)
    if (!material || event.ctrlKey || event.metaKey || event.altKey) return
    const step = event.shiftKey ? 0.1 : 0.5
    const towardsTip = cut.place === 'hoop' ? -1 : 1
    switch (event.key) {
      case 'ArrowRight':
        setPlace(cut, cut.atCm + towardsTip * step)
        break
      case 'ArrowLeft':
        setPlace(cut, cut.atCm - towardsTip * step)
        break
      case 'ArrowUp':
        setAmount(cut, cut.amount + material.step)
        break
      case 'ArrowDown':
        setAmount(cut, cut.amount - material.step)
        break
      case 'l':
        setLocked(cut, !isLocked(cut))
        break
      case 's':
        split(cut)
        break
      case 'm':
        mirror(cut)
        break
      case 'e':
        turnBed(cut)
        break
      case 'n':
        if (canBeLayered(cut, material)) turnLayers(cut)
        break
      case 'Delete':
      case 'Backspace':
        remove(cut)
        break
      default:
        return
    }
    event.preventDefault()
  }

  function remove(cut: Cut): void {
    selectedId.value = null
    save(job.cuts.filter((held) => held.id !== cut.id))
  }
  function add(zoneId: string, materialId: string): void {
    const material = job.picture.materials.find((m) => m.id === materialId)
    const made = material && newCut(zoneId, material, work.value, crypto.randomUUID())
    if (!made) return
    const cut = laidClear(made, job.cuts, material, work.value)
    save([...withoutItemOf(cut, job.cuts, work.value.condition), cut])
    selectedId.value = cut.id
  }
  function split(cut: Cut): void {
    const material = materialOf(cut)
    if (!material || !canSplit(cut, material)) return
    const parts = splitIn(cut, material, work.value, crypto.randomUUID())
    save(job.cuts.flatMap((held) => (held.id === cut.id ? parts : [held])))
  }
  /** The same again at the other end of the hoop, as far from 3 and 9. */
  function mirror(cut: Cut): void {
    const material = materialOf(cut)!
    const other = mirroredAlong(cut, material, work.value, crypto.randomUUID())
    if (!other) return
    const laid = laidClear(other, job.cuts, material, work.value)
    save([...job.cuts, laid])
    selectedId.value = laid.id
  }
  /** Lead was put on by hand where it is not allowed: it comes off, or an adult agrees in writing. */
  const leadToAsk = computed(() => plan.minor.value && plan.limits.value.noLead && cuts.value.some(isLead))
  const isLead = (cut: Cut) => materialOf(cut)?.lead === true
  function agreeToLead(leadAgreed: NonNullable<PlanLimits['leadAgreed']>): void {
    job.save('plan', { ...plan.body.value, limits: { ...plan.body.value.limits, noLead: false, leadAgreed } })
  }
  const leaveLeadOut = () => save(job.cuts.filter((cut) => !isLead(cut)))
  const putAll = (next: Cut[]) => save(next)
  const laid = (cut: Cut) => laidClear(cut, besides(cut), materialOf(cut)!, work.value)
  const turnSide = (cut: Cut) => save(replaced(laid(nextSide(cut))))
  const layOn = (cut: Cut, bed: Bed) => save(replaced(laid(laidOn(cut, bed, work.value))))
  const turnBed = (cut: Cut) => {
    const bed = nextBed(cut)
    if (bed) layOn(cut, bed)
  }
  const turnLayers = (cut: Cut) => save(replaced(nextLayers(cut, materialOf(cut)!, work.value)))
  /** @returns the piece as it lies now */
  const setPlace = (cut: Cut, atCm: number) => {
    const material = materialOf(cut)!
    return put(movedClear(cut, movedTo(cut, atCm, material, work.value, true), besides(cut), material, work.value))
  }
  /** @returns the piece as it is now */
  const setAmount = (cut: Cut, amount: number) =>
    put(amountedClear(cut, amount, besides(cut), materialOf(cut)!, work.value))

  return {
    cuts,
    selected,
    selectedId,
    work,
    materialOf,
    grab,
    key,
    remove,
    add,
    setPlace,
    setAmount,
    isLocked,
    setLocked,
    split,
    mirror,
    turnSide,
    layOn,
    turnBed,
    turnLayers,
    putAll,
    leadToAsk,
    agreeToLead,
    leaveLeadOut,
    follows,
    liveMs,
    hasTarget: computed(() => aimedAt(plan.target.value).length > 0),
  }
}
export type PlanBench = ReturnType<typeof usePlanEditor>
