import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, defineComponent, ref, type App, type Ref } from 'vue'
import { Problem } from '../api/client'
import { useDraft, type Draft } from './draft'

type Doc = { words: string }
type Sent = { v: Doc; version: number; of: string; done: (version: number) => void; fail: (p: Problem) => void }

let app: App
let draft: Draft<Doc>
let of: Ref<string>
let sent: Sent[]

beforeEach(() => {
  vi.useFakeTimers()
  sent = []
  of = ref('plate')
  app = createApp(
    defineComponent({
      setup() {
        draft = useDraft<Doc>({
          save: (v, version, of) => new Promise((done, fail) => sent.push({ v, version, of, done, fail })),
          theirs: (c) => c as { value: Doc; version: number },
          of: () => of.value,
          waitMs: 100,
        })
        return () => null
      },
    }),
  )
  app.mount(document.createElement('div'))
})
afterEach(() => {
  app.unmount()
  vi.useRealTimers()
})

const type = (words: string) => {
  draft.value.value!.words = words
  draft.touch()
}
const settle = () => vi.advanceTimersByTimeAsync(0)

describe('a draft', () => {
  it('saves a moment after the last change, once', async () => {
    draft.load({ words: '' }, 1)
    type('a')
    await vi.advanceTimersByTimeAsync(60)
    type('ab')
    await vi.advanceTimersByTimeAsync(60)
    expect(sent).toHaveLength(0)
    await vi.advanceTimersByTimeAsync(60)
    expect(sent.map((s) => s.v.words)).toEqual(['ab'])
    expect(draft.state.value).toBe('saving')
    sent[0]!.done(2)
    await settle()
    expect(draft.state.value).toBe('saved')
  })

  it('saves what was typed while it saved, at the version that came back', async () => {
    draft.load({ words: '' }, 1)
    type('a')
    await vi.advanceTimersByTimeAsync(100)
    type('b')
    sent[0]!.done(2)
    await settle()
    expect(sent[1]).toMatchObject({ v: { words: 'b' }, version: 2 })
  })

  it('never gives one document the version of another', async () => {
    draft.load({ words: '' }, 7)
    type('on the plate')
    await vi.advanceTimersByTimeAsync(100)
    of.value = 'glass' // left while its save is in flight
    draft.load({ words: '' }, 1)
    sent[0]!.done(8)
    await settle()
    type('in the glass')
    await vi.advanceTimersByTimeAsync(100)
    expect(sent[1]).toMatchObject({ of: 'glass', version: 1, v: { words: 'in the glass' } })
    expect(sent[0]).toMatchObject({ of: 'plate', version: 7 })
  })

  it('saves an edit younger than the wait when its document is left', async () => {
    draft.load({ words: '' }, 3)
    type('just now')
    of.value = 'glass'
    await settle()
    expect(sent).toHaveLength(1)
    expect(sent[0]).toMatchObject({ of: 'plate', version: 3, v: { words: 'just now' } })
    expect(draft.state.value).toBe('saved')
    expect(draft.value.value).toBeUndefined()
  })

  it('saves what was typed during a save that was in flight when it was left', async () => {
    draft.load({ words: '' }, 3)
    type('first')
    await vi.advanceTimersByTimeAsync(100)
    type('second')
    of.value = 'glass'
    sent[0]!.done(4)
    await settle()
    expect(sent[1]).toMatchObject({ of: 'plate', version: 4, v: { words: 'second' } })
  })

  it('tries again by itself when the studio does not answer, and keeps what was typed', async () => {
    draft.load({ words: '' }, 1)
    type('kept')
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.fail(new Problem(503, 'Not just now.'))
    await settle()
    expect(draft.state.value).toBe('waiting')
    await vi.advanceTimersByTimeAsync(700)
    expect(sent[1]).toMatchObject({ v: { words: 'kept' }, version: 1 })
    sent[1]!.done(2)
    await settle()
    expect(draft.state.value).toBe('saved')
  })

  it('stays refused until something is changed, and stale until one side is chosen', async () => {
    draft.load({ words: '' }, 1)
    type('bad')
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.fail(new Problem(422, 'No.', [{ field: 'words', words: 'No.' }]))
    await settle()
    expect(draft.state.value).toBe('refused')
    expect(draft.about('words')).toBe('No.')
    await vi.advanceTimersByTimeAsync(60_000)
    expect(sent).toHaveLength(1)
    type('mine')
    await vi.advanceTimersByTimeAsync(100)
    sent[1]!.fail(new Problem(409, 'Someone was first.', [], { value: { words: 'theirs' }, version: 9 }))
    await settle()
    expect(draft.state.value).toBe('stale')
    void draft.keepMine()
    await settle()
    expect(sent[2]).toMatchObject({ v: { words: 'mine' }, version: 9 })
  })

  it('does not go back to what was read before its last save was done', async () => {
    draft.load({ words: '' }, 1)
    type('a')
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.done(2)
    await settle()
    draft.load({ words: 'old' }, 1)
    expect(draft.value.value).toEqual({ words: 'a' })
  })
})
