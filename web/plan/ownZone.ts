import { headOutline, type Edge, type Wall } from '#core/geometry/outline.ts'
import type { Workpiece } from '#core/cuts/cut.ts'
import type { Zone } from '#core/sports/profile.ts'
import { zoneSchema } from '#contract/documents.ts'
import { fieldMessage, numberMessage } from '#contract/messages/field.ts'

/** A place of the fitter's own while it is typed. */
export interface ZoneForm {
  name: string
  where: 'hoop' | 'spot'
  /** Strips lie about the place, or begin there. */
  lies: 'middle' | 'butt' | 'tip'
  /** What strips lie on: both edges of the tube or one, or a wall of it. */
  bed: 'edges' | Edge | Wall
  /** Along the hoop from the tip, or up from the butt end. */
  atCm: number | null
  /** To both sides of the long axis. */
  offCm: number | null
  room: number | null
  layers: number | null
  hidden: boolean
}

export const emptyZone = (): ZoneForm => ({
  name: '',
  where: 'hoop',
  lies: 'middle',
  bed: 'edges',
  atCm: null,
  offCm: 0,
  room: 6,
  layers: 2,
  hidden: false,
})

const BEDS = {
  edges: { edges: 2 },
  upper: { edges: 1, edge: 'upper' },
  lower: { edges: 1, edge: 'lower' },
  outside: { edges: 1, wall: 'outside' },
  inside: { edges: 1, wall: 'inside' },
} as const

/** As far as a place can lie on this frame, cm. */
export const furthest = ({ where }: ZoneForm, { geometry }: Pick<Workpiece, 'geometry'>): number =>
  where === 'hoop' ? headOutline(geometry).halfLengthCm : geometry.lengthCm

/** What is missing or wrong, beside its field. */
export type ZoneProblems = Record<'name' | 'at' | 'room', string>
export const NO_ZONE_PROBLEMS: ZoneProblems = { name: '', at: '', room: '' }

/** By what is stored, and by the frame; all empty: it can be made. */
export function wrongWithZone(form: ZoneForm, work: Pick<Workpiece, 'geometry'>): ZoneProblems {
  const { name, capacityCm } = zoneSchema.shape
  const isOff = form.atCm !== null && !(form.atCm >= 0 && form.atCm <= furthest(form, work))
  return {
    name: fieldMessage(name, form.name),
    at: form.atCm === null ? 'Say where it is.' : isOff ? 'This is not on the frame.' : '',
    room: form.room === null ? 'Say how much it can take.' : numberMessage(capacityCm, form.room),
  }
}

/** The place as it is stored. */
export function ownZone(form: ZoneForm, id: string): Zone {
  const base = { id, name: form.name.trim(), visible: !form.hidden, capacityCm: form.room! }
  if (form.where === 'spot')
    return {
      ...base,
      place: 'spot',
      spot: { from: 'butt', cm: form.atCm!, offCm: form.offCm ?? 0 },
      takes: ['weight', 'fill'],
      maxLayers: 1,
    }
  return {
    ...base,
    place: 'hoop',
    alongCm: form.atCm!,
    ...BEDS[form.bed],
    maxLayers: form.layers ?? 1,
    ...(form.lies === 'middle' ? {} : { anchor: { at: 'along', towards: form.lies } }),
  }
}
