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

/** Checks up to a fortnight ago, made up: the machine is due again. */
export function checksUntil(now: Date): DeviceCheck[] {
  const day = 86400000
  return CLIMB.map((off, i): DeviceCheck => {
    const at = new Date(now.getTime() - (14 + 7 * (CLIMB.length - 1 - i)) * day)
    return {
      id: `check-swing-${i + 1}`,
      deviceId: 'device-swing',
      quantity: 'swingWeight',
      points: [100, 200, 300].map((reference, k) => ({
        bodyId: `body-swing-${reference}`,
        reference,
        uReference: [0.1, 0.15, 0.2][k],
        reading: Math.round(reference + off * (1 + k * 0.2)),
      })),
      applied: i === PUT_RIGHT,
      by: SHOP.initials,
      note: i === PUT_RIGHT ? 'climbing since August; put right' : '',
      at: at.toISOString(),
    }
  })
}
