import type { PlayerFacts } from '#core/player/facts.ts'
import type { Story } from './stories.ts'

/** What was told of a player on an earlier day: what differs from how the player is known today. */
export interface ToldBefore {
  playerId: string
  on: string
  facts: Partial<PlayerFacts>
}

/** How players were before: an arm that got better, a junior who grew, a ceiling that was found. The oldest first. */
export const TOLD_BEFORE: readonly ToldBefore[] = [
  {
    playerId: 'player-peverin',
    on: '2025-12-06',
    facts: { age: 13, level: 'club', hoursPerWeek: 6, wants: 'A frame for the bigger court' },
  },
  {
    playerId: 'player-peverin',
    on: '2026-05-23',
    facts: { age: 13, hoursPerWeek: 8, wants: 'More depth' },
  },
  {
    playerId: 'player-dunmor',
    on: '2026-01-14',
    facts: { pain: 'now', hoursPerWeek: 1, tired: 'yes', complaints: ['unsteady'], wants: 'To play without pain' },
  },
  { playerId: 'player-dunmor', on: '2026-05-12', facts: { pain: 'past', hoursPerWeek: 2, complaints: ['unsteady'] } },
  { playerId: 'player-orsolva', on: '2026-02-03', facts: { ceiling: null, hoursPerWeek: 4 } },
]

const NOTHING = { target: null, built: null, played: false, due: '' } as const

/** The year before the stories of today, the oldest first: done, and left the day. */
export const YEAR: readonly Story[] = [
  {
    ...NOTHING,
    id: 'job-junior-first',
    frameId: 'frame-14',
    playerId: 'player-peverin',
    strings: 'multifilament 1.25, 20 kg',
    start: '2025-12-06T15:00:00Z',
    readings: { mass: [258.4, 258.5], balance: [31.2, 31.3], swingWeight: [236, 237, 236], twistWeight: [11.2] },
    referenceIds: [],
  },
  {
    ...NOTHING,
    id: 'job-arm-first',
    frameId: 'frame-2',
    playerId: 'player-dunmor',
    strings: 'polyester 1.30, 24 kg',
    start: '2026-01-14T11:00:00Z',
    readings: { mass: [312.2, 312.3], balance: [33.4, 33.4], swingWeight: [331, 332, 331], twistWeight: [14.6, 14.7] },
    referenceIds: [],
    laid: [['butt', 'putty', 8]],
    bed: { kind: 'polyester', gaugeMm: 1.3, stiffness: null, mainsLb: 53, crossesLb: 53, strungOn: '2025-11-20' },
    said: [
      {
        on: '2026-01-20',
        energy: 'usual',
        lateInTen: 0,
        pain: 'yes',
        painLevel: 3,
        painAt: ['elbow'],
        painWhere: 'outside',
        ratings: { comfort: 1, stability: 1 },
        note: 'Less shock than before, still sore the day after.',
      },
    ],
  },
  {
    ...NOTHING,
    id: 'job-returns-first',
    frameId: 'frame-1',
    playerId: 'player-orsolva',
    strings: 'polyester 1.25, 24 kg',
    start: '2026-02-03T09:30:00Z',
    readings: { mass: [325.9, 326.0], balance: [31.8, 31.9], swingWeight: [320, 320, 321], twistWeight: [13.8] },
    referenceIds: ['ref-p6'],
  },
  {
    ...NOTHING,
    id: 'job-pair',
    frameId: 'frame-6',
    playerId: 'player-bartol',
    strings: 'polyester 1.25, 24 kg',
    start: '2026-03-18T16:00:00Z',
    readings: { mass: [325.8, 325.9], balance: [31.7, 31.7], swingWeight: [319, 320, 319], twistWeight: [13.9, 13.9] },
    referenceIds: ['ref-p2'],
    laid: [['threeNine', 'tungsten', 4]],
    bed: { kind: 'polyester', gaugeMm: 1.25, stiffness: null, mainsLb: 53, crossesLb: 51, strungOn: '2026-03-18' },
    said: [
      {
        on: '2026-03-21',
        energy: 'fresh',
        lateInTen: 0,
        pain: 'none',
        ratings: { stability: 1 },
        note: 'Cannot tell it from the other one.',
      },
    ],
  },
  {
    ...NOTHING,
    id: 'job-arm-second',
    frameId: 'frame-2',
    playerId: 'player-dunmor',
    strings: 'multifilament 1.30, 22 kg',
    start: '2026-05-12T10:00:00Z',
    readings: { mass: [320.3, 320.4], balance: [32.6, 32.6], swingWeight: [332, 332, 333], twistWeight: [14.6] },
    referenceIds: [],
    laid: [['bridge', 'lead-quarter', 8]],
    bed: { kind: 'multifilament', gaugeMm: 1.3, stiffness: null, mainsLb: 48, crossesLb: 47, strungOn: '2026-05-12' },
    said: [
      {
        on: '2026-05-16',
        energy: 'fresh',
        lateInTen: 0,
        pain: 'none',
        ratings: { comfort: 2, stability: 1 },
        note: 'First week without the strap.',
      },
      {
        on: '2026-06-02',
        energy: 'usual',
        lateInTen: 0,
        pain: 'none',
        ratings: { comfort: 1 },
        note: 'Two hours, and nothing the day after.',
      },
    ],
  },
  {
    ...NOTHING,
    id: 'job-junior-second',
    frameId: 'frame-3',
    playerId: 'player-peverin',
    strings: 'multifilament 1.30, 21 kg',
    start: '2026-05-23T14:00:00Z',
    readings: { mass: [288.6, 288.7], balance: [32.3, 32.3], swingWeight: [290, 291, 290], twistWeight: [12.8] },
    referenceIds: [],
  },
  {
    ...NOTHING,
    id: 'job-returns-second',
    frameId: 'frame-1',
    playerId: 'player-orsolva',
    strings: 'polyester 1.25, 23 kg',
    start: '2026-07-08T17:00:00Z',
    readings: { mass: [326.1, 326.2], balance: [31.9, 31.9], swingWeight: [321, 321, 320], twistWeight: [13.8] },
    referenceIds: ['ref-p6'],
  },
  {
    ...NOTHING,
    id: 'job-pair-again',
    frameId: 'frame-6',
    playerId: 'player-bartol',
    strings: 'polyester 1.25, 24 kg',
    start: '2026-10-30T16:30:00Z',
    readings: { mass: [331.6, 331.7], balance: [32.0, 32.1], swingWeight: [333, 334, 333], twistWeight: [15.4] },
    referenceIds: ['ref-p2'],
  },
]
