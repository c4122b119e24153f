import type { Material } from '#core/cuts/material.ts'
import { hoopSpan, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { runLength } from '#core/cuts/drawing.ts'
import { headOutline } from '#core/geometry/outline.ts'
import { bedNameOf, bedOf, bedsOf, type Bed } from './beds.ts'
import { canBeLayered, layersOn } from './editCut.ts'

/** A knob beside the piece in hand: at a touch it lies on something else, or in another number of layers. */
export interface CutKnob {
  turns: 'bed' | 'layers'
  /** In the picture, cm from the butt and off the long axis. */
  xCm: number
  yCm: number
  title: string
  /** What is written in it; empty where it is drawn. */
  text: string
  bed: Bed | null
}

/** Far enough off the tube, and from each other, in knobs: so much of what is touched about one lies on neither. */
const OFF_TUBE = 1.9
const APART = 1.06

/** The knobs of a piece: none where there is nothing to turn. @param knobCm what is touched about each, from its middle */
export function knobsOf(cut: Cut, material: Material, work: Workpiece, knobCm: number): CutKnob[] {
  if (!canBeLayered(cut, material)) return []
  const layers = layersOn(cut)
  const bed = bedOf(cut) ?? null
  // Bevels are counted; so is the edge of a cut of before, which does not say which it is.
  const count = cut.place === 'bevels' ? String(cut.bevels ?? 4) : bed ? '' : '1'
  const turns = [
    ...(bedsOf(cut).length > 0
      ? [{ turns: 'bed' as const, title: `On ${bedNameOf(cut)}: change`, text: count, bed }]
      : []),
    {
      turns: 'layers' as const,
      title: `${layers === 1 ? 'One layer' : `${layers} layers`}: change`,
      text: `${layers}×`,
      bed: null,
    },
  ]
  const places = besideOf(cut, material, work, knobCm)
  return turns.flatMap((knob, i) => (places[i] ? [{ ...knob, ...places[i] }] : []))
}

/** Two places beside the middle of a piece: inside the hoop, or above the handle. */
function besideOf(cut: Cut, material: Material, work: Workpiece, knobCm: number): { xCm: number; yCm: number }[] {
  const { geometry } = work
  // Inside a small hoop there is no more room than this.
  const off = Math.min(OFF_TUBE * knobCm, geometry.headWidthCm / 4)
  const apart = APART * knobCm
  const length = runLength(cut, material, work)
  if (cut.place !== 'hoop') {
    const middle = cut.atCm + length / 2
    return [-apart, apart].map((by) => ({ xCm: middle + by, yCm: -geometry.handleHalfWidthCm - off }))
  }
  const inside = headOutline(geometry, off)
  const half = inside.halfLengthCm
  const [from, to] = hoopSpan(cut, length, geometry)
  const middle = ((from + to) / 2 / headOutline(geometry).halfLengthCm) * half
  const sign = cut.side === 'left' ? -1 : 1
  return [-apart, apart].map((by) => {
    // Over the tip or the bridge it goes on on the other side.
    const along = middle + by
    const [at, mirrored] = along < 0 ? [-along, -1] : along > half ? [2 * half - along, -1] : [along, 1]
    const { xCm, yCm } = inside.pointAt(at)
    return { xCm, yCm: sign * mirrored * yCm }
  })
}
