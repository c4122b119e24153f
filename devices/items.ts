import { totalsOf, type Part, type Totals } from './solids.ts'

/** Something that can be laid on the simulated bench. Everything here is made up. */
export interface BenchItem {
  id: string
  name: string
  /** What each instrument would read were it perfect. */
  totals: Totals
  /** A check body has a meaning on some instruments only: what they ought to show, and what it truly is. */
  check: { quantity: 'mass' | 'balance' | 'swingWeight' | 'twistWeight'; nominal: number; u: number } | null
}

interface TennisMake {
  hoop: number
  arms: number
  handle: number
  cap: number
  strings: number | null
  wraps: number
  /** A little more mass on the right of the hoop than on the left. */
  right?: number
  halfWidth?: number
  tip?: number
}

function tennisFrame({
  hoop,
  arms,
  handle,
  cap,
  strings,
  wraps,
  right = 0,
  halfWidth = 12.55,
  tip = 0,
}: TennisMake): Totals {
  const parts: Part[] = [
    { kind: 'hoop', massG: hoop, centre: 51.38, halfLength: 16.65, halfWidth, halfZ: 1 },
    { kind: 'arms', massG: arms, from: [24, 1.1], to: [38, 9.2], halfZ: 1 },
    { kind: 'tube', massG: 14, from: 17.5, to: 25, halfY: 1.25, halfZ: 1.1 },
    { kind: 'tube', massG: handle, from: 1, to: 18, halfY: 1.35, halfZ: 1.15 },
    { kind: 'tube', massG: 17, from: 0.5, to: 17.5, halfY: 1.6, halfZ: 1.4 },
    { kind: 'point', massG: cap, x: 1 },
    { kind: 'point', massG: right, x: 51.4, y: halfWidth },
    { kind: 'point', massG: tip, x: 68.1 },
  ]
  if (strings !== null)
    parts.push({
      kind: 'sheet',
      massG: strings,
      centre: 51.38,
      halfLength: 16.1,
      halfWidth: halfWidth - 0.55,
      halfZ: 0.1,
    })
  for (let i = 0; i < wraps; i++) parts.push({ kind: 'tube', massG: 5, from: 0.5, to: 17.5, halfY: 1.75, halfZ: 1.55 })
  return totalsOf(parts, 68.58)
}

const frame = (id: string, name: string, totals: Totals): BenchItem => ({ id, name, totals, check: null })
const STRUNG = { strings: 16.5, wraps: 1 }
const BOXED = { strings: null, wraps: 0 }

export const FRAMES: BenchItem[] = [
  frame('frame-1', 'Corvane Arc 98', tennisFrame({ hoop: 152, arms: 12, handle: 92, cap: 18, ...STRUNG, right: 0.4 })),
  frame(
    'frame-2',
    'Tessaly Drift 100',
    tennisFrame({ hoop: 150, arms: 11, handle: 78, cap: 16, halfWidth: 12.75, ...STRUNG }),
  ),
  frame(
    'frame-3',
    'Ondrey Pilot 100 Junior',
    tennisFrame({ hoop: 138, arms: 10, handle: 74, cap: 14, halfWidth: 12.7, ...STRUNG }),
  ),
  frame('frame-5', 'Corvane Arc 98 #A', tennisFrame({ hoop: 153, arms: 12, handle: 92, cap: 18, ...STRUNG })),
  frame(
    'frame-6',
    'Corvane Arc 98 #B',
    tennisFrame({ hoop: 156, arms: 12, handle: 91, cap: 17, ...STRUNG, right: 0.6 }),
  ),
  frame(
    'frame-9',
    'Hollowick Lath 98 Light, bare',
    tennisFrame({ hoop: 141, arms: 11, handle: 76, cap: 14, ...BOXED }),
  ),
  frame('unit-1', 'Arc 98, boxed, no. 6101', tennisFrame({ hoop: 151, arms: 12, handle: 93, cap: 18, ...BOXED })),
  frame(
    'unit-2',
    'Arc 98, boxed, no. 6102',
    tennisFrame({ hoop: 153.4, arms: 12, handle: 94, cap: 18.5, ...BOXED, right: 0.5 }),
  ),
  frame(
    'unit-3',
    'Arc 98, boxed, no. 6107',
    tennisFrame({ hoop: 150.2, arms: 12, handle: 90.5, cap: 18, ...BOXED, tip: 0.8 }),
  ),
  frame('unit-4', 'Arc 98, boxed, no. 6112', tennisFrame({ hoop: 151.3, arms: 12, handle: 94.6, cap: 18, ...BOXED })),
  frame(
    'frame-11',
    'Merle Wisp 88, badminton',
    totalsOf(
      [
        { kind: 'hoop', massG: 31, centre: 54.8, halfLength: 12.35, halfWidth: 9.8, halfZ: 0.45 },
        { kind: 'sheet', massG: 2.6, centre: 54.8, halfLength: 11.95, halfWidth: 9.4, halfZ: 0.05 },
        { kind: 'tube', massG: 9.5, from: 17.5, to: 42.2, halfY: 0.36, halfZ: 0.36 },
        { kind: 'tube', massG: 31, from: 0, to: 17.5, halfY: 1.15, halfZ: 1.1 },
        { kind: 'tube', massG: 8, from: 0, to: 18, halfY: 1.3, halfZ: 1.25 },
        { kind: 'point', massG: 2, x: 18.5 },
      ],
      67.5,
    ),
  ),
  frame(
    'frame-12',
    'Quarrow Flat 16, pickleball',
    totalsOf(
      [
        { kind: 'sheet', massG: 168, centre: 27.3, halfLength: 15, halfWidth: 10.4, halfZ: 0.8 },
        { kind: 'hoop', massG: 18, centre: 27.3, halfLength: 13.9, halfWidth: 9.6, halfZ: 0.8 },
        { kind: 'tube', massG: 32, from: 0, to: 13, halfY: 1.55, halfZ: 1.3 },
        { kind: 'tube', massG: 14, from: 0.5, to: 12.7, halfY: 1.75, halfZ: 1.5 },
      ],
      41.28,
    ),
  ),
  frame(
    'frame-13',
    'Bellamast Anvil, padel',
    totalsOf(
      [
        { kind: 'sheet', massG: 190, centre: 30.5, halfLength: 14.4, halfWidth: 12.4, halfZ: 1.8 },
        { kind: 'hoop', massG: 70, centre: 30.5, halfLength: 14.4, halfWidth: 12.4, halfZ: 1.8 },
        { kind: 'arms', massG: 22, from: [12.5, 1.4], to: [18, 6.5], halfZ: 1.4 },
        { kind: 'tube', massG: 60, from: 0.5, to: 13, halfY: 1.6, halfZ: 1.4 },
        { kind: 'tube', massG: 19, from: 0.5, to: 12.5, halfY: 1.75, halfZ: 1.55 },
      ],
      45.5,
    ),
  ),
]

/** A body whose value stands on its certificate. `off` is how far the real one lies from what is stamped on it. */
function body(
  id: string,
  name: string,
  quantity: NonNullable<BenchItem['check']>['quantity'],
  nominal: number,
  u: number,
  off: number,
): BenchItem {
  const value = nominal + off
  const totals: Totals = {
    massG: quantity === 'mass' ? value : 300,
    balanceCm: quantity === 'balance' ? value : 30,
    swingWeightAbout: () => (quantity === 'swingWeight' ? value : 250),
    twistWeightKgCm2: quantity === 'twistWeight' ? value : 10,
    sides: () => ({ leftG: (quantity === 'mass' ? value : 300) / 2, rightG: (quantity === 'mass' ? value : 300) / 2 }),
    lengthCm: 60,
  }
  return { id, name, totals, check: { quantity, nominal, u } }
}

export const BODIES: BenchItem[] = [
  body('body-mass-100', 'Check mass 100 g', 'mass', 100, 0.01, 0.006),
  body('body-mass-300', 'Check mass 300 g', 'mass', 300, 0.02, -0.012),
  body('body-balance-30', 'Balance gauge 30 cm', 'balance', 30, 0.01, 0.004),
  body('body-balance-35', 'Balance gauge 35 cm', 'balance', 35, 0.01, -0.006),
  body('body-swing-100', 'Bar 100 kg·cm²', 'swingWeight', 100, 0.1, 0.06),
  body('body-swing-200', 'Bar 200 kg·cm²', 'swingWeight', 200, 0.15, -0.09),
  body('body-swing-300', 'Bar 300 kg·cm²', 'swingWeight', 300, 0.2, 0.13),
  body('body-twist-10', 'Disc 10 kg·cm²', 'twistWeight', 10, 0.02, 0.01),
  body('body-twist-18', 'Disc 18 kg·cm²', 'twistWeight', 18, 0.03, -0.02),
]

/** What is cut or pressed out for a frame, to be weighed before it goes on. */
const piece = (id: string, name: string, massG: number): BenchItem => ({
  id,
  name,
  totals: totalsOf([{ kind: 'point', massG, x: 1 }], 2),
  check: null,
})
export const PIECES: BenchItem[] = [
  piece('piece-strip', 'A cut strip of tape', 1.83),
  piece('piece-putty', 'A lump of putty', 5.06),
]

export const ITEMS: BenchItem[] = [...FRAMES, ...BODIES, ...PIECES]
