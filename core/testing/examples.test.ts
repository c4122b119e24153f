import { describe, expect, it } from 'vitest'
import { readFileSync } from 'node:fs'
import * as scope from './exampleScope.ts'

/**
 * Docblocks of formulas are held to what they say: each exported function of these rooms has an example, `call // result`, and the
 * call gives the result to its last printed figure.
 */
const FORMULAS = {
  numerics: [
    'binomial',
    'budget',
    'covariance',
    'gaussian',
    'line',
    'normal',
    'random',
    'sorted',
    'student',
    'weightedMean',
    'within',
  ],
  quantities: ['days', 'difference', 'units', 'write'],
  geometry: ['outline', 'shape'],
  sports: ['landmarks'],
  frame: ['pieces', 'state'],
  player: ['age'],
  measure: ['swing', 'outlier', 'calibration', 'readings'],
  compare: ['nearness'],
  impact: ['impact'],
  cuts: ['leverage', 'material', 'moments', 'weighing', 'ruler'],
  planning: ['problem/work', 'strips/score', 'strips/sums'],
  job: ['conformity'],
}
const MUST = new Set(Object.entries(FORMULAS).flatMap(([room, files]) => files.map((file) => `../${room}/${file}.ts`)))

const modules = import.meta.glob<Record<string, unknown>>([
  '../**/*.ts',
  '!../**/*.test.ts',
  '!../testing/**',
  '!../workorder/fixtures/**',
])

interface Documented {
  name: string
  examples: { call: string; result: string }[]
}

/** Exported functions with the examples of their docblocks. */
function documented(source: string): Documented[] {
  const found: Documented[] = []
  const declared = /(?:\/\*\*((?:[^*]|\*(?!\/))*)\*\/\n)?export (?:function|const) (\w+)([^\n]*)/g
  for (const [, doc = '', name, rest] of source.matchAll(declared)) {
    const isFunction = rest.startsWith('(') || rest.startsWith('<') || /^ = (\(|<)/.test(rest)
    const text = doc.replace(/\n\s*\* ?/g, '\n')
    const examples = [...text.matchAll(/@example ([\s\S]*?)(?=\n@|\n?$| @)/g)].map(([, example]) => {
      const cut = example.lastIndexOf(' // ')
      return { call: example.slice(0, cut).trim(), result: example.slice(cut + 4).trim() }
    })
    if (isFunction || examples.length > 0) found.push({ name, examples })
  }
  return found
}

/** Half of the last printed figure of each number that a result is written with; a number cut off by … may be one more. */
const tolerances = (result: string): Map<number, number> =>
  new Map(
    [...result.matchAll(/(\d+(?:\.(\d+))?)(…?)/g)].map(([, text, decimals = '', cut]) => [
      Number(text),
      decimals === '' ? 1e-9 : (cut ? 1 : 0.5000001) * 10 ** -decimals.length,
    ]),
  )

function agrees(got: unknown, wanted: unknown, within: Map<number, number>): boolean {
  if (typeof wanted === 'number')
    return typeof got === 'number' && Math.abs(got - wanted) <= (within.get(Math.abs(wanted)) ?? 1e-9)
  if (typeof wanted !== 'object' || wanted === null) return Object.is(got, wanted)
  if (Array.isArray(wanted) && (!Array.isArray(got) || got.length !== wanted.length)) return false
  return Object.entries(wanted).every(([key, value]) => agrees((got as Record<string, unknown>)?.[key], value, within))
}

const evaluated = (text: string, names: Record<string, unknown>): unknown =>
  new Function(...Object.keys(names), `"use strict"; return (${text})`)(...Object.values(names)) as unknown

const FOUND = Object.keys(modules)
  .sort()
  .map((path) => ({ path, found: documented(readFileSync(new URL(path, import.meta.url), 'utf8')) }))

it('has an example for every formula', () => {
  expect([...MUST].filter((path) => !(path in modules))).toEqual([])
  const bare = FOUND.filter(({ path }) => MUST.has(path)).flatMap(({ path, found }) =>
    found.filter((f) => f.examples.length === 0).map((f) => `${path} ${f.name}`),
  )
  expect(bare).toEqual([])
})

describe('what the examples say', () => {
  it.each(FOUND.filter(({ found }) => found.some((f) => f.examples.length > 0)))('$path', async ({ path, found }) => {
    const names = { ...scope, ...(await modules[path]()) }
    for (const { name, examples } of found)
      for (const { call, result } of examples) {
        expect(call, `the example of ${name} is a call`).toContain(name)
        const got = evaluated(call, names)
        const wanted = evaluated(result.replace(/…/g, ''), names)
        expect(agrees(got, wanted, tolerances(result)), `${call} gave ${JSON.stringify(got)}, not ${result}`).toBe(true)
      }
  })
})
