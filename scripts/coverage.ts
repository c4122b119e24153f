// Writes docs/coverage.md: how often the stated uncertainties hold, method by method.
import { writeFileSync } from 'node:fs'
import { COVERAGE_CASES, coverageOf } from '../core/testing/coverage.ts'

const share = (value: number) => (100 * value).toFixed(1)
const rows = COVERAGE_CASES.map((one) => {
  const found = coverageOf(one)
  console.log(share(found.within68), share(found.within95), found.method, '–', found.case)
  return found
})
const worst = rows.reduce((a, b) => (Math.abs(b.within95 - 0.95) > Math.abs(a.within95 - 0.95) ? b : a))
const table = rows.map((r) => `| ${r.method} | ${r.case} | ${r.times} | ${share(r.within68)} | ${share(r.within95)} |`)
writeFileSync(
  new URL('../docs/coverage.md', import.meta.url),
  `# Coverage

Kevro states an uncertainty with each number: half of its 95 %. Here true values are made up, read with the errors that each method is said to have, and worked out as Kevro does; the table says in how many of a hundred runs the truth lay within that half (about 68 where errors are bell-shaped) and within the 95 %. Every figure of the last column is to lie between 93 and 97. Written by \`npm run coverage\`; the cases are \`core/testing/coverage.ts\`, and the suite runs them.

| method | case | runs | 68 % | 95 % |
|---|---|---|---|---|
${table.join('\n')}

Furthest from 95: ${worst.method}, ${worst.case} (${share(worst.within95)}).

An edge that lets go anywhere in a gap errs evenly over the gap, not as a bell: the 95 % is right, and about half lie within half of it. What no case covers: errors that a method does not know of (a bent frame, a wrong axis, a scale on a soft mat).
`,
)
