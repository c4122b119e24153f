// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it } from 'vitest'
import { defineComponent, h, ref } from 'vue'
import { createVuetify } from 'vuetify'
import * as components from 'vuetify/components'
import { z } from 'zod'
import PlainNumber from './PlainNumber.vue'

const vuetify = createVuetify({ components })
let wrapper: VueWrapper | null = null
afterEach(() => wrapper?.unmount())

/** A field for days over what is kept. */
function field(kept: number | null, of: z.ZodType = z.int().min(1).max(60)) {
  const value = ref(kept)
  const form = defineComponent(
    () => () =>
      h(PlainNumber, {
        ...{ label: 'days', of, modelValue: value.value },
        'onUpdate:modelValue': (v: number | null) => (value.value = v),
      }),
  )
  const w = mount(form, { global: { plugins: [vuetify] }, attachTo: document.body })
  wrapper = w
  const input = w.get('input')
  /** Key by key, as hands do. */
  const type = async (text: string) => {
    await input.trigger('focus')
    for (let n = 1; n <= text.length; n++) await input.setValue(text.slice(0, n))
  }
  return { value, input, type, w }
}
const shown = (f: ReturnType<typeof field>) => (f.input.element as HTMLInputElement).value

describe('a figure that is typed', () => {
  it('is taken as it stands, with a comma or a point', async () => {
    const f = field(7, z.number().min(0).max(60))
    await f.type('12,5')
    expect(f.value.value).toBe(12.5)
    await f.input.trigger('blur')
    expect(shown(f)).toBe('12,5')
  })
  it('that turns out to be none leaves what was kept before it, not its beginning', async () => {
    const f = field(7)
    await f.type('31 days')
    expect(f.w.text()).toContain('Type a number.')
    expect(f.value.value).toBe(7)
    // It stays as typed until it is put right.
    await f.input.trigger('blur')
    expect(shown(f)).toBe('31 days')
    await f.type('31')
    expect(f.value.value).toBe(31)
    expect(f.w.text()).not.toContain('Type a number.')
  })
  it('that turns out to be too large leaves what was kept before it', async () => {
    const f = field(7)
    await f.type('610')
    expect(f.value.value).toBe(7)
    await f.input.trigger('blur')
    await f.input.trigger('focus')
    await f.type('61')
    expect(f.value.value).toBe(7)
  })
})
