// @vitest-environment happy-dom
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { effectScope, nextTick, ref } from 'vue'
import { useBegun, useSetting, useTyped } from './settings.ts'

let scope = effectScope()
/** The page anew: what it knows, it has from the browser. */
const page = <T>(open: () => T): T => {
  scope.stop()
  scope = effectScope()
  return scope.run(open)!
}
const labels = () => useSetting<{ sheet: string | null; at: number }>('labels', { sheet: null, at: 1 })

beforeEach(() => {
  localStorage.clear()
  sessionStorage.clear()
})
afterEach(() => vi.restoreAllMocks())

describe('what this machine remembers', () => {
  it('is as usual until somebody says otherwise, then as it was said', () => {
    const first = page(labels)
    expect(first.value).toEqual({ sheet: null, at: 1 })
    expect(localStorage.length).toBe(0)
    first.value.at = 3
    expect(page(labels).value).toEqual({ sheet: null, at: 3 })
  })
  it('of an earlier Kevro has what that one did not know as usual', () => {
    localStorage.setItem('labels', '{"sheet":"A4"}')
    expect(page(labels).value).toEqual({ sheet: 'A4', at: 1 })
  })
  it.each(['{"sheet":', 'null', '7', '[]'])(
    'that cannot be read any more (%s) is as usual, and can be said anew',
    (text) => {
      localStorage.setItem('labels', text)
      const found = page(labels)
      expect(found.value).toEqual({ sheet: null, at: 1 })
      found.value = { sheet: 'A4', at: 2 }
      expect(page(labels).value).toEqual({ sheet: 'A4', at: 2 })
    },
  )
  it('is kept for as long as the page is open where the browser keeps nothing', () => {
    vi.spyOn(window, 'localStorage', 'get').mockImplementation(() => {
      throw new DOMException('denied', 'SecurityError')
    })
    const found = page(labels)
    found.value.at = 5
    expect(found.value.at).toBe(5)
    vi.restoreAllMocks()
    vi.spyOn(Storage.prototype, 'setItem').mockImplementation(() => {
      throw new DOMException('full', 'QuotaExceededError')
    })
    const full = page(labels)
    full.value = { sheet: 'A4', at: 9 }
    expect(full.value.at).toBe(9)
  })
})

describe('what is begun', () => {
  it('has one list for each name, and none of them is another’s', async () => {
    const of = ref('mass')
    const points = page(() => useBegun<number[]>(() => `points-${of.value}`, []))
    points.value = [100]
    of.value = 'balance'
    await nextTick()
    expect(points.value).toEqual([])
    points.value = [33]
    of.value = 'mass'
    expect(points.value).toEqual([100])
  })
})

describe('what was typed', () => {
  it('stands there after a reload as it was typed, until it is taken', () => {
    const text = page(() => useTyped('mass', null))
    expect(text.value).toBeNull()
    text.value = '322,1 g?'
    expect(page(() => useTyped('mass', null)).value).toBe('322,1 g?')
    scope.run(() => (useTyped('mass', null).value = null))
    expect(sessionStorage.getItem('mass')).toBeNull()
  })
})
