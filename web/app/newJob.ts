import type { FrameGeometry } from '#core/geometry/outline.ts'
import { profileOf, type SportId } from '#core/sports/sports.ts'
import { tennis } from '#core/sports/tennis.ts'
import { playerNameSchema } from '#contract/documents.ts'
import { frameSchema, ticketSchema } from '#contract/entities.ts'
import { fieldMessage } from '#contract/messages/field.ts'
import { wrongGeometry } from '#contract/messages/geometry.ts'
import { NO_FACTS } from '../shared/playerFacts.ts'

/** A new job while it is typed. */
export interface JobForm {
  playerId: string | null
  playerName: string
  frameId: string | null
  label: string
  maker: string
  unit: string
  due: string
  dueAt: string | null
  strings: string
  sport: SportId
  outline: string
  lengthCm: number
  headLengthCm: number
  headWidthCm: number
}

export const emptyJob = (): JobForm => ({
  playerId: null,
  playerName: '',
  frameId: null,
  label: '',
  maker: '',
  unit: '',
  due: '',
  dueAt: null,
  strings: '',
  sport: 'tennis',
  outline: tennis.outlines[0].name,
  lengthCm: tennis.geometry.lengthCm,
  headLengthCm: tennis.geometry.headLengthCm,
  headWidthCm: tennis.geometry.headWidthCm,
})

/** The frame's outline: a shape of its sport, with the lengths that were measured. */
export function geometryOf({ sport, outline, lengthCm, headLengthCm, headWidthCm }: JobForm): FrameGeometry {
  const { geometry, outlines } = profileOf(sport)
  return { ...geometry, ...outlines.find((o) => o.name === outline)?.change, lengthCm, headLengthCm, headWidthCm }
}

/** A shape to start from: its lengths go into the fields. */
export function shaped(
  sport: SportId,
  outline: string,
): Pick<JobForm, 'outline' | 'lengthCm' | 'headLengthCm' | 'headWidthCm'> {
  const { geometry, outlines } = profileOf(sport)
  const { lengthCm, headLengthCm, headWidthCm } = { ...geometry, ...outlines.find((o) => o.name === outline)?.change }
  return { outline, lengthCm, headLengthCm, headWidthCm }
}

/** What is missing or wrong, beside its field. */
export type JobProblems = Record<'player' | 'frame' | 'unit' | 'strings' | 'all', string>
export const NO_PROBLEMS: JobProblems = { player: '', frame: '', unit: '', strings: '', all: '' }

/** By what is stored; all empty: it can be made. */
export function wrongWithJob(form: JobForm): JobProblems {
  const strings = fieldMessage(ticketSchema.shape.strings, form.strings)
  const player = form.playerId
    ? ''
    : form.playerName.trim()
      ? fieldMessage(playerNameSchema, form.playerName)
      : 'Choose a player or type a name.'
  if (form.frameId) return { ...NO_PROBLEMS, player, strings }
  const { label, unit } = frameSchema.shape
  return {
    player,
    strings,
    frame: form.label.trim() ? fieldMessage(label, form.label) : 'Choose a frame or name this one.',
    unit: fieldMessage(unit, form.unit),
    all: wrongGeometry(geometryOf(form)),
  }
}

/** What the server is told. @param returnTo the job whose setup the frame goes back to */
export const newJobRequest = (form: JobForm, id: string, returnTo: string | null) => ({
  id,
  kind: 'job',
  player: form.playerId ? { id: form.playerId } : { facts: { ...NO_FACTS, name: form.playerName.trim() } },
  frame: form.frameId
    ? { id: form.frameId }
    : {
        id: crypto.randomUUID(),
        label: form.label.trim(),
        maker: form.maker,
        model: '',
        unit: form.unit,
        playerId: form.playerId,
        geometry: geometryOf(form),
        sport: form.sport,
      },
  ticket: { due: form.due, dueAt: form.dueAt, strings: form.strings, returnTo },
})
