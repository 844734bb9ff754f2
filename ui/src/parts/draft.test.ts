import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest'
import { createApp, defineComponent, ref, type App, type Ref } from 'vue'
import { Problem } from '../api/client'
import { useDraft, type Draft } from './draft'

type Doc = { words: string; more?: string; lines?: { n: number }[] }
type Sent = { v: Doc; version: number; of: string; done: (version: number) => void; fail: (p: Problem) => void }

let app: App
let draft: Draft<Doc>
let of: Ref<string>
let sent: Sent[]

function show() {
  app = createApp(
    defineComponent({
      setup() {
        draft = useDraft<Doc>({
          kind: 'test',
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
}

beforeEach(() => {
  vi.useFakeTimers()
  localStorage.clear()
  sent = []
  of = ref('plate')
  show()
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
    expect(draft.clashes.value).toMatchObject([{ path: ['words'], mine: 'mine', theirs: 'theirs' }])
    void draft.choose('mine')
    await settle()
    expect(sent[2]).toMatchObject({ v: { words: 'mine' }, version: 9 })
  })

  it('puts different fields of two windows together by itself', async () => {
    draft.load({ words: 'w', more: 'm' }, 1)
    type('mine')
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.fail(new Problem(409, 'First.', [], { value: { words: 'w', more: 'theirs' }, version: 4 }))
    await settle()
    expect(sent[1]).toMatchObject({ v: { words: 'mine', more: 'theirs' }, version: 4 })
    sent[1]!.done(5)
    await settle()
    expect(draft.state.value).toBe('saved')
    expect(draft.value.value).toEqual({ words: 'mine', more: 'theirs' })
  })

  it('keeps what only they changed when mine is kept, and what only I changed when theirs is taken', async () => {
    for (const whose of ['mine', 'theirs'] as const) {
      sent.length = 0
      localStorage.clear()
      of.value = 'for ' + whose
      draft.load({ words: 'w', more: 'm', lines: [{ n: 1 }] }, 1)
      draft.value.value!.lines![0]!.n = 2
      type('mine')
      await vi.advanceTimersByTimeAsync(100)
      const current = { value: { words: 'theirs', more: 'theirs', lines: [{ n: 1 }] }, version: 4 }
      sent[0]!.fail(new Problem(409, 'First.', [], current))
      await settle()
      void draft.choose(whose)
      await settle()
      expect(sent[1]!.v).toEqual({ words: whose, more: 'theirs', lines: [{ n: 2 }] })
      sent[1]!.done(5)
      await settle()
    }
  })

  it('saves the fields that are right while one is refused, and goes on saying so', async () => {
    draft.load({ words: 'w', more: 'm' }, 1)
    draft.value.value!.more = 'good'
    type('bad')
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.fail(new Problem(422, 'No.', [{ field: 'doc.words', words: 'No.' }]))
    await settle()
    expect(sent[1]).toMatchObject({ v: { words: 'w', more: 'good' }, version: 1 })
    sent[1]!.done(2)
    await settle()
    expect(draft.state.value).toBe('refused')
    expect(draft.about('words')).toBe('No.')
    expect(draft.value.value).toEqual({ words: 'bad', more: 'good' })
    type('better')
    await vi.advanceTimersByTimeAsync(100)
    expect(sent[2]).toMatchObject({ v: { words: 'better', more: 'good' }, version: 2 })
  })

  it('sends what mends a field while its refusal is still under way', async () => {
    draft.load({ words: 'w', more: 'm' }, 1)
    type('bad')
    await vi.advanceTimersByTimeAsync(100)
    type('w') // the reading had said so already
    sent[0]!.fail(new Problem(422, 'No.', [{ field: 'doc.words', words: 'No.' }]))
    await settle()
    expect(sent[1]).toMatchObject({ v: { words: 'w', more: 'm' }, version: 1 })
    sent[1]!.done(2)
    await settle()
    expect(draft.state.value).toBe('saved')
    expect(draft.about('words')).toBe('')
  })

  it('has what was typed and not saved again after a reload, over what is there by then', async () => {
    draft.load({ words: 'w', more: 'm' }, 1)
    type('typed')
    app.unmount() // the machine fell: nothing was answered
    sent.length = 0
    show()
    draft.load({ words: 'w', more: 'newer' }, 2)
    expect(draft.value.value).toEqual({ words: 'typed', more: 'newer' })
    await vi.advanceTimersByTimeAsync(100)
    expect(sent[0]).toMatchObject({ v: { words: 'typed', more: 'newer' }, version: 2 })
    sent[0]!.done(3)
    await settle()
    expect(localStorage.length).toBe(0)
  })

  it('asks before the page is left while something is unsaved, and only then', async () => {
    const asks = () => {
      const e = new Event('beforeunload', { cancelable: true })
      window.dispatchEvent(e)
      return e.defaultPrevented
    }
    draft.load({ words: '' }, 1)
    expect(asks()).toBe(false)
    type('a')
    expect(asks()).toBe(true)
    await vi.advanceTimersByTimeAsync(100)
    sent[0]!.done(2)
    await settle()
    expect(asks()).toBe(false)
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
