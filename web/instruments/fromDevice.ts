import type { ReadQuantity } from '#core/quantities/units.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import type { TrayReading } from '#contract/devices.ts'
import type { NewReading } from '#contract/entities.ts'
import { useDevices } from '../stores/devices.ts'

/**
 * A figure off an instrument of the shop as it is kept: put right by the calibration in force, with the shown figure beside.
 * @param sent what the instrument sent; absent when the figure was read off by eye @returns null when there is no such instrument
 */
export function fromDevice(
  quantity: ReadQuantity,
  raw: number,
  deviceId: string,
  profile: SportProfile,
  sent?: TrayReading,
): Pick<NewReading, 'value' | 'methodId' | 'deviceId' | 'basis' | 'origin' | 'takenAt'> | null {
  const devices = useDevices()
  const device = devices.deviceOf(deviceId)
  if (!device) return null
  const takenAt = sent?.at ?? new Date().toISOString()
  const { value, basis, calibrationId, standing, methodId } = devices.corrected(
    raw,
    quantity,
    device,
    sent?.quantity ?? quantity,
    takenAt,
    profile,
  )
  const origin = { raw, calibrationId, standing, warming: sent?.warming ?? false, work: null }
  return { value, methodId, deviceId, basis, origin, takenAt }
}
