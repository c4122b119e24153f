import { describe, expect, it } from 'vitest'
import { BARE } from '../frame/fixtures.ts'
import { leverageOf } from '../frame/pieces.ts'
import { besideLine, headCentreCm, EDGES, headOutline, WALLS, type FrameGeometry } from '../geometry/outline.ts'
import { meansOf } from '../geometry/shape.ts'
import { SPORTS } from '../sports/sports.ts'
import { profileOf } from '../sports/sports.ts'
import { hoopSpan, type Cut, type Workpiece } from './cut.ts'
import { PLAIN_MATERIAL, type Material } from './material.ts'
import { overlapsOf } from './overlap.ts'
import { piecesLaid } from './pieces.ts'
import { cutIn } from './zones.ts'

const tape: Material = {
  ...PLAIN_MATERIAL,
  id: 'tape',
  name: 'Tape',
  kind: 'tape',
  unitMassG: 0.25,
  step: 0.5,
  widthCm: 0.635,
  thicknessMm: 0.3,
  stock: 900,
}
const workOf = (sport: (typeof SPORTS)[number]): Workpiece => {
  const profile = profileOf(sport)
  return { geometry: profile.geometry, condition: BARE, profile }
}

/** A strip on a wall in small points: out along the superellipse's own gradient, stepped by its true length there. */
function byPoints(g: FrameGeometry, middleCm: number, lengthCm: number, offCm: number) {
  const rx = g.headLengthCm / 2 - g.tubeCm / 2
  const ry = g.headWidthCm / 2 - g.tubeCm / 2
  const n = g.exponent
  const centre = headCentreCm(g)
  const outline = headOutline(g)
  const at = (s: number) => {
    const p = outline.pointAt(s)
    const [u, v] = [(p.xCm - centre) / rx, p.yCm / ry]
    const [gx, gy] = [(Math.sign(u) * Math.abs(u) ** (n - 1)) / rx, v ** (n - 1) / ry]
    const l = Math.hypot(gx, gy)
    return [p.xCm + (offCm * gx) / l, p.yCm + (offCm * gy) / l]
  }
  // From the middle both ways until half of it is laid on each.
  let [x, xx, yy, total] = [0, 0, 0, 0]
  const step = 0.002
  for (const way of [1, -1]) {
    let here = at(middleCm)
    for (let s = middleCm, laid = 0; laid < lengthCm / 2; s += way * step) {
      const next = at(s + way * step)
      const d = Math.hypot(next[0] - here[0], next[1] - here[1])
      const [mx, my] = [(here[0] + next[0]) / 2, (here[1] + next[1]) / 2]
      x += d * mx
      xx += d * mx * mx
      yy += d * my * my
      total += d
      laid += d
      here = next
    }
  }
  return leverageOf({ x: x / total, xx: xx / total, y: 0, yy: yy / total }, 10.16)
}

describe('strips on a wall of the tube', () => {
  const walled = SPORTS.flatMap((sport) => {
    const work = workOf(sport)
    return [...work.profile.zones, ...work.profile.moreZones].flatMap((zone) =>
      zone.wall && (zone.clock ?? 12) !== 12 ? [{ sport, zone, work }] : [],
    )
  })
  it('are there: on the edge guard of a paddle, on the wide wall of a padel frame', () => {
    expect(new Set(walled.map(({ sport }) => sport))).toEqual(new Set(['tennis', 'padel', 'pickleball']))
  })
  it.each(walled.map((w) => [w.sport, w.zone.name, w] as const))(
    '%s, %s: reach as far as a strip of small points there does, farther than on the edges',
    (_sport, _name, { zone, work }) => {
      const cut = cutIn(zone, tape, 8, work, 'a')
      const [piece] = piecesLaid(cut, tape, work)
      const per = leverageOf(meansOf(piece.shape, work.geometry), 10.16)
      const off = work.geometry.tubeCm / 2 + 0.015
      const points = byPoints(work.geometry, cut.atCm, 8, off)
      expect(per.xCm).toBeCloseTo(points.xCm, 1)
      expect(Math.abs(per.twist / points.twist - 1)).toBeLessThan(0.004)
      expect(Math.abs(per.swing / points.swing - 1)).toBeLessThan(0.004)
      const { wall: _wall, ...bare } = cut
      const onEdges = leverageOf(meansOf(piecesLaid(bare, tape, work)[0].shape, work.geometry), 10.16)
      expect(per.twist / onEdges.twist).toBeGreaterThan(1.05)
      expect(per.twist / onEdges.twist).toBeLessThan(1.15)
    },
  )
  it('are as long as a tape laid there, whatever the middle of the tube measures', () => {
    for (const sport of SPORTS)
      for (const wall of WALLS) {
        const { geometry } = workOf(sport)
        const zone = {
          id: 'z',
          name: 'z',
          place: 'hoop',
          clock: 3,
          capacityCm: 20,
          maxLayers: 1,
          visible: true,
        } as const
        const cut = cutIn({ ...zone, wall }, tape, 9, workOf(sport), 'a')
        const [from, to] = hoopSpan(cut, 9, geometry)
        const { outline, across } = besideLine(geometry, (wall === 'outside' ? 1 : -1) * (geometry.tubeCm / 2))
        expect(across(to) - across(from)).toBeCloseTo(9, 6)
        // As its points are apart.
        const points = outline.pointsBetween(across(from), across(to))
        const walked = points
          .slice(1)
          .reduce((sum, p, i) => sum + Math.hypot(p.xCm - points[i].xCm, p.yCm - points[i].yCm), 0)
        expect(walked).toBeCloseTo(9, 3)
        expect(Math.sign(9 - (to - from))).toBe(wall === 'outside' ? 1 : -1)
      }
  })
  it('begin at their landmark on either wall', () => {
    const work = workOf('tennis')
    const zone = work.profile.zones.find((z) => z.id === 'belowBumper')!
    for (const wall of WALLS)
      for (const amount of [4, 12]) {
        const cut = cutIn({ ...zone, wall }, tape, amount, work, 'a')
        expect(hoopSpan(cut, amount, work.geometry)[0]).toBeCloseTo(work.profile.layers.guardTape.lengthCm / 2, 6)
      }
  })
  it('on one edge lie on the one that the place says; two places may share a stretch', () => {
    const work = workOf('tennis')
    const own = { id: 'own', name: 'Own', place: 'hoop', alongCm: 30, edges: 1, capacityCm: 10, maxLayers: 1, visible: true } as const // prettier-ignore
    const cuts = EDGES.map((edge) => cutIn({ ...own, id: edge, edge }, tape, 8, work, edge))
    expect(cuts.map((cut) => cut.edge)).toEqual(['upper', 'lower'])
    expect(overlapsOf(cuts, work)).toEqual([])
    expect(overlapsOf([cuts[0], { ...cuts[0], id: 'again' }], work)).not.toEqual([])
  })
  it('lie on no strip of an edge; two on one edge lie on each other, one on each do not', () => {
    const work = workOf('tennis')
    const zone = work.profile.zones.find((z) => z.id === 'threeNine')!
    const on = (id: string, more: Partial<Cut>): Cut => ({ ...cutIn(zone, tape, 8, work, id), ...more })
    const pairs = (...cuts: Cut[]) => overlapsOf(cuts, work).length
    expect(pairs(on('a', {}), on('b', { wall: 'inside' }))).toBe(0)
    expect(pairs(on('a', { wall: 'outside' }), on('b', { wall: 'outside' }))).toBe(1)
    expect(pairs(on('a', { edges: 1, wall: 'outside' }), on('b', { edges: 1, wall: 'outside' }))).toBe(1)
    expect(pairs(on('a', { edges: 1, edge: 'upper' }), on('b', { edges: 1, edge: 'lower' }))).toBe(0)
    expect(pairs(on('a', { edges: 1, edge: 'upper' }), on('b', { edges: 1, edge: 'upper' }))).toBe(1)
    expect(pairs(on('a', { edges: 1, edge: 'upper' }), on('b', {}))).toBe(1)
  })
})

describe('what of a strip counts in twist weight, and where', () => {
  it.each(SPORTS)(
    '%s: its distance from the tube’s middle counts; its width, and its height off the face, do not',
    (sport) => {
      const work = workOf(sport)
      const { geometry } = work
      const zone = { id: 'z', name: 'z', place: 'hoop', clock: 3, capacityCm: 20, maxLayers: 1, visible: true } as const
      const yy = (cut: Cut) => meansOf(piecesLaid(cut, tape, work)[0].shape, geometry).yy
      const on = yy(cutIn(zone, tape, 8, work, 'a'))
      // Half-inch tape flat on an edge: even over its width, w²/12 about its middle.
      expect(1.27 ** 2 / 12 / on).toBeLessThan(0.004)
      // Two on the edges of the beam: z² of each about the long axis, on ten grams against the sport's own tolerance.
      expect((10 * (geometry.beamCm / 2) ** 2) / 1000).toBeLessThan(0.25 * work.profile.tolerance.twistWeight)
      expect(yy(cutIn({ ...zone, wall: 'outside' }, tape, 8, work, 'a')) / on).toBeGreaterThan(1.05)
    },
  )
})
