import { computed, onScopeDispose, ref, shallowRef } from 'vue'
import { middleOf, rankUnits, toldApart } from '#core/compare/pick.ts'
import { usualMethod } from '#core/measure/readings.ts'
import type { Quantity } from '#core/quantities/units.ts'
import { cautionsOnFrame } from '#core/targets/warnings.ts'
import { profileOf } from '#core/sports/sports.ts'
import { type Batch, type BatchBody, type BatchUnit, batchSchema } from '#contract/batch.ts'
import { unitSummaries } from '#contract/unitSummaries.ts'
import type { TrayReading } from '#contract/devices.ts'
import { batchNamed } from '../documents/edit.ts'
import { useOutbox } from '../documents/useOutbox.ts'
import { fromDevice } from '../instruments/fromDevice.ts'
import { call, problemText, read } from '../api/client.ts'
import { useDevices } from '../stores/devices.ts'
import { useShop } from '../stores/shop.ts'
import { batchAim, type Aimed } from './batchAim.ts'

/** Several units of one model: their readings, their order, and saving every change. */
export function useBatch(id: string) {
  const shop = useShop()
  const devices = useDevices()
  const outbox = useOutbox()
  const doc = batchNamed(id)
  const body = shallowRef<BatchBody | null>(null)
  const revision = ref(0)
  const canUndo = ref(false)
  const canRedo = ref(false)
  const problem = ref('')
  const aimed = shallowRef<Aimed | null>(null)

  async function open(): Promise<void> {
    await outbox.lookAt(
      (one) => one === doc,
      () => call(batchSchema, 'GET', `/batches/${id}`),
      (batch) => {
        show(batch)
        const waiting = outbox.waitingFor(doc).at(-1)
        if (waiting) body.value = waiting.content as BatchBody
      },
    )
    shop.sportUnits = profileOf(body.value!.sport).units
    shop.unitsFor(id)
    aimedFor = ''
    await aim()
  }
  function show(batch: Batch): void {
    revision.value = batch.revision
    body.value = batch.body
    canUndo.value = batch.canUndo
    canRedo.value = batch.canRedo
  }
  const leave = [
    outbox.listen(
      (one) => one === doc,
      ({ saved }) => {
        const batch = read(batchSchema, saved.answer)
        show(saved.more ? { ...batch, body: body.value! } : batch)
      },
    ),
    outbox.onReload((one) => {
      if (one === doc) void open().catch((error) => (problem.value = problemText(error)))
    }),
  ]
  onScopeDispose(() => leave.forEach((off) => off()))

  /** A change: at once here, at the server as soon as it answers. */
  function save(change: Partial<BatchBody>): void {
    body.value = { ...body.value!, ...change }
    outbox.edit({
      doc,
      seen: revision.value,
      content: body.value,
      by: shop.initials,
      about: `Batch ${body.value.label}`,
    })
    void aim()
  }
  /** @returns whether the server has all of it */
  const send = () => outbox.settled(doc)
  async function stepBack(way: 'undo' | 'redo'): Promise<void> {
    problem.value = ''
    if (!(await send())) {
      problem.value = 'What you changed here is not saved yet; it is kept. This works again when it is.'
      return
    }
    try {
      show(await call(batchSchema, 'POST', `/batches/${id}/${way}`, { expected: revision.value, by: shop.initials }))
      void aim()
    } catch (error) {
      problem.value = problemText(error)
    }
  }

  const profile = computed(() => profileOf(body.value?.sport ?? 'tennis'))
  const summaries = computed(() => (body.value ? unitSummaries(body.value) : []))

  /** What is known to be aimed at, or being asked for. */
  let aimedFor = ''
  /** Whose numbers the pick goes by, brought to what is on these units. What was asked for before and comes late is dropped. */
  async function aim(): Promise<void> {
    const { aim: goal, condition, axisCm } = body.value!
    const mine = JSON.stringify([goal, condition, axisCm])
    if (mine === aimedFor) return
    aimedFor = mine
    aimed.value = null
    try {
      const found = await batchAim(body.value!, async (setup) => {
        await shop.know([setup])
        return shop.reference(setup) ?? null
      })
      if (mine === aimedFor) aimed.value = found
    } catch (error) {
      if (mine !== aimedFor) return
      aimedFor = ''
      problem.value = problemText(error)
    }
  }

  const wanted = computed(() =>
    body.value?.aim.kind === 'middle'
      ? middleOf(summaries.value.map((s) => s.summary.state))
      : (aimed.value?.wanted ?? {}),
  )
  const ranking = computed(() =>
    rankUnits(
      summaries.value.map(({ unit, summary }) => ({ id: unit.id, summary })),
      wanted.value,
      profile.value,
    ),
  )
  /** What there is to say of a unit for the player of the job: too heavy for the age. */
  const cautions = (unitId: string) => {
    const summary = summaries.value.find((s) => s.unit.id === unitId)?.summary
    const { condition, geometry } = body.value!
    const player = aimed.value?.player ?? null
    return summary ? cautionsOnFrame({ state: summary.state, condition, geometry, profile: profile.value }, player) : []
  }
  const apart = computed(() => toldApart(ranking.value))

  function addReading(unitId: string, quantity: Quantity, raw: number, typed: string, sent?: TrayReading): void {
    const kept = sent ? fromDevice(quantity, raw, sent.deviceId, profile.value, sent) : null
    const { origin = null, deviceId = null } = kept ?? {}
    const reading: BatchUnit['readings'][number] = {
      id: sent?.id ?? crypto.randomUUID(),
      quantity,
      value: kept?.value ?? raw,
      axisCm: quantity === 'swingWeight' ? (sent?.axisCm ?? body.value!.axisCm) : null,
      methodId: kept?.methodId ?? usualMethod(quantity, profile.value).id,
      deviceId,
      basis: kept?.basis ?? null,
      origin,
      note: '',
      typed,
      takenAt: kept?.takenAt ?? new Date().toISOString(),
      by: shop.initials,
    }
    save({
      units: body.value!.units.map((u) => (u.id === unitId ? { ...u, readings: [...u.readings, reading] } : u)),
    })
    if (sent) void devices.take([sent.id], `batch ${id}`)
  }
  function removeReading(unitId: string, readingId: string): void {
    save({
      units: body.value!.units.map((u) =>
        u.id === unitId ? { ...u, readings: u.readings.filter((r) => r.id !== readingId) } : u,
      ),
    })
  }

  return {
    body,
    problem,
    open,
    save,
    stepBack,
    canUndo,
    canRedo,
    send,
    profile,
    summaries,
    wanted,
    aimed,
    ranking,
    cautions,
    apart,
    addReading,
    removeReading,
  }
}
export type OpenBatch = ReturnType<typeof useBatch>
