// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { afterEach, describe, expect, it, vi } from 'vitest'
import { defineComponent } from 'vue'
import { useChoices } from './useChoices.ts'

const ALL = ['Alba', 'Bern', 'Cora', 'Zoe Last'].map((name, i) => ({ id: `p${i}`, name }))
/** A field that asks a server which knows four names. */
function field() {
  const asked: string[] = []
  vi.stubGlobal('fetch', async (url: string) => {
    const find = new URL(url, 'http://127.0.0.1').searchParams.get('find') ?? ''
    asked.push(find)
    return new Response(JSON.stringify(ALL.filter((c) => c.name.toLowerCase().includes(find.toLowerCase()))))
  })
  let made: ReturnType<typeof useChoices>
  mount(
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
afterEach(() => vi.unstubAllGlobals())

describe('choices while typing', () => {
  it('are what fits', async () => {
    const { type, names } = field()
    await expect.poll(names).toHaveLength(4)
    type('er')
    await expect.poll(names).toEqual(['Bern'])
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
