// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { createPinia } from 'pinia'
import { afterEach, beforeEach, describe, expect, it } from 'vitest'
import { createVuetify } from 'vuetify'
import * as components from 'vuetify/components'
import QuantityField from './QuantityField.vue'
import QuantityRow from './QuantityRow.vue'

const vuetify = createVuetify({ components })
let wrapper: VueWrapper | null = null
const field = (props: Record<string, unknown>) => {
  wrapper = mount(QuantityField as never, {
    props: { quantity: 'mass', lengthCm: 68.58, label: 'Weight', keep: 'test', ...props } as never,
    global: { plugins: [createPinia(), vuetify] },
  })
  return wrapper
}
const type = async (w: VueWrapper, text: string) => {
  await w.get('input').trigger('focus')
  await w.get('input').setValue(text)
  await w.get('input').trigger('keydown', { key: 'Enter' })
}
beforeEach(() => sessionStorage.clear())
afterEach(() => {
  wrapper?.unmount()
  wrapper = null
})

describe('a number field', () => {
  it('takes a number once, on Enter, in core units, with what was typed, and goes on', async () => {
    const w = field({ oneAfterAnother: true })
    await type(w, '11 1/4 oz')
    const [[value, typed]] = w.emitted('commit') as [[number, string]]
    expect(value).toBeCloseTo(318.932, 3)
    expect(typed).toBe('11 1/4 oz')
    expect(w.emitted('next')).toHaveLength(1)
    expect((w.get('input').element as HTMLInputElement).value).toBe('')
  })
  it('keeps what it cannot read, with the reason, also for the next time', async () => {
    const w = field({ oneAfterAnother: true })
    await type(w, 'heavyish')
    expect(w.emitted('commit')).toBeUndefined()
    expect(w.emitted('next')).toBeUndefined()
    expect(w.text()).toContain('“heavyish” cannot be read as a number')
    w.unmount()
    expect((field({ oneAfterAnother: true }).get('input').element as HTMLInputElement).value).toBe('heavyish')
  })
  it('does not take the same value again, and says when it is emptied', async () => {
    const w = field({ modelValue: 322.1 })
    expect((w.get('input').element as HTMLInputElement).value).toBe('322.1')
    await type(w, '322.1')
    expect(w.emitted('commit')).toBeUndefined()
    await type(w, '')
    expect(w.emitted('cleared')).toHaveLength(1)
  })
  it('follows the value from outside, but not while it is typed in', async () => {
    const w = field({ modelValue: 322.1 })
    await w.setProps({ modelValue: 330 })
    expect((w.get('input').element as HTMLInputElement).value).toBe('330.0')
    await w.get('input').trigger('focus')
    await w.get('input').setValue('33')
    await w.setProps({ modelValue: 340 })
    expect((w.get('input').element as HTMLInputElement).value).toBe('33')
  })
  it('refuses points without their sense and the wrong kind of unit', async () => {
    await type(field({ quantity: 'balance' }), '6 pts')
    expect(wrapper!.text()).toContain('6 HL or 2 HH')
    wrapper!.unmount()
    sessionStorage.clear()
    await type(field({}), '32 cm')
    expect(wrapper!.text()).toContain('does not measure this')
  })
})

describe('a row of the numbers', () => {
  const row = (props: Record<string, unknown>) => {
    wrapper = mount(QuantityRow as never, {
      props: {
        quantity: 'swingWeight',
        lengthCm: 68.58,
        measured: null,
        predicted: null,
        target: null,
        references: [],
        final: false,
        ...props,
      } as never,
      global: { plugins: [createPinia(), vuetify] },
    })
    return wrapper
  }
  const est = (value: number, u = 0.5) => ({ value, u })
  it('says not measured rather than showing a number that is not there', () => {
    const w = row({})
    expect(w.text()).toContain('not measured')
    expect(w.find('svg.scale').exists()).toBe(false)
  })
  it('shows measured, predicted, target and references each with their own mark', () => {
    const w = row({
      measured: est(321),
      predicted: est(339),
      target: { value: 340, tolerance: 2 },
      references: [{ name: 'R', estimate: est(350, 1) }],
    })
    for (const mark of ['.measured-mark', '.predicted-mark', '.target-mark', '.published-mark', '.band'])
      expect(w.findAll(mark), mark).toHaveLength(1)
    expect(w.get('.gap').text()).toBe('−1.0 inside')
    expect(w.get('section').attributes('aria-label')).toContain('target 340.0 kg·cm² plus or minus 2.0')
  })
  it('is off target beyond the tolerance, and judges the final reading when there is one', () => {
    const target = { value: 340, tolerance: 2 }
    expect(
      row({ measured: est(345), predicted: est(340), target })
        .get('.gap')
        .text(),
    ).toBe('±0.0 inside')
    wrapper!.unmount()
    expect(
      row({ measured: est(345), predicted: est(340), target, final: true })
        .get('.gap')
        .text(),
    ).toBe('+5.0 off target')
  })
})
