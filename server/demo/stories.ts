import type { Quantity } from '#core/quantities/units.ts'
import type { StringBed } from '#core/tuning/document.ts'
import type { Told } from './tuning.ts'

export type Values = Partial<Record<Quantity, number[]>>

/** What is told of one job of the made-up world. */
export interface Story {
  id: string
  frameId: string
  playerId: string
  due: string
  strings: string
  start: string
  readings: Values
  referenceIds: string[]
  target: {
    way: 'copy' | 'halfway'
    referenceId: string
    quantities: Quantity[]
    reasons: Partial<Record<Quantity, string>>
  } | null
  /** Steps of the build that are done; all means finished and checked. */
  built: number | 'all' | null
  played: boolean
  /** Laid by hand, without a search: zone, material, how much. Finished and checked. */
  laid?: [zone: string, material: string, amount: number][]
  /** The bed that was in it, and what was said after playing it as built. */
  bed?: StringBed
  said?: readonly Told[]
}

export const STORIES: readonly Story[] = [
  {
    id: 'job-returns',
    frameId: 'frame-1',
    playerId: 'player-orsolva',
    due: 'today 17:00',
    strings: 'polyester 1.25, 23 kg',
    start: '2026-11-20T09:10:00Z',
    readings: {
      mass: [326.4, 326.5],
      balance: [31.9, 31.9, 32.0],
      swingWeight: [321, 322, 321],
      twistWeight: [13.8, 13.9],
    },
    referenceIds: ['ref-p6', 'ref-p1', 'ref-r13'],
    target: {
      way: 'halfway',
      referenceId: 'ref-p1',
      quantities: ['mass', 'balance', 'swingWeight', 'twistWeight'],
      reasons: {
        swingWeight: 'half-way first; below the ceiling she found in spring',
        twistWeight: 'mishits at the sides',
      },
    },
    built: 3,
    played: false,
  },
  {
    id: 'job-junior',
    frameId: 'frame-3',
    playerId: 'player-peverin',
    due: 'Thursday',
    strings: 'multifilament 1.30, 22 kg',
    start: '2026-11-19T15:30:00Z',
    readings: { mass: [291.2, 291.3], balance: [32.6, 32.7], swingWeight: [296, 296, 297], twistWeight: [12.9] },
    referenceIds: ['ref-r12', 'ref-r11'],
    target: null,
    built: null,
    played: false,
  },
  {
    id: 'job-done',
    frameId: 'frame-5',
    playerId: 'player-bartol',
    due: '',
    strings: 'polyester 1.25, 24 kg',
    start: '2026-11-12T10:00:00Z',
    readings: { mass: [327.8, 327.9], balance: [31.8, 31.8], swingWeight: [322, 323, 322], twistWeight: [14.0, 14.0] },
    referenceIds: ['ref-p2', 'ref-p3'],
    target: {
      way: 'copy',
      referenceId: 'ref-p2',
      quantities: ['mass', 'balance', 'swingWeight'],
      reasons: { swingWeight: 'whippy forehand; 340 is his ceiling' },
    },
    built: 'all',
    played: true,
  },
]

/** A tuning of two weeks: up until it was too much, one step back, and easy again. */
export const PLAYED: readonly Told[] = [
  {
    on: '2026-11-13',
    lateInTen: 0,
    energy: 'fresh',
    pain: 'none',
    ratings: { stability: 2, 'plough-through': 1, spin: 0, 'first serve': 1, manoeuvrability: -1, comfort: 1 },
    asked: { twisting: false, unsteady: false },
    note: 'Steadier on the return; a touch slow on reflex volleys.',
  },
  {
    on: '2026-11-15',
    lateInTen: 0,
    energy: 'usual',
    pain: 'none',
    ratings: { stability: 1, power: 1 },
    mishits: [
      { alongCm: 4.5, offCm: 1.5 },
      { alongCm: 5.2, offCm: -0.8 },
      { alongCm: 3.1, offCm: 2.6 },
    ],
    note: 'Deeper with the same swing.',
  },
  { on: '2026-11-18', lateInTen: 0, energy: 'fresh', pain: 'none', kind: 'match', ratings: { power: 1, depth: 1 } },
  {
    on: '2026-11-20',
    lateInTen: 1,
    energy: 'tired',
    pain: 'none',
    ratings: { manoeuvrability: -2, power: 1 },
    note: 'Behind the ball from the second set on.',
  },
  {
    on: '2026-11-22',
    lateInTen: 0,
    energy: 'fresh',
    pain: 'none',
    ratings: { stability: 1, manoeuvrability: 1 },
    asked: { twisting: true, unsteady: false, heavy: false },
    note: 'This is it, but wide balls still turn it.',
  },
]
