import type { Device, DeviceCheck, ReferenceBody } from '#contract/devices.ts'
import { SHOP } from './world.ts'

/** The shop's instruments, the bodies it checks them on, and half a year of checks. */
export const BODIES: ReferenceBody[] = [
  { id: 'body-mass-100', name: 'Check mass 100 g', quantity: 'mass', value: 100, u: 0.01 },
  { id: 'body-mass-300', name: 'Check mass 300 g', quantity: 'mass', value: 300, u: 0.02 },
  { id: 'body-balance-30', name: 'Balance gauge 30 cm', quantity: 'balance', value: 30, u: 0.01 },
  { id: 'body-balance-35', name: 'Balance gauge 35 cm', quantity: 'balance', value: 35, u: 0.01 },
  { id: 'body-swing-100', name: 'Bar 100 kg·cm²', quantity: 'swingWeight', value: 100, u: 0.1 },
  { id: 'body-swing-200', name: 'Bar 200 kg·cm²', quantity: 'swingWeight', value: 200, u: 0.15 },
  { id: 'body-swing-300', name: 'Bar 300 kg·cm²', quantity: 'swingWeight', value: 300, u: 0.2 },
  { id: 'body-twist-10', name: 'Disc 10 kg·cm²', quantity: 'twistWeight', value: 10, u: 0.02 },
  { id: 'body-twist-18', name: 'Disc 18 kg·cm²', quantity: 'twistWeight', value: 18, u: 0.03 },
]

const KINDS: [id: string, name: string, kind: Device['kind'], serial: string, checkDays: number][] = [
  ['device-scale', 'Counter scale', 'scale', 'SC-2207', 30],
  ['device-board', 'Balance board', 'balance-board', 'BB-118', 30],
  ['device-swing', 'Swing-weight machine', 'swing-machine', 'SW-0431', 7],
  ['device-twist', 'Twist station', 'twist-station', 'TW-090', 30],
  ['device-diagnostic', 'Diagnostic station', 'diagnostic', 'DX-77', 14],
]

/** @param port of the simulated bench; without it the instruments are read by eye */
export function devicesOn(port: number | null): Device[] {
  return KINDS.map(([id, name, kind, serial, checkDays]) => ({
    id,
    name,
    kind,
    serial,
    link: port === null ? null : { port, instrument: kind },
    checkDays,
    revision: 0,
  }))
}

/** Offsets of the weekly checks of the swing-weight machine, oldest first: a slow climb, put right once. */
const CLIMB = [0.1, 0.2, 0.1, 0.4, 0.5, 0.4, 0.7, 0.9, 1.2, 0.1, 0.2, 0.2, 0.3, 0.2, 0.4, 0.5]
const PUT_RIGHT = 8

/** One good check three days ago for each of the others: body, what it is, how far off it was shown. */
const GOOD: [
  device: string,
  quantity: DeviceCheck['quantity'],
  bodies: [id: string, reference: number, u: number, off: number][],
][] = [
  [
    'device-scale',
    'mass',
    [
      ['body-mass-100', 100, 0.01, 0.1],
      ['body-mass-300', 300, 0.02, 0.1],
    ],
  ],
  [
    'device-board',
    'balance',
    [
      ['body-balance-30', 30, 0.01, 0],
      ['body-balance-35', 35, 0.01, 0.01],
    ],
  ],
  [
    'device-twist',
    'twistWeight',
    [
      ['body-twist-10', 10, 0.02, 0],
      ['body-twist-18', 18, 0.03, 0.1],
    ],
  ],
  [
    'device-diagnostic',
    'mass',
    [
      ['body-mass-100', 100, 0.01, 0],
      ['body-mass-300', 300, 0.02, 0.1],
    ],
  ],
  ['device-diagnostic', 'leftMass', [['body-mass-300', 150, 0.01, 0]]],
  ['device-diagnostic', 'rightMass', [['body-mass-300', 150, 0.01, 0.1]]],
  [
    'device-diagnostic',
    'balance',
    [
      ['body-balance-30', 30, 0.01, 0.02],
      ['body-balance-35', 35, 0.01, 0.02],
    ],
  ],
  [
    'device-diagnostic',
    'swingWeight',
    [
      ['body-swing-200', 200, 0.15, 0.4],
      ['body-swing-300', 300, 0.2, 0.5],
    ],
  ],
]

/** Half a year of checks, made up; the swing-weight machine was last checked a fortnight ago and is due again. */
export function checksUntil(now: Date): DeviceCheck[] {
  const day = 86400000
  const recent = GOOD.map(([deviceId, quantity, bodies]): DeviceCheck => ({
    id: `check-${deviceId}-${quantity}`,
    deviceId,
    quantity,
    points: bodies.map(([bodyId, reference, uReference, off]) => ({
      bodyId,
      reference,
      uReference,
      reading: Number((reference + off).toFixed(2)),
    })),
    applied: false,
    by: SHOP.initials,
    note: '',
    at: new Date(now.getTime() - 3 * day).toISOString(),
  }))
  const weekly = CLIMB.map((off, i): DeviceCheck => {
    const at = new Date(now.getTime() - (14 + 7 * (CLIMB.length - 1 - i)) * day)
    return {
      id: `check-swing-${i + 1}`,
      deviceId: 'device-swing',
      quantity: 'swingWeight',
      points: (
        [
          [100, 0.1],
          [200, 0.15],
          [300, 0.2],
        ] as const
      ).map(([reference, uReference], k) => ({
        bodyId: `body-swing-${reference}`,
        reference,
        uReference,
        reading: Math.round(reference + off * (1 + k * 0.2)),
      })),
      applied: i === PUT_RIGHT,
      by: SHOP.initials,
      note: i === PUT_RIGHT ? 'climbing since August; put right' : '',
      at: at.toISOString(),
    }
  })
  return [...recent, ...weekly]
}
