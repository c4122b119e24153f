import { Router } from 'express'
import ical, { ICalCalendarMethod } from 'ical-generator'
import { PROFILES } from '#core/sports/sports.ts'
import type { JobSummary } from '#contract/entities.ts'
import { WAITS_NAMES } from '#contract/messages/build.ts'
import type { Database } from '../db/database.ts'
import { listDue } from '../queries/jobs.ts'
import { oneShop } from '../queries/shop.ts'

const DAY_MS = 86400000
/** The start page looks a week ahead, the calendar a year. */
const WEEK = 8
const YEAR = 366
/** A job is handed over in so many minutes. */
const HANDOVER_MIN = 30

const titleOf = (job: JobSummary) => [`Job ${job.number}`, job.playerName, job.frameLabel].filter(Boolean).join(' · ')

/** What is promised, and the same as a calendar that other programs on this machine can read. */
export function dayRoutes(db: Database, now: () => Date): Router {
  const router = Router()
  const until = (days: number) => new Date(now().getTime() + days * DAY_MS)
  router.get('/day', async (_request, response) => {
    response.json(await listDue(db, until(WEEK)))
  })
  router.get('/calendar.ics', async (_request, response) => {
    const [shop, day] = await Promise.all([oneShop(db), listDue(db, until(YEAR))])
    const calendar = ical({ name: shop.name, method: ICalCalendarMethod.PUBLISH, prodId: '//Kevro//day//EN', ttl: 900 })
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
        description: about,
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
