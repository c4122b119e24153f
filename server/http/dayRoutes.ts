import { Router } from 'express'
import { z } from 'zod'
import ical, { ICalCalendarMethod } from 'ical-generator'
import { PROFILES } from '#core/sports/sports.ts'
import { COUNTED_IN } from '#core/cuts/material.ts'
import { COMING_BACK } from '#core/logbook/comingBack.ts'
import { changeComingBackSchema } from '#contract/comingBack.ts'
import type { Day } from '#contract/day.ts'
import type { JobSummary, StoredMaterial } from '#contract/entities.ts'
import { WAITS_NAMES } from '#contract/messages/build.ts'
import type { Database } from '../db/database.ts'
import { changeComingBack, listComingBack } from '../queries/comingBack.ts'
import { listChecksDue } from '../queries/devices.ts'
import { listDue, listWaiting } from '../queries/jobList.ts'
import { listMaterials } from '../queries/materials.ts'
import { notFound, Refusal } from '../refusal.ts'
import { dayInShop, oneShop } from '../queries/shop.ts'

const DAY_MS = 86400000
/** The start page looks a week ahead, the calendar a year. */
const WEEK = 8
const YEAR = 366
/** A job is handed over in so many minutes. */
const HANDOVER_MIN = 30

/** Less than this in the drawer is short: not enough for a usual job (common practice, no source). */
const SHORT = { cm: 60, g: 15, pieces: 2 } as const
const shortOf = (materials: readonly StoredMaterial[]): Day['short'] =>
  materials.flatMap((m) => {
    const counted = COUNTED_IN[m.kind]
    return m.retired || m.stock >= SHORT[counted] ? [] : [{ id: m.id, name: m.name, left: m.stock, counted }]
  })

/** A text that goes out as one line of a file: what would begin another one is a space. */
const oneLine = (text: string) => text.replace(/[\u0000-\u001f\u007f-\u009f\u2028\u2029]+/g, ' ').trim()
const titleOf = (job: JobSummary) =>
  oneLine([`Job ${job.number}`, job.playerName, job.frameLabel].filter(Boolean).join(' · '))

/** What is promised, and the same as a calendar that other programs on this machine can read. */
export function dayRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  const until = (days: number) => new Date(now().getTime() + days * DAY_MS)
  router.get('/day', async (_request, response) => {
    const week = until(WEEK)
    const [due, waiting, comingBack, checks, materials] = await Promise.all([
      listDue(db, week),
      listWaiting(db, until(-1)),
      listComingBack(db, await dayInShop(db, week)),
      listChecksDue(db, now()),
      listMaterials(db),
    ])
    response.json({ ...due, waiting, comingBack, checks, short: shortOf(materials) } satisfies Day)
  })
  router.post('/coming-back/:frame/:rule', async (request, response) => {
    const rule = z.enum(COMING_BACK).parse(request.params.rule)
    const change = changeComingBackSchema.parse(request.body)
    if (change.putOffTo !== null && change.putOffTo < (await dayInShop(db, now())))
      throw new Refusal(422, 'day.past', 'putOffTo')
    if (!(await changeComingBack(db, request.params.frame, rule, change))) throw notFound('appointment')
    response.json(change)
  })
  router.get('/calendar.ics', async (_request, response) => {
    const [shop, day] = await Promise.all([oneShop(db), listDue(db, until(YEAR))])
    const calendar = ical({
      name: oneLine(shop.name),
      method: ICalCalendarMethod.PUBLISH,
      prodId: '//Kevro//day//EN',
      ttl: 900,
    })
    for (const job of day.jobs) {
      const about = `${PROFILES[job.sport].name}. ${job.due}`
      const due = new Date(job.dueAt!)
      const end = new Date(due.getTime() + HANDOVER_MIN * 60000)
      calendar.createEvent({
        id: `due-${job.id}@kevro`,
        start: due,
        end,
        stamp: new Date(job.changedAt),
        summary: titleOf(job),
        description: oneLine(about),
      })
      if (job.readyAt && job.waitsFor) {
        const ready = new Date(job.readyAt)
        calendar.createEvent({
          id: `ready-${job.id}@kevro`,
          start: ready,
          end: ready,
          stamp: new Date(job.changedAt),
          summary: `${titleOf(job)}: ${WAITS_NAMES[job.waitsFor]} until now`,
        })
      }
    }
    response.setHeader('Content-Disposition', 'inline; filename="kevro.ics"')
    response.type('text/calendar').send(calendar.toString())
  })
  return router
}
