import { describe, expect, it, vi } from 'vitest'
import { createApp, defineComponent, h, nextTick, ref } from 'vue'
import { enter, keysNow, useKeys } from './keys'

const press = (key: string, more: KeyboardEventInit = {}) =>
  window.dispatchEvent(new KeyboardEvent('keydown', { key, cancelable: true, ...more }))

describe('keys', () => {
  it('are the innermost part’s where two know the same one, whichever was shown first', () => {
    const outer = vi.fn()
    const inner = vi.fn()
    const only = vi.fn()
    const Screen = defineComponent({
      setup: () => (useKeys([{ key: 'c', does: 'Put the card in or out', run: inner }]), () => null),
    })
    const House = defineComponent({
      setup: () => (
        useKeys([
          { key: 'c', does: 'The cupboard', run: outer },
          { key: 'x', does: 'Something else', run: only },
        ]),
        () => h(Screen)
      ),
    })
    const app = createApp(House)
    app.mount(document.createElement('div')) // the screen is mounted before the house round it
    press('c')
    press('x')
    expect([outer, inner, only].map((f) => f.mock.calls.length)).toEqual([0, 1, 1])
    expect(keysNow.value.map((k) => k.does)).toEqual(['Put the card in or out', 'Something else'])
    app.unmount()
    press('c')
    expect(inner).toHaveBeenCalledTimes(1)
    expect(keysNow.value).toEqual([])
  })

  it('that stand twice in one scope are a mistake', () => {
    const key = { key: 'k', does: 'a', run: () => undefined }
    expect(() => enter([key, { ...key, does: 'b' }], 1)).toThrow('stands twice')
  })

  it('are left alone while something is typed, with Alt, or when somebody else took the press', () => {
    const run = vi.fn()
    const out = enter([{ key: 'n', does: 'New', run }], 1)
    const field = document.body.appendChild(document.createElement('input'))
    field.dispatchEvent(new KeyboardEvent('keydown', { key: 'n', bubbles: true }))
    press('n', { altKey: true })
    press('n', { ctrlKey: true })
    expect(run).not.toHaveBeenCalled()
    press('n')
    expect(run).toHaveBeenCalledTimes(1)
    out()
    field.remove()
  })

  it('that come before what they act on wait for it, in their order, and go with their screen', async () => {
    const isLoading = ref(true)
    const ran: string[] = []
    const keys = ['j', 's'].map((key) => ({ key, does: key, run: () => void ran.push(key) }))
    const shown = () => {
      const app = createApp(defineComponent({ setup: () => (useKeys(keys, { isLoading }), () => null) }))
      app.mount(document.createElement('div'))
      return app
    }
    const app = shown()
    press('j')
    press('j')
    press('s')
    expect(ran).toEqual([])
    isLoading.value = false
    await nextTick()
    expect(ran).toEqual(['j', 'j', 's'])
    press('s')
    expect(ran).toHaveLength(4)
    app.unmount()

    isLoading.value = true
    const gone = shown()
    press('s')
    gone.unmount()
    isLoading.value = false
    await nextTick()
    expect(ran).toHaveLength(4)
  })
})
