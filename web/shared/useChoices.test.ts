// @vitest-environment happy-dom
import { mount, type VueWrapper } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'
import { useChoices } from './useChoices.ts'

const ALL = ['Alba', 'Bern', 'Cora', 'Zoe Last'].map((name, i) => ({ id: `p${i}`, name }))
let wrapper: VueWrapper
/** A field that asks a server which knows four names. */
function field() {
  const asked: string[] = []
  vi.stubGlobal('fetch', async (url: string) => {
    const find = new URL(url, 'http://127.0.0.1').searchParams.get('find') ?? ''
    asked.push(find)
    return new Response(JSON.stringify(ALL.filter((c) => c.name.toLowerCase().includes(find.toLowerCase()))))
  })
  let made: ReturnType<typeof useChoices>
  wrapper = mount(
    defineComponent({
      setup() {
        made = useChoices(() => '/players?', 'Nobody')
        return () => null
      },
    }),
  )
  const names = () => made.choices.value.map((c) => c.name)
  return { type: (text: string) => (made.typed.value = text), names, asked }
}
afterEach(() => {
  wrapper.unmount()
  vi.unstubAllGlobals()
})

describe('choices while typing', () => {
  it('are what fits', async () => {
    const { type, names, asked } = field()
    await expect.poll(names).toHaveLength(4)
    type('er')
    await expect.poll(() => asked).toEqual(['', 'er'])
    await expect.poll(names).toEqual(['Bern'])
  })
  it('before the answer is there, none that does not fit: a quick hand chooses what it typed', async () => {
    const { type, names, asked } = field()
    await expect.poll(names).toHaveLength(4)
    type('zo')
    expect(names()).toEqual(['Zoe Last'])
    type('zq')
    expect(names()).toEqual([])
    expect(asked).toEqual([''])
    await expect.poll(() => asked).toEqual(['', 'zq'])
  })
  it('of a whole name, typed or chosen, are all of them, that one first', async () => {
    const { type, names, asked } = field()
    await expect.poll(names).toHaveLength(4)
    type('Zoe Last')
    await expect.poll(names).toEqual(['Zoe Last', 'Alba', 'Bern', 'Cora'])
    expect(asked).toEqual(['', ''])
    type('Nobody')
    await expect.poll(() => names()[0]).toBe('Alba')
  })
})
