import { describe, expect, it } from 'vitest'
import { headCentreCm } from '#core/geometry/outline.ts'
import { tennis } from '#core/sports/tennis.ts'
import type { FaceSheet } from '../workers/face.worker.ts'
import { extent, faceChart, faceRows } from './faceChart.ts'

const sheet = (values: number[], x = [50, 52], y = [-1, 1]): FaceSheet =>
  ({ x, y, map: { fields: { outgoing: Float64Array.from(values), turning: Float64Array.from(values) }, best: { xCm: 52, yCm: 0 } } }) as unknown as FaceSheet // prettier-ignore
const geometry = tennis.geometry
const colors = { target: 'green', predicted: 'orange', surface: 'white' }
const chart = (one: FaceSheet, less: FaceSheet | null = null, field: 'outgoing' | 'turning' = 'outgoing') =>
  faceChart(one, { field, less, span: [30, 40], geometry, colors })
const contour = (found: ReturnType<typeof chart>) => found.data[0] as unknown as Record<string, unknown>

describe('a map of the face', () => {
  it('has a number for each place on it, row by row, and none beside it', () => {
    const rows = faceRows(sheet([31, 32, 33, NaN]), 'outgoing', null)
    expect(rows).toEqual([[31, 32], [33, null]]) // prettier-ignore
    expect(chart(sheet([31, 32, 33, NaN])).table.rows).toEqual([
      [50, -1, 31],
      [52, -1, 32],
      [50, 1, 33],
    ])
  })
  it('runs over what it is given to, so that two beside each other are coloured alike', () => {
    expect(contour(chart(sheet([31, 32, 33, NaN])))).toMatchObject({ zmin: 30, zmax: 40 })
  })
  it('held against another shows what is more and what is less, evenly about nothing', () => {
    const found = contour(chart(sheet([31, 32, 33, NaN]), sheet([30, 34, 33, NaN])))
    expect(found).toMatchObject({ z: [[1, -2], [0, null]], zmin: -2, zmax: 2 }) // prettier-ignore
  })
  it('of another size, or with nothing in common, is not held against it', () => {
    expect(contour(chart(sheet([31, 32, 33, 34]), sheet([30, 34], [50, 52], [0])))).toMatchObject({
      zmin: 30,
      zmax: 40,
    })
    const nowhere = contour(chart(sheet([NaN, NaN, 33, 34]), sheet([30, 34, NaN, NaN])))
    expect([nowhere.zmin, nowhere.zmax].every(Number.isFinite)).toBe(true)
  })
  it('has the hoop round it', () => {
    const { x, y } = chart(sheet([31, 32, 33, 34])).data[1] as unknown as { x: number[]; y: number[] }
    expect(Math.max(...y)).toBeCloseTo(geometry.headWidthCm / 2, 0)
    expect((Math.max(...x) + Math.min(...x)) / 2).toBeCloseTo(headCentreCm(geometry), 0)
    expect(Math.min(...y)).toBeCloseTo(-Math.max(...y), 9)
  })
  it('the least and the most leave out what is none', () => {
    expect(extent([3, NaN, null, -1])).toEqual([-1, 3])
    expect(extent([NaN])).toEqual([0, 1])
  })
})
