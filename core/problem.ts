/** What went wrong: stable codes that one place at the edge turns into words. */
export const PROBLEM_CODES = [
  'number.unreadable',
  'number.empty',
  'number.negative',
  'number.notWhole',
  'number.outside',
  'unit.unknown',
  'unit.wrongKind',
  'points.needLength',
  'state.needs',
  'state.impossible',
  'geometry.impossible',
  'piece.outsideFrame',
  'piece.mass',
  'piece.unknownMaterial',
  'readings.none',
  'line.tooFew',
  'swing.tooShort',
  'swing.timesOutOfOrder',
  'swing.flat',
  'swing.noConvergence',
  'swing.amplitude',
  'swing.tooFew',
  'swing.uneven',
  'swing.noClearPeriod',
  'swing.twoPeriods',
  'swing.doubled',
  'swing.unlikely',
  'gravity.latitude',
  'byHand.noReading',
  'byHand.geometry',
  'byHand.pin',
  'calibration.none',
  'calibration.impossible',
  'table.empty',
  'table.noHeader',
  'table.quantity',
  'table.axis',
  'table.time',
  'table.method',
  'table.already',
  'library.noName',
  'library.nameless',
  'library.shape',
  'library.noNumbers',
  'library.overgrips',
  'library.unusual',
  'library.word',
  'impact.impossible',
  'target.mgri',
  'target.mgriMinor',
  'tuning.noRoom',
  'tuning.noMaterial',
  'tuning.tooLittle',
  'tuning.notThere',
  'tuning.nothingOn',
  'tuning.noTarget',
  'weighing.none',
  'weighing.strip',
  'numbers.notACovariance',
  'solver.badModel',
  'solver.failed',
] as const
export type ProblemCode = (typeof PROBLEM_CODES)[number]

/** A Problem's content, as it goes over a worker's or the server's boundary. */
export interface ProblemParts {
  code: ProblemCode
  path: string
  data: Record<string, unknown>
}

/**
 * The one kind of error that the core throws on bad input. Never a NaN, a null or a silent repair instead.
 * `path` names the field; `data` carries what the words need.
 */
export class Problem extends Error implements ProblemParts {
  readonly code: ProblemCode
  readonly path: string
  readonly data: Record<string, unknown>

  constructor(code: ProblemCode, path = '', data: Record<string, unknown> = {}) {
    super(`${code}${path ? ` at ${path}` : ''}`)
    this.name = 'Problem'
    this.code = code
    this.path = path
    this.data = data
  }
}

/** The content of a Problem; the Problem again is `problemOf` of it. */
export const partsOf = ({ code, path, data }: Problem): ProblemParts => ({ code, path, data })
export const problemOf = ({ code, path, data }: ProblemParts): Problem => new Problem(code, path, data)
