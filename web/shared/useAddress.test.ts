// @vitest-environment happy-dom
import { mount } from '@vue/test-utils'
import { describe, expect, it } from 'vitest'
import { defineComponent, h } from 'vue'
import { createMemoryHistory, createRouter, RouterView } from 'vue-router'
import { useAddress } from './useAddress.ts'

describe('a search in the address', () => {
  it('is kept there, but never calls off that somebody goes to another page', async () => {
    let keep: (query: Record<string, string>) => void = () => {}
    const List = defineComponent({
      setup() {
        keep = useAddress().keep
        return () => h('p', 'list')
      },
    })
    let arrive = () => {}
    const slow = new Promise<void>((go) => (arrive = go))
    const Page = defineComponent({ render: () => h('p', 'page') })
    const router = createRouter({
      history: createMemoryHistory(),
      routes: [
        { path: '/', component: List },
        // A page whose code has yet to come.
        { path: '/page', component: () => slow.then(() => Page) },
      ],
    })
    await router.push('/')
    mount({ render: () => h(RouterView) }, { global: { plugins: [router] } })
    await router.isReady()
    keep({ find: 'qu' })
    await expect.poll(() => router.currentRoute.value.fullPath).toBe('/?find=qu')
    const going = router.push('/page')
    await new Promise((done) => setTimeout(done, 5))
    keep({ find: 'quill' })
    arrive()
    await going
    expect(router.currentRoute.value.fullPath).toBe('/page')
  })
})
