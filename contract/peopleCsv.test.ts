import { expect, it } from 'vitest'
import { unknownPlayer } from '#core/player/facts.ts'
import { MOST_PEOPLE, readPeople, writePeople } from './peopleCsv.ts'

const today = '2026-11-26'
it('reads what a list says of people, whatever separates the cells, and leaves unknown columns aside', () => {
  const text =
    '\ufeffName;Born;Level;Hours a week;Shoe size\r\nIlse Varn;2012-05-03;Club;3,5;38\r\n;;;;\r\nOdo Pell;;;;\r\n'
  expect(readPeople(text, today)).toEqual({
    rows: [
      { line: 2, facts: { name: 'Ilse Varn', born: '2012-05-03', level: 'club', hoursPerWeek: 3.5 } },
      { line: 4, facts: { name: 'Odo Pell' } },
    ],
    problems: [{ line: 3, message: 'There is no name.' }],
  })
})
it('says row by row what cannot be so', () => {
  const text = 'name,born,age,level,hand\nA,2031,,,\nB,,200,,\nC,,,expert,\nD,,,,both\nE,3.5.2012,,,\nF,,,,left'
  const { rows, problems } = readPeople(text, today)
  expect(rows.map((r) => r.facts.name)).toEqual(['F'])
  expect(problems.map((p) => p.message)).toEqual([
    'The birth 2031 is still to come.',
    '“200” is no number from 3 to 110.',
    '“expert” is none of beginner, club, strong, competition.',
    '“both” is none of right, left.',
    '“3.5.2012” is no birth: a year, or a day as 2012-05-03.',
  ])
})
it('a file of something else, and one far too long, are told apart from people', () => {
  expect(readPeople('mass,balance\n1,2', today).problems[0].message).toContain('There is no column “name”')
  const long = `name\n${Array.from({ length: MOST_PEOPLE + 1 }, (_, i) => `P${i}`).join('\n')}`
  expect(readPeople(long, today)).toMatchObject({
    rows: [],
    problems: [{ message: expect.stringContaining('too many') }],
  })
})
it('what goes out comes in again as the same', () => {
  const facts = { ...unknownPlayer('=Odd, "Name"'), born: '1999', level: 'strong' as const, hand: 'left' as const, wants: 'two\nlines' } // prettier-ignore
  const [row] = readPeople(writePeople([{ ...facts, jobs: 3, seen: '2026-01-02' }]), today).rows
  expect(row.facts).toEqual({ name: facts.name, born: '1999', level: 'strong', hand: 'left', wants: 'two\nlines' })
})
