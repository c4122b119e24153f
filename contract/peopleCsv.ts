import { wrongWithBirth } from '#core/player/age.ts'
import { HANDS, LEVELS, type PlayerFacts } from '#core/player/facts.ts'
import { readCsv, writeCsv } from './csv.ts'

/** The columns of a list of people, as they go out and come in. */
export const PEOPLE_COLUMNS = ['name', 'born', 'age', 'level', 'hand', 'hours a week', 'wants'] as const
export const MOST_PEOPLE = 5000

/** What a row says of somebody: only what it says. */
export type PersonRow = Pick<PlayerFacts, 'name'> & Partial<PlayerFacts>
export interface PeopleRead {
  rows: { line: number; facts: PersonRow }[]
  problems: { line: number; message: string }[]
}

export function writePeople(people: readonly (PlayerFacts & { jobs: number; seen: string })[]): string {
  return writeCsv(
    [...PEOPLE_COLUMNS, 'jobs', 'last here'],
    people.map((p) => [p.name, p.born, p.age, p.level, p.hand, p.hoursPerWeek, p.wants, p.jobs, p.seen]),
  )
}

/** What separates the cells of a first line. */
const separatorOf = (text: string) => {
  const first = text.slice(0, text.search(/[\r\n]|$/))
  const count = (mark: string) => first.split(mark).length - 1
  return [',', ';', '\t'].reduce((a, b) => (count(b) > count(a) ? b : a))
}

type Read = { value: Partial<PlayerFacts> } | { wrong: string }
const oneOf = <T extends string>(all: readonly T[], field: keyof PlayerFacts, cell: string): Read => {
  const found = all.find((v) => v === cell.toLowerCase())
  return found ? { value: { [field]: found } } : { wrong: `“${cell}” is none of ${all.join(', ')}.` }
}
const figure = (field: 'age' | 'hoursPerWeek', low: number, high: number, whole: boolean, cell: string): Read => {
  const value = Number(cell.replace(',', '.'))
  const good = Number.isFinite(value) && value >= low && value <= high && (!whole || Number.isInteger(value))
  return good ? { value: { [field]: value } } : { wrong: `“${cell}” is no number from ${low} to ${high}.` }
}
function readCell(column: string, cell: string, today: string): Read {
  switch (column) {
    case 'born': {
      const wrong = wrongWithBirth(cell, today)
      if (wrong === 'future') return { wrong: `The birth ${cell} is still to come.` }
      return wrong ? { wrong: `“${cell}” is no birth: a year, or a day as 2012-05-03.` } : { value: { born: cell } }
    }
    case 'age':
      return figure('age', 3, 110, true, cell)
    case 'hours a week':
      return figure('hoursPerWeek', 0, 60, false, cell)
    case 'level':
      return oneOf(LEVELS, 'level', cell)
    case 'hand':
      return oneOf(HANDS, 'hand', cell)
    case 'wants':
      return { value: { wants: cell.slice(0, 2000) } }
    default:
      return { value: {} }
  }
}

/**
 * People out of a CSV file: each row either whole, or with what is wrong with it. Columns that are not known are left aside; an empty
 * cell says nothing.
 */
export function readPeople(text: string, today: string): PeopleRead {
  const [head = [], ...body] = readCsv(text.replace(/^\ufeff/, ''), separatorOf(text), true)
  const columns = head.map((name) => name.trim().toLowerCase())
  if (!columns.includes('name'))
    return {
      rows: [],
      problems: [{ line: 1, message: `There is no column “name”. Known are: ${PEOPLE_COLUMNS.join(', ')}.` }],
    }
  if (body.length > MOST_PEOPLE)
    return {
      rows: [],
      problems: [
        {
          line: 1,
          message: `${body.length} rows are too many for one go: ${MOST_PEOPLE} at most. Cut the file in parts.`,
        },
      ],
    }
  const out: PeopleRead = { rows: [], problems: [] }
  body.forEach((cells, i) => {
    const line = i + 2
    const name = (cells[columns.indexOf('name')] ?? '').trim()
    if (!name || name.length > 120) {
      out.problems.push({ line, message: name ? 'The name is too long.' : 'There is no name.' })
      return
    }
    const wrongs: string[] = []
    let facts: PersonRow = { name }
    columns.forEach((column, c) => {
      const cell = (cells[c] ?? '').trim()
      if (column === 'name' || cell === '') return
      const found = readCell(column, cell, today)
      if ('wrong' in found) wrongs.push(found.wrong)
      else facts = { ...facts, ...found.value }
    })
    if (wrongs.length > 0) out.problems.push({ line, message: wrongs.join(' ') })
    else out.rows.push({ line, facts })
  })
  return out
}
