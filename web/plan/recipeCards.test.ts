import { describe, expect, it } from 'vitest'
import { usualRequest } from '#core/planning/fixtures/fixtures.ts'
import { turnedOwn, type OwnRecipe } from '#core/planning/offers/ownRecipes.ts'
import { turnedRecipes } from '#core/planning/offers/recipes.ts'
import { feelText, numbersAfter, recipeCards } from './recipeCards.ts'

const request = { ...usualRequest(), target: {} }
const ours: OwnRecipe = {
  id: 'own-1',
  name: 'Ours',
  sport: 'tennis',
  parts: [
    { zoneId: 'tip', place: 'Tip', materialId: 'gone', kind: 'tape', massG: 2, edges: 2 },
    { zoneId: 'heel', place: 'Heel of the shop', materialId: 'putty', kind: 'fill', massG: 3 },
  ],
}

describe('recipe cards', () => {
  it('the shop’s own first, with what is missing or stands in said; practice’s own by their names', () => {
    const turned = { known: turnedRecipes(request, 'mass', 8), own: turnedOwn(request, 'mass', 5, [ours]) }
    const cards = recipeCards(turned, request.materials)
    expect(cards[0]).toMatchObject({ name: 'Ours', own: true, description: 'Tip 2.0 g, Heel of the shop 3.0 g' })
    const used = cards[0].plan.cuts[0].materialId
    expect(cards[0].notes).toEqual([
      'Without Heel of the shop 3.0 g: no such place is open here, or nothing in the drawer goes there.',
      `Tip: ${used} instead of what it was made with.`,
    ])
    expect(cards.slice(1).every((c) => !c.own && c.name.length > 0)).toBe(true)
    expect(cards.find((c) => c.id === 'leather')!.notes.join()).toMatch(/^$|Weighs what it weighs/)
  })
  it('numbers with their changes, and what a player will notice', () => {
    const [{ plan }] = turnedOwn(request, 'swingWeight', 12, [ours])
    const numbers = numbersAfter(request.state, plan.result, { mass: 'g', balance: 'cm', length: 'cm' }, 68.6)
    expect(numbers.find((n) => n.quantity === 'swingWeight')!.by).toMatch(/^\+1[12]\.\d$/)
    expect(feelText(request.state, plan.result)).toMatch(/^Likely noticed: .*slower to bring round/)
    expect(feelText(request.state, request.state)).toBe('Hardly to be noticed.')
  })
})
