// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia, setActivePinia } from 'pinia'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { createVuetify } from 'vuetify'
import * as components from 'vuetify/components'
import { notTaken } from '../browser/notTaken.ts'
import { useShop } from '../stores/shop.ts'
import ToleranceField from './ToleranceField.vue'

const vuetify = createVuetify({ components })
let wrapper: VueWrapper | null = null
function field(quantity: string, tolerance: number, units: { mass: string; balance: string; length: string }) {
  const pinia = createPinia()
  setActivePinia(pinia)
  vi.spyOn(useShop(), 'units', 'get').mockReturnValue(units as never)
  wrapper = mount(ToleranceField as never, {
    props: { quantity, tolerance } as never,
    global: { plugins: [pinia, vuetify] },
  })
  return wrapper
}
const shown = (w: VueWrapper) => (w.get('input').element as HTMLInputElement).value
afterEach(() => wrapper?.unmount())

const METRIC = { mass: 'g', balance: 'cm', length: 'cm' }
const IMPERIAL = { mass: 'oz', balance: 'points', length: 'in' }

describe('the tolerance of a target', () => {
  it('is shown and typed in the shop’s units, and kept in core units', async () => {
    const mass = field('mass', 1.4175, IMPERIAL)
    expect(shown(mass)).toBe('0.05')
    expect(mass.text()).toContain('oz')
    await mass.get('input').setValue('0.1')
    expect((mass.emitted('change')!.at(-1) as number[])[0]).toBeCloseTo(2.835, 3)
    mass.unmount()
    // A point is an eighth of an inch.
    const balance = field('balance', 0.3175, IMPERIAL)
    expect(shown(balance)).toBe('1')
    expect(balance.text()).toContain('points')
    await balance.get('input').setValue('0,5')
    expect((balance.emitted('change')!.at(-1) as number[])[0]).toBeCloseTo(0.15875, 6)
  })
  it('says what is wrong with it and keeps the one of before', async () => {
    const w = field('mass', 1, METRIC)
    await w.get('input').setValue('wide')
    expect(w.text()).toContain('Type a number.')
    // Beside it nothing says that all is saved.
    expect(notTaken.size).toBe(1)
    await w.get('input').setValue('0')
    expect(w.text()).toContain('From 0.001 to 100.')
    expect(w.emitted('change')).toBeUndefined()
    await w.get('input').setValue('')
    await w.get('input').trigger('blur')
    expect(shown(w)).toBe('1')
    expect(notTaken.size).toBe(0)
    expect(w.emitted('change')).toBeUndefined()
  })
})
