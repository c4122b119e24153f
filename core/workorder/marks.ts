import type { Cut } from '../cuts/cut.ts'

/** Two orders of work: the head before the handle, or the other way round. */
export const WORK_ORDERS = ['headFirst', 'handleFirst'] as const
export type WorkOrderId = (typeof WORK_ORDERS)[number]

/** What one step of a work order came to. */
export interface StepMark {
  doneAt: string
  by: string
  /** What was read after it and is used. */
  readingIds: string[]
  /** Left out, and why; null: done. */
  skipped: string | null
  /** What really lies on the frame; null: as planned. */
  laid: Cut | null
  /** What was begun with it is ready then; null: at once. */
  readyAt: string | null
  /** What was said to be behind readings outside of their band. */
  found: StepFinding | null
}

/** A cause that somebody picked. */
export interface StepFinding {
  cause: string
  /** In words, as they stood on the screen: a record. */
  words: string
  at: string
  by: string
}

/** The mark of a step just done. */
export const markNow = (at: string, by: string): StepMark => ({
  doneAt: at,
  by,
  readingIds: [],
  skipped: null,
  laid: null,
  readyAt: null,
  found: null,
})

/** Steps that every order has: is it this frame, and sound; the whole on trial; what the finished frame reads. */
export const INSPECT = 'inspect'
export const TRIAL = 'trial'
export const FINAL = 'final'

/** Does this step change the frame? */
export const isWork = (stepId: string): boolean => ![INSPECT, TRIAL, FINAL].includes(stepId)

/** Is anything of the work itself done? */
export const isBegun = (marks: Readonly<Record<string, StepMark>>): boolean => Object.keys(marks).some(isWork)

/** A step that was done, and not left out. */
export const isDone = (mark: StepMark | undefined): mark is StepMark => mark !== undefined && mark.skipped === null

/** What became of one strip. */
export interface StripMark {
  /** It is on the frame. */
  laid: boolean
  /** On the scale, g; null: not weighed. */
  massG: number | null
}

/** What a frame lies for: a fill that cures, a coat that dries. */
export const WAITS = ['cure', 'coat'] as const
export interface Wait {
  waitsFor: (typeof WAITS)[number]
  readyAt: string
}

/** What of a work order is ready last, whether that is past or not; null where nothing was begun that waits. */
export function lastWait(marks: Readonly<Record<string, StepMark>>): Wait | null {
  const waits = Object.entries(marks).flatMap(([id, { readyAt }]): Wait[] =>
    readyAt ? [{ readyAt, waitsFor: id.startsWith('coat-') ? 'coat' : 'cure' }] : [],
  )
  return waits.sort((a, b) => a.readyAt.localeCompare(b.readyAt)).at(-1) ?? null
}

/** What a work order is made of, and how far it has come. */
export interface WorkOrder {
  /** The cut list that it was drawn up from. */
  cuts: Cut[]
  school: WorkOrderId
  /** Pieces that come off again, by id. */
  peeled: string[]
  marks: Record<string, StepMark>
  /** What a step's strips weigh together on the scale, by its id, g: also before they are laid. */
  weighed: Record<string, number>
  /** Its strips one by one, in the order of its cut list. */
  strips: Record<string, StripMark[]>
  /** Who has read what to take care of, once for each job. */
  careRead: { by: string; at: string } | null
  /** Lead on a minor's frame: an adult says it a second time, in writing. */
  leadConfirmed: { by: string; words: string; at: string } | null
}

export const EMPTY_ORDER: WorkOrder = {
  cuts: [],
  school: 'headFirst',
  peeled: [],
  marks: {},
  weighed: {},
  strips: {},
  careRead: null,
  leadConfirmed: null,
}

/** The cut list as it really came to lie, with what is still to come as planned: without what was left out or comes off again. */
export function asBuilt({ cuts, marks, peeled }: Pick<WorkOrder, 'cuts' | 'marks' | 'peeled'>): Cut[] {
  return cuts.flatMap((cut) => {
    const mark = marks[cut.id]
    if (peeled.includes(cut.id) || mark?.skipped) return []
    const laid = mark?.laid ?? cut
    return laid.amount === 0 ? [] : [{ ...laid, id: cut.id }]
  })
}

/** What it took out of the drawer: all that lies on the frame, and what was stuck down and came off again. */
export function usedCuts(order: Pick<WorkOrder, 'cuts' | 'marks' | 'peeled'>): Cut[] {
  const peeled = order.cuts.filter((cut) => order.peeled.includes(cut.id) && isDone(order.marks[cut.id]))
  return [...asBuilt(order), ...peeled.map((cut) => order.marks[cut.id].laid ?? cut)]
}

/** The id itself, or with the first number that makes it another. */
export function freeId(id: string, taken: readonly string[]): string {
  let free = id
  for (let n = 2; taken.includes(free); n++) free = `${id}-${n}`
  return free
}

/**
 * The order drawn up again from a changed cut list. Steps that stay the same keep their marks; a piece that is on the frame and
 * is planned otherwise now comes off again, as a step of its own, and the new one is another.
 * @param same are these two cuts one?
 */
export function redrawn(order: WorkOrder, planned: readonly Cut[], same: (a: Cut, b: Cut) => boolean): WorkOrder {
  const built = asBuilt(order)
  const kept = (cut: Cut) => {
    const lying = built.find((b) => b.id === cut.id)
    return lying !== undefined && same(lying, cut)
  }
  const on = order.cuts.filter((cut) => isDone(order.marks[cut.id]) && !order.peeled.includes(cut.id))
  const off = on.filter((cut) => !planned.some((p) => p.id === cut.id && kept(p)))
  const gone = order.cuts.filter((cut) => order.peeled.includes(cut.id))
  const taken = [...off, ...gone].map((cut) => cut.id)
  const fresh = planned.map((cut) =>
    kept(cut) && !taken.includes(cut.id)
      ? (order.cuts.find((was) => was.id === cut.id) ?? cut)
      : { ...cut, id: freeId(cut.id, taken) },
  )
  const stays = (cut: Cut) => planned.some((p) => p.id === cut.id && same(p, cut))
  const stale = order.cuts.filter((cut) => !on.includes(cut) && !gone.includes(cut) && !stays(cut))
  // What was said of a piece that is now another one is gone with it: its tick, and what it weighed.
  const without = <T>(said: Record<string, T>): Record<string, T> =>
    Object.fromEntries(Object.entries(said).filter(([id]) => !stale.some((cut) => cut.id === id)))
  return {
    ...order,
    cuts: [...gone, ...off, ...fresh],
    peeled: taken,
    marks: without(order.marks),
    weighed: without(order.weighed),
    strips: without(order.strips),
  }
}
