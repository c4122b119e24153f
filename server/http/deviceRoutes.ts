import { raw, Router } from 'express'
import { z } from 'zod'
import {
  bodySchema,
  deviceSchema,
  newCheckSchema,
  PHOTO_LIMIT,
  photoSchema,
  PHOTOS_LIMIT,
  type DeviceNews,
  type DeviceOverview,
} from '#contract/devices.ts'
import type { Database } from '../db/database.ts'
import { askBench } from '../devices/benchControl.ts'
import type { DeviceGateway } from '../devices/gateway.ts'
import * as devices from '../queries/devices.ts'
import { findJob } from '../queries/jobs.ts'
import { insertPhoto, listPhotos, findPhotoContent } from '../queries/photos.ts'
import { notFound, Refusal, staleEdit } from '../refusal.ts'

const takeSchema = z.object({ ids: z.array(z.string()).min(1).max(100), takenFor: z.string().min(1).max(80) })

/** The instruments: what there is, their checks, what they send; and pictures of frames. @param benchPort of the simulated bench, if there is one */
export function deviceRoutes(db: Database, gateway: DeviceGateway, benchPort: number | null): Router {
  const router = Router()

  async function bench(): Promise<DeviceOverview['bench']> {
    if (benchPort === null) return null
    const answer = await askBench(benchPort, 'ITEMS')
    if (!answer) return null
    const items = z.array(z.object({ id: z.string(), name: z.string() })).parse(JSON.parse(answer.fields.items ?? '[]'))
    return { items, on: answer.fields.on || null }
  }

  router.get('/devices', async (_request, response) => {
    const [all, bodies, checks, tray, onBench] = await Promise.all([
      devices.listDevices(db),
      devices.listBodies(db),
      devices.listChecks(db),
      devices.listUntaken(db),
      bench(),
    ])
    response.json({
      devices: all,
      bodies,
      checks,
      tray,
      lines: gateway.states(),
      bench: onBench,
    } satisfies DeviceOverview)
  })

  router.get('/devices/stream', (request, response) => {
    response.writeHead(200, { 'content-type': 'text/event-stream', 'cache-control': 'no-cache, no-transform' })
    const send = (news: DeviceNews) => response.write(`data: ${JSON.stringify(news)}\n\n`)
    response.write('retry: 1000\n\n')
    for (const line of gateway.states()) send({ kind: 'line', line })
    const stop = gateway.listen(send)
    const beat = setInterval(() => response.write(': \n\n'), 15000)
    request.on('close', () => {
      clearInterval(beat)
      stop()
    })
  })

  router.put('/devices/:id', async (request, response) => {
    const saved = await devices.putDevice(db, deviceSchema.parse({ ...request.body, id: request.params.id }))
    if (!saved) throw (await devices.findDevice(db, request.params.id)) ? staleEdit() : notFound('instrument')
    await gateway.refresh()
    response.json(saved)
  })

  router.post('/devices/:id/measure', async (request, response) => {
    if (!(await devices.findDevice(db, request.params.id))) throw new Refusal(404, 'device.unknown')
    if (!gateway.measure(request.params.id)) throw new Refusal(409, 'device.noLine')
    response.status(202).json({})
  })

  router.post('/devices/:id/checks', async (request, response) => {
    const check = newCheckSchema.parse({ ...request.body, deviceId: request.params.id })
    if (!(await devices.findDevice(db, check.deviceId))) throw new Refusal(404, 'device.unknown')
    response.status(201).json(await devices.insertCheck(db, check))
  })

  router.put('/bodies/:id', async (request, response) => {
    response.json(await devices.putBody(db, bodySchema.parse({ ...request.body, id: request.params.id })))
  })

  router.post('/tray/take', async (request, response) => {
    const { ids, takenFor } = takeSchema.parse(request.body)
    response.json({ taken: await devices.takeFromTray(db, ids, takenFor) })
  })

  router.post('/bench/place', async (request, response) => {
    const { item } = z.object({ item: z.string().max(80) }).parse(request.body)
    if (benchPort === null) throw new Refusal(409, 'bench.none')
    const answer = await askBench(benchPort, 'PLACE', { item })
    if (!answer) throw new Refusal(409, 'bench.none')
    if (answer.verb === 'REFUSED') throw new Refusal(422, 'field.invalid', 'item', { reason: answer.fields.why })
    response.json(await bench())
  })

  router.get('/jobs/:id/photos', async (request, response) => {
    response.json(await listPhotos(db, request.params.id))
  })

  router.put('/jobs/:id/photos/:photo', raw({ type: () => true, limit: PHOTO_LIMIT }), async (request, response) => {
    const type = photoSchema.shape.type.safeParse(request.headers['content-type'])
    if (!type.success) throw new Refusal(415, 'photo.type', 'photo')
    const content = request.body as Buffer
    if (!looksLike(content, type.data)) throw new Refusal(415, 'photo.type', 'photo')
    const jobId = request.params.id
    const photo = await db.transaction(async (tx) => {
      if (!(await findJob(tx, jobId))) throw notFound('job')
      const held = (await listPhotos(tx, jobId)).filter((p) => p.id !== request.params.photo)
      if (held.reduce((sum, p) => sum + p.bytes, content.length) > PHOTOS_LIMIT) throw new Refusal(413, 'photo.tooMany')
      const { name, by } = z
        .object({ name: z.string().max(200).catch(''), by: z.string().max(20).catch('') })
        .parse(request.query)
      return insertPhoto(tx, { id: request.params.photo, jobId, type: type.data, name, by }, content)
    })
    if (!photo) throw new Refusal(422, 'photo.elsewhere')
    response.status(201).json(photo)
  })

  router.get('/photos/:id', async (request, response) => {
    const photo = await findPhotoContent(db, request.params.id)
    if (!photo) throw notFound('picture')
    response.setHeader('Cache-Control', 'private, max-age=31536000, immutable')
    response.type(photo.type).send(Buffer.from(photo.content))
  })

  return router
}

/** The first bytes of a picture say what it is, whatever it is called. */
function looksLike(content: Buffer, type: string): boolean {
  if (!Buffer.isBuffer(content) || content.length < 16) return false
  const hex = content.subarray(0, 12).toString('hex')
  if (type === 'image/jpeg') return hex.startsWith('ffd8ff')
  if (type === 'image/png') return hex.startsWith('89504e470d0a1a0a')
  return hex.startsWith('52494646') && hex.endsWith('57454250')
}
