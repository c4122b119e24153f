import { inSteps } from '#core/cuts/ruler.ts'
import { besideLine, headOutline } from '#core/geometry/outline.ts'
import { fillGPerCm } from '#core/sports/landmarks.ts'
import { cutIn, fits, hoopMarksOf, roomFor } from '#core/cuts/zones.ts'
import { acrossAt, acrossOf, besideCm, hoopSpan, middleFrom, type Cut, type Workpiece } from '#core/cuts/cut.ts'
import { runLength } from '#core/cuts/drawing.ts'
import { isByLength, type Material } from '#core/cuts/material.ts'

/** Pure edits of a cut on the bench: old to new, kept on the frame. */

const SNAP_CM = 0.6
/** Of tape and sleeve over one another. */
const MOST_LAYERS = 3

/** Where a cut may lie: lowest and highest `atCm`. */
export function cutRange(cut: Cut, material: Material, work: Workpiece): [number, number] {
  const { geometry } = work
  const length = runLength(cut, material, work)
  switch (cut.place) {
    case 'hoop':
      return [0, headOutline(geometry).halfLengthCm]
    case 'shaft':
      return [geometry.gripLengthCm, Math.max(geometry.gripLengthCm, geometry.shaftToCm - length)]
    case 'bevels':
    case 'handle':
      return [0.5, Math.max(0.5, geometry.gripLengthCm - length)]
    case 'sleeve':
      return [0, Math.max(0, geometry.gripLengthCm - length)]
    case 'spot':
      return [0, geometry.lengthCm]
    case 'grip':
    case 'bed':
    case 'off':
      return [cut.atCm, cut.atCm]
  }
}

/** Landmarks along the long axis at which either end of a straight piece catches: top of the grip, end of the shaft, the butt's where it begins there. */
const alongLandmarks = ({ geometry, profile }: Workpiece, { anchor }: Cut) => [
  geometry.gripLengthCm,
  geometry.shaftToCm,
  ...(anchor === 'butt' ? [profile.handleFillFromCm] : []),
]

/** How much of the hoop a run takes up along the middle of its tube, cm: what lies on a wall is a little longer or shorter itself. */
export function reachOf(cut: Cut, material: Material, work: Workpiece): number {
  const length = runLength(cut, material, work)
  if (cut.place !== 'hoop') return length
  const [from, to] = hoopSpan({ ...cut, across: null }, length, work.geometry)
  return to - from
}

/** Where the middle of an anchored run of the hoop is when its end lies at a landmark: the bumper's end, the start of the throat, a counted grommet. */
function middlesAtLandmarks(cut: Cut, length: number, work: Workpiece): number[] {
  if (!cut.anchor) return []
  const towards = cut.anchor === 'tip' ? 'butt' : 'tip'
  return hoopMarksOf(work).map(({ cm }) => middleFrom(cut, cm, length, towards, work.geometry))
}

/** The nearest of some marks where it is near enough to catch at, else the place itself. */
function nearestOf(marks: readonly number[], at: number): number {
  const near = marks.filter((mark) => Math.abs(mark - at) < SNAP_CM)
  return near.reduce((best, mark) => (Math.abs(mark - at) < Math.abs(best - at) ? mark : best), near[0] ?? at)
}

/** Moves a cut to a place, to the nearest millimetre; it catches on the clock, or straight pieces on grip and shaft, unless `free`. */
export function movedTo(cut: Cut, atCm: number, material: Material, work: Workpiece, free = false): Cut {
  const [low, high] = cutRange(cut, material, work)
  let at = Math.min(high, Math.max(low, Math.round(atCm * 10) / 10))
  if (cut.place === 'hoop') {
    const outline = headOutline(work.geometry)
    const length = runLength(cut, material, work)
    if (!free) {
      const clock = ([12, 1, 2, 3, 4, 5, 6] as const).map((hour) => outline.atClock(hour))
      at = nearestOf([...clock, ...middlesAtLandmarks(cut, length, work)], at)
    }
    const reach = reachOf(cut, material, work)
    // Nearer to an end than half its length the two runs would meet: they become one strip across the axis. One side alone stays beside it.
    if (cut.side) return at === cut.atCm ? cut : { ...cut, atCm: Math.min(high - reach / 2, Math.max(reach / 2, at)) }
    if (at < reach / 2) at = at < reach / 4 ? 0 : reach / 2
    if (at > high - reach / 2) at = at > high - reach / 4 ? high : high - reach / 2
    const across = acrossAt(at, work.geometry)
    return at === cut.atCm && across === acrossOf(cut, work.geometry) ? cut : { ...cut, atCm: at, across }
  } else if (!free) {
    const length = runLength(cut, material, work)
    const marks = alongLandmarks(work, cut).flatMap((mark) => [mark, mark - length])
    at = nearestOf(marks.filter((mark) => mark >= low - 1e-9 && mark <= high + 1e-9), at) // prettier-ignore
  }
  return at === cut.atCm ? cut : { ...cut, atCm: at }
}

/** Gives a cut another amount: whole steps of the material, at least one, within what the place can hold. */
export function amounted(cut: Cut, amount: number, material: Material, work: Workpiece): Cut {
  const steps = Math.max(1, Math.round(Math.min(amount, mostOf(cut, material, work)) / material.step))
  const stacked = layersIn(cut, material)
  const whole = inSteps(steps, material)
  const next = { ...cut, amount: whole, ...(stacked > 1 ? { layerCm: Number((whole / stacked).toFixed(4)) } : {}) }
  return movedTo(next, anchoredAt(cut, next, material, work), material, work, true)
}

/** Layers of one length that a cut is a whole stack of; 1 where its last layer is shorter, or there is one. */
export function layersIn(cut: Cut, material: Material): number {
  if (!isByLength(material.kind) || cut.amount <= cut.layerCm + 1e-9) return 1
  const layers = cut.amount / cut.layerCm
  return Math.abs(layers - Math.round(layers)) < 1e-6 ? Math.round(layers) : 1
}

/** Where the middle of an anchored run of the hoop comes to lie when it is longer, or on something else: the end at its landmark stays. */
export function heldMiddle(was: Cut, wasCm: number, is: Cut, isCm: number, { geometry }: Workpiece): number {
  const [from, to] = hoopSpan(was, wasCm, geometry)
  return was.anchor === 'tip' ? middleFrom(is, from, isCm, 'butt', geometry) : middleFrom(is, to, isCm, 'tip', geometry)
}

/** Where a cut that became longer or shorter lies: the end that is anchored stays where it is. */
function anchoredAt(was: Cut, is: Cut, material: Material, work: Workpiece): number {
  if (!was.anchor || acrossOf(was, work.geometry)) return was.atCm
  const length = runLength(is, material, work)
  if (was.place === 'hoop') return heldMiddle(was, runLength(was, material, work), is, length, work)
  const grown = length - runLength(was, material, work)
  return was.anchor === 'tip' ? was.atCm - grown : was.atCm
}

/** Layers of a stack, the last of them maybe shorter. */
export const layersOn = ({ amount, layerCm }: Pick<Cut, 'amount' | 'layerCm'>): number =>
  amount > layerCm + 1e-9 ? Math.ceil(amount / layerCm - 1e-9) : 1

/** Tape along the frame lies in layers. */
export const canBeLayered = ({ place }: Cut, { kind }: Material): boolean => kind === 'tape' && place !== 'spot'

/** One layer, or two of the same length. */
export function nextLayers(cut: Cut, material: Material, work: Workpiece): Cut {
  const length = runLength(cut, material, work)
  const zone = work.profile.zones.find((z) => z.id === cut.zoneId)
  if (cut.amount > length + 1e-9)
    return { ...cut, amount: length, layerCm: Math.max(length, zone ? roomFor(zone, work) : length) }
  return { ...cut, amount: Number((2 * length).toFixed(4)), layerCm: length }
}

/** The two ends of a piece that can be stretched: nearer to the butt (on the hoop: to the tip) and farther; null where it has none. */
export function endsOf(cut: Cut, material: Material, work: Workpiece): [number, number] | null {
  if (material.kind === 'weight' || cut.place === 'spot' || ['grip', 'bed', 'off'].includes(cut.place)) return null
  const length = runLength(cut, material, work)
  if (cut.place !== 'hoop') return [cut.atCm, cut.atCm + length]
  // Across the tip or the bridge both ends lie alike on the two sides: one is shown.
  const across = acrossOf(cut, work.geometry)
  const [from, to] = hoopSpan(cut, length, work.geometry)
  return across === 'tip' ? [to, to] : across === 'bridge' ? [from, from] : [from, to]
}

/** How long a piece is whose one end is pulled to a place: as a tape measures on what it lies on, cm. */
function pulledLength(cut: Cut, ends: [number, number], end: 0 | 1, toCm: number, { geometry }: Workpiece): number {
  if (cut.place !== 'hoop') return end === 0 ? ends[1] - toCm : toCm - ends[0]
  const { outline, across } = besideLine(geometry, besideCm(cut, geometry))
  const on = (cm: number) => across(Math.min(headOutline(geometry).halfLengthCm, Math.max(0, cm)))
  switch (acrossOf(cut, geometry)) {
    case 'tip':
      return 2 * on(toCm)
    case 'bridge':
      return 2 * (outline.halfLengthCm - on(toCm))
    default:
      return end === 0 ? on(ends[1]) - on(toCm) : on(toCm) - on(ends[0])
  }
}

/**
 * Pulls one end of a piece to a place, the other end where it is; whole steps. A stack keeps its layers, each as long as the
 * piece then is. Across the tip or the bridge both ends go alike.
 */
export function stretchedTo(cut: Cut, end: 0 | 1, toCm: number, material: Material, work: Workpiece): Cut {
  const ends = endsOf(cut, material, work)
  if (!ends) return cut
  const across = acrossOf(cut, work.geometry)
  const wanted = pulledLength(cut, ends, end, toCm, work)
  const perCm = material.kind === 'fill' ? fillGPerCm(work) / material.unitMassG : 1
  const zone = work.profile.zones.find((z) => z.id === cut.zoneId)
  const layers = material.kind === 'fill' ? 1 : cut.amount / runLength(cut, material, work)
  const stacked = layers > 1 + 1e-9
  const longest = material.kind === 'fill' ? Infinity : stacked && zone ? roomFor(zone, work) : cut.layerCm
  const stepped = (amount: number, round = Math.round) =>
    inSteps(Math.max(1, round(amount / material.step + 1e-9)), material)
  const layer = wanted * perCm < longest ? stepped(wanted * perCm) : stepped(longest, Math.floor)
  const amount = stacked ? stepped(layer * layers) : layer
  if (amount === cut.amount && (!stacked || layer === cut.layerCm)) return cut
  const next = { ...cut, amount, ...(stacked ? { layerCm: layer } : {}) }
  if (across) return next
  const length = runLength(next, material, work)
  const atCm =
    cut.place === 'hoop'
      ? middleFrom(cut, ends[end === 0 ? 1 : 0], length, end === 0 ? 'tip' : 'butt', work.geometry)
      : end === 0
        ? ends[1] - length
        : ends[0]
  const [low, high] = cutRange(next, material, work)
  return { ...next, atCm: Math.min(high, Math.max(low, atCm)) }
}

function mostOf(cut: Cut, material: Material, work: Workpiece): number {
  switch (material.kind) {
    case 'tape':
      return cut.layerCm * MOST_LAYERS
    case 'sleeve':
      return cut.layerCm * MOST_LAYERS
    case 'fill':
      return cut.place === 'spot' ? 10 : (work.geometry.gripLengthCm - 1) * fillGPerCm(work)
    case 'weight':
      return 6
    case 'off':
      return material.stock
    case 'overgrip':
      return 2
    default:
      return 1
  }
}

/** A new piece at a zone of the profile, or of what is changed as a whole; null when the material does not belong there. */
export function newCut(zoneId: string, material: Material, work: Workpiece, id: string): Cut | null {
  const whole = { grip: 'grip', overgrip: 'grip', strings: 'bed', off: 'off' } as const
  if (material.kind in whole) {
    const place = whole[material.kind as keyof typeof whole]
    return { id, materialId: material.id, zoneId: place, place, atCm: 0, amount: 1, layerCm: 1 }
  }
  const zone = work.profile.zones.find((z) => z.id === zoneId)
  if (!zone || !fits(zone, material)) return null
  const usual = {
    fill: zone.place === 'spot' ? 2 : 5,
    sleeve: 5,
    weight: 1,
    moved: 1,
    tape: zone.place === 'bevels' ? 8 : 5,
  }
  const amount = usual[material.kind as keyof typeof usual]
  return cutIn(zone, material, Math.max(material.step, Math.round(amount / material.step) * material.step), work, id)
}

/** Can this cut be parted in two, or left on one side only? */
export const canSplit = (cut: Cut, material: Material) =>
  (material.kind === 'tape' || material.kind === 'sleeve' || material.kind === 'fill') &&
  cut.place !== 'spot' &&
  cut.amount >= 2 * material.step - 1e-9
export const canBeOneSided = (cut: Cut, work: Workpiece) =>
  cut.place === 'hoop' && acrossOf({ ...cut, side: undefined }, work.geometry) === null

/** A cut as two of half the amount, end to end where it lay: a stack of layers is parted as well. */
export function splitIn(cut: Cut, material: Material, work: Workpiece, id: string): [Cut, Cut] {
  const steps = Math.round(cut.amount / material.step)
  const first = inSteps(Math.ceil(steps / 2), material)
  const second = Number((cut.amount - first).toFixed(4))
  const outline = headOutline(work.geometry)
  const a: Cut = { ...cut, amount: first }
  const b: Cut = { ...cut, id, amount: second }
  const [la, lb] = [reachOf(a, material, work), reachOf(b, material, work)]
  if (cut.place !== 'hoop') {
    const put = (part: Cut, atCm: number) => movedTo(part, atCm, material, work, true)
    return [put(a, cut.atCm), put(b, cut.atCm + la)]
  }
  // Across the tip or the bridge both halves would lie on each other: one stays, the other goes to both sides of it.
  const across = acrossOf(cut, work.geometry)
  const beside = (atCm: number): Cut => ({ ...b, across: null, atCm })
  if (across === 'tip') return [a, beside(Math.min(outline.halfLengthCm, la / 2 + lb / 2))]
  if (across === 'bridge') return [a, beside(outline.halfLengthCm - la / 2 - lb / 2)]
  const from = Math.max(0, cut.atCm - reachOf(cut, material, work) / 2)
  return [
    { ...a, atCm: from + la / 2 },
    { ...b, atCm: from + la + lb / 2 },
  ]
}

/** Both sides, then the right one alone, then the left one alone, and again. Each strip keeps its length. */
export function nextSide(cut: Cut): Cut {
  const { side, ...both } = cut
  if (!side) return { ...both, side: 'right' }
  return side === 'right' ? { ...both, side: 'left' } : both
}

/** The same piece at the same distance from the other end of the hoop: what was near the tip comes near the throat. */
export function mirroredAlong(cut: Cut, material: Material, work: Workpiece, id: string): Cut | null {
  if (cut.place !== 'hoop') return null
  const outline = headOutline(work.geometry)
  const three = outline.atClock(3)
  const atCm =
    cut.atCm <= three
      ? three + ((three - cut.atCm) / three) * (outline.halfLengthCm - three)
      : three - ((cut.atCm - three) / (outline.halfLengthCm - three)) * three
  return Math.abs(atCm - cut.atCm) < 0.05 ? null : movedTo({ ...cut, id, zoneId: null }, atCm, material, work, true)
}
