import { defineStore } from 'pinia'
import { computed, ref, shallowRef } from 'vue'
import { inForceAt, putRight, type CalibrationInForce, type PutRight } from '#core/measure/calibration.ts'
import { methodFor } from '#core/measure/readings.ts'
import { KIND_OF, type ReadQuantity } from '#core/quantities/units.ts'
import type { SportProfile } from '#core/sports/profile.ts'
import { METHODS } from '#core/sports/methods.ts'
import {
  type Device,
  type DeviceCheck,
  type DeviceNews,
  type DeviceOverview,
  type LineState,
  type ReferenceBody,
  type TrayReading,
  deviceOverviewSchema,
} from '#contract/devices.ts'
import { QUANTITY_NAMES } from '#contract/messages/names.ts'
import { call, tell } from '../api/client.ts'

/** A place on the page where a reading from an instrument can land. */
export interface Receiver {
  quantity: ReadQuantity
  /** What is on the instrument when it is meant: a frame, unless said. */
  of?: 'body' | 'strip'
  /** Takes it; false when it does not want it after all. */
  take(reading: TrayReading): boolean | void
}

/** What an instrument is read with: its method for a quantity. */
export function methodOfDevice(device: Device, quantity: ReadQuantity): string | null {
  return METHODS.find((m) => m.deviceKind === device.kind && m.quantity === quantity)?.id ?? null
}

/** The instruments, what they send, and where it lands: in the field that has the focus when it fits, else in its own row. */
export const useDevices = defineStore('devices', () => {
  const overview = shallowRef<DeviceOverview | null>(null)
  const lines = ref<Record<string, LineState>>({})
  const tray = shallowRef<TrayReading[]>([])
  const receivers = new Set<Receiver>()
  const focused = shallowRef<Receiver | null>(null)
  let stream: EventSource | null = null

  const devices = computed(() => overview.value?.devices ?? [])
  const bench = computed(() => overview.value?.bench ?? null)
  /** The body of known value that lies on the bench now. */
  const bodyOn = computed(() => overview.value?.bodies.find((b) => b.id === bench.value?.on) ?? null)
  /** What was not taken, and why; empty when nothing was. */
  const notice = ref('')

  async function load(): Promise<void> {
    overview.value = await call(deviceOverviewSchema, 'GET', '/devices')
    for (const line of overview.value.lines) lines.value[line.deviceId] = line
    tray.value = overview.value.tray
  }

  /** Listens to the instruments while a page wants them. */
  function listen(): void {
    if (stream) return
    stream = new EventSource('/api/devices/stream')
    let opened = false
    // What was sent while the stream was down lies in the tray.
    stream.onopen = () => {
      if (opened) void load()
      opened = true
    }
    stream.onmessage = (event) => {
      const news = JSON.parse(String(event.data)) as DeviceNews
      if (news.kind === 'line') lines.value[news.line.deviceId] = news.line
      else if (!tray.value.some((r) => r.id === news.reading.id)) {
        tray.value = [...tray.value, news.reading]
        if (document.visibilityState === 'visible') land(news.reading)
      }
    }
  }
  function stopListening(): void {
    stream?.close()
    stream = null
  }

  function receive(receiver: Receiver): () => void {
    receivers.add(receiver)
    return () => {
      receivers.delete(receiver)
      if (focused.value === receiver) focused.value = null
    }
  }

  /** Lands a reading; one that nobody wants stays in the tray. */
  function land(reading: TrayReading): void {
    notice.value = ''
    if (bodyOn.value && ![...receivers].some((r) => r.of === 'body')) {
      notice.value = `${QUANTITY_NAMES[reading.quantity]} ${Number(reading.raw.toFixed(2))} was not taken: “${bodyOn.value.name}” lies on the bench, not a frame.`
      void take([reading.id], `of ${bodyOn.value.id}`).catch(() => undefined)
      return
    }
    const fits = (r: Receiver) => KIND_OF[r.quantity] === KIND_OF[reading.quantity] && r.quantity !== 'swingWeight'
    const exact = (r: Receiver) => r.quantity === reading.quantity
    const here = focused.value
    const wanted =
      here && (exact(here) || (fits(here) && reading.quantity === 'mass')) ? here : [...receivers].find(exact)
    if (wanted && wanted.take(reading) !== false) drop(reading.id)
  }
  function drop(id: string): void {
    tray.value = tray.value.filter((r) => r.id !== id)
  }

  /** For what is no job's reading: marks it as taken at the server. */
  async function take(ids: string[], takenFor: string): Promise<void> {
    for (const id of ids) drop(id)
    await tell('POST', '/tray/take', { ids, takenFor })
  }

  async function measure(deviceId: string): Promise<void> {
    await tell('POST', `/devices/${deviceId}/measure`)
  }

  async function place(item: string): Promise<void> {
    const now = await call(deviceOverviewSchema.shape.bench, 'POST', '/bench/place', { item })
    overview.value = { ...overview.value!, bench: now }
  }

  async function saveCheck(check: Omit<DeviceCheck, 'at'>): Promise<void> {
    await tell('POST', `/devices/${check.deviceId}/checks`, check)
    await load()
  }

  async function saveDevice(device: Device): Promise<void> {
    await tell('PUT', `/devices/${device.id}`, device)
    await load()
  }

  async function saveBody(body: ReferenceBody): Promise<void> {
    await tell('PUT', `/bodies/${body.id}`, body)
    await load()
  }

  const deviceOf = (id: string | null) => devices.value.find((d) => d.id === id) ?? null
  const checksOf = (deviceId: string, quantity: ReadQuantity) =>
    (overview.value?.checks ?? []).filter((c) => c.deviceId === deviceId && c.quantity === quantity)

  function inForce(device: Device, quantity: ReadQuantity, at = new Date().toISOString()): CalibrationInForce | null {
    const method = METHODS.find((m) => m.deviceKind === device.kind && m.quantity === quantity)
    return method ? inForceAt(checksOf(device.id, quantity), at, method, method.tolerance, device.checkDays) : null
  }

  /** A figure put right by what is in force for its device. */
  function corrected(
    raw: number,
    quantity: ReadQuantity,
    device: Device,
    sentAs: ReadQuantity,
    at: string,
    profile: SportProfile,
  ): PutRight & { methodId: string } {
    const methodId = methodOfDevice(device, quantity) ?? methodOfDevice(device, sentAs) ?? ''
    const method = methodFor(methodId, sentAs, profile)
    return { ...putRight(raw, method, checksOf(device.id, sentAs), at, device.checkDays), methodId }
  }

  return {
    overview,
    devices,
    bench,
    bodyOn,
    notice,
    lines,
    tray,
    focused,
    load,
    listen,
    stopListening,
    receive,
    land,
    take,
    drop,
    measure,
    place,
    saveCheck,
    saveDevice,
    saveBody,
    deviceOf,
    checksOf,
    inForce,
    corrected,
  }
})
