/** The eight stages of a job, in order. */
export const STAGES = ['player', 'measure', 'compare', 'target', 'plan', 'build', 'check', 'play'] as const
export type Stage = (typeof STAGES)[number]

/** What a stage was worked out from: named facts, rounded to what a person could see. */
export type Dependencies = Record<string, string | number | null>

/** What each stage directly stands on. A target by hand stands on nothing: its facts are then none. */
export const STANDS_ON: Record<Stage, readonly Stage[]> = {
  player: [],
  measure: [],
  compare: ['measure'],
  target: ['player', 'measure', 'compare'],
  plan: ['measure', 'target'],
  build: ['plan'],
  check: ['target', 'plan'],
  play: ['check'],
}

export interface ChangedDependency {
  name: string
  old: string | number | null
  now: string | number | null
}

/** Sizes of the frame by which a piece does what it does, cm. */
export const FRAME_SIZES = {
  lengthCm: 'length of the frame',
  headLengthCm: 'head length',
  headWidthCm: 'head width',
  exponent: 'squareness of the head',
  tubeCm: 'width of the tube',
  gripLengthCm: 'grip length',
  handleHalfWidthCm: 'half width of the handle',
  shaftToCm: 'end of the shaft',
  shaftHalfWidthCm: 'half width of the shaft',
} as const

/** Stages of earlier versions did not write these down. */
const UNTOLD: ReadonlySet<string> = new Set(Object.values(FRAME_SIZES))
/** Thin coats over what is lead, of which a minor's frame has more. */
export const COATS_FACT = 'coats over lead'
export const ROLL = 'roll '
/** A roll, or lead, that came in or went out did so with its pieces, which are told themselves. */
const isTheirs = (name: string) => name.startsWith(ROLL) || name === COATS_FACT

/** The facts that differ between what a stage used and what holds now; empty when it is up to date. */
export function changedDependencies(used: Dependencies, now: Dependencies): ChangedDependency[] {
  const names = [...new Set([...Object.keys(used), ...Object.keys(now)])]
  return names.flatMap((name) => {
    const old = used[name] ?? null
    const current = now[name] ?? null
    if (!(name in used) && UNTOLD.has(name)) return []
    if (isTheirs(name) && !(name in used && name in now)) return []
    return old === current ? [] : [{ name, old, now: current }]
  })
}

export type StageStatus = 'empty' | 'done' | 'stale' | 'waits'

/**
 * Each stage's freshness. Stale: a fact that it used has changed. Waits: it stands on a stage that is stale or waits.
 * @param saved the facts each stage used, null where nothing is saved
 * @param now the facts that hold now
 */
export function freshnessOf(
  saved: Record<Stage, Dependencies | null>,
  now: Record<Stage, Dependencies>,
): Record<Stage, { status: StageStatus; changed: ChangedDependency[] }> {
  const out = {} as Record<Stage, { status: StageStatus; changed: ChangedDependency[] }>
  for (const stage of STAGES) {
    const used = saved[stage]
    if (used === null) {
      out[stage] = { status: 'empty', changed: [] }
      continue
    }
    const changed = changedDependencies(used, now[stage])
    const usesAny = Object.keys(used).length > 0
    const upstream = usesAny && STANDS_ON[stage].some((s) => out[s].status === 'stale' || out[s].status === 'waits')
    out[stage] = { status: changed.length > 0 ? 'stale' : upstream ? 'waits' : 'done', changed }
  }
  return out
}

/** The stage to go to next: the first stale one, else the first empty one, else play. */
export function nextStage(status: Record<Stage, { status: StageStatus }>): Stage {
  return STAGES.find((s) => status[s].status === 'stale') ?? STAGES.find((s) => status[s].status === 'empty') ?? 'play'
}
