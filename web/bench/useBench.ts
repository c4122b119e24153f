import { computed, onBeforeUnmount, ref, type Ref } from 'vue'
import { headOutline } from '#core/frame/outline.ts'
import type { Cut } from '#core/plan/cut.ts'
import { OPEN_LIMITS } from '#core/plan/request.ts'
import type { Material } from '#core/plan/material.ts'
import { useJob } from '../stores/job.ts'
import { useShop } from '../stores/shop.ts'
import type { BenchScale } from './benchScale.ts'
import { amounted, movedTo, newCut } from './editCut.ts'

/** Behaviour of the bench: picking, dragging, stepping, taking off. While the hand moves only `liveCuts` changes; letting go saves. */
export function useBench(scale: Ref<BenchScale>, svg: Ref<SVGSVGElement | null>) {
  const job = useJob()
  const shop = useShop()
  const selectedId = ref<string | null>(null)
  const work = computed(() => job.picture!.work)
  const materialOf = (cut: Cut): Material | null => shop.materials.find((m) => m.id === cut.materialId) ?? null
  const cuts = computed(() => job.cuts.filter((cut) => materialOf(cut)))
  const selected = computed(() => cuts.value.find((cut) => cut.id === selectedId.value) ?? null)

  function save(next: Cut[]): void {
    job.liveCuts = null
    const body = job.bodies.plan
    job.save('plan', {
      limits: body?.limits ?? OPEN_LIMITS,
      taken: body?.taken ?? null,
      byHand: true,
      cuts: next,
    })
  }
  const replaced = (next: Cut) => job.cuts.map((cut) => (cut.id === next.id ? next : cut))
  function put(next: Cut): void {
    if (next !== job.cuts.find((cut) => cut.id === next.id)) save(replaced(next))
  }

  let drag: { cut: Cut; material: Material; offset: number; side: 1 | -1 } | null = null
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

  function grab(cut: Cut, event: PointerEvent): void {
    const material = materialOf(cut)
    if (!material || event.button !== 0) return
    selectedId.value = cut.id
    if (cut.place === 'grip') return
    const at = placeOf(event)
    const side = at.y < 0 ? -1 : 1
    drag = { cut, material, offset: cut.atCm - alongOf(cut, at, side), side }
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
    const next = movedTo(
      drag.cut,
      alongOf(drag.cut, placeOf(pending), drag.side) + drag.offset,
      drag.material,
      work.value,
      pending.altKey,
    )
    job.liveCuts = replaced(next)
  }
  function drop(): void {
    if (frame) cancelAnimationFrame(frame)
    if (pending) follow()
    stopListening()
    const live = job.liveCuts
    const moved = live && drag && live.find((cut) => cut.id === drag!.cut.id)?.atCm !== drag.cut.atCm
    drag = null
    pending = null
    if (moved) save(live)
    else job.liveCuts = null
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
        put(movedTo(cut, cut.atCm + towardsTip * step, material, work.value, true))
        break
      case 'ArrowLeft':
        put(movedTo(cut, cut.atCm - towardsTip * step, material, work.value, true))
        break
      case 'ArrowUp':
        put(amounted(cut, cut.amount + material.step, material, work.value))
        break
      case 'ArrowDown':
        put(amounted(cut, cut.amount - material.step, material, work.value))
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
    const material = shop.materials.find((m) => m.id === materialId)
    const cut = material && newCut(zoneId, material, work.value, crypto.randomUUID())
    if (!cut) return
    save([...job.cuts, cut])
    selectedId.value = cut.id
  }
  const setPlace = (cut: Cut, atCm: number) => put(movedTo(cut, atCm, materialOf(cut)!, work.value, true))
  const setAmount = (cut: Cut, amount: number) => put(amounted(cut, amount, materialOf(cut)!, work.value))

  return { cuts, selected, selectedId, work, materialOf, grab, key, remove, add, setPlace, setAmount }
}
