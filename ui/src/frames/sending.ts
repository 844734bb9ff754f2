import { reactive } from 'vue'
import { api, ask, Problem, words } from '../api/client'

/** A part of a file as it is sent, bytes: the server takes no larger one. */
const PART = 4 * 1024 * 1024
/** How long to wait before a part is sent again, ms, longer each time. */
const WAITS = [500, 1000, 2000, 4000, 8000]

/** A file that is being sent. */
export interface Going {
  path: string
  file: File
  has: number
  kept: boolean
}

/** What is being sent to one shoot. It goes on while other screens are looked at. */
export interface Sending {
  card: string
  files: Going[]
  on: boolean
  why: string
  began: number
  beganWith: number
}

const all = new Map<string, Sending>()

/** What is being sent to a shoot. */
export function sendingOf(shoot: string): Sending {
  let s = all.get(shoot)
  if (!s) all.set(shoot, (s = reactive({ card: '', files: [], on: false, why: '', began: 0, beganWith: 0 })))
  return s
}

const total = (s: Sending) => s.files.reduce((n, f) => n + f.file.size, 0)
const done = (s: Sending) => s.files.reduce((n, f) => n + (f.kept ? f.file.size : f.has), 0)

/** How far it is: bytes, and how long the rest takes at the rate so far, s. */
export function progressOf(s: Sending, now = Date.now()) {
  const bytes = total(s)
  const has = done(s)
  const seconds = (now - s.began) / 1000
  const rate = seconds > 0.5 ? (has - s.beganWith) / seconds : 0
  return { bytes, has, rate, leftS: rate > 0 ? (bytes - has) / rate : 0, kept: s.files.filter((f) => f.kept).length }
}

/** Names for files, each once: a phone calls many of its pictures the same. */
export function namesFor(files: File[]): string[] {
  const seen = new Map<string, number>()
  return files.map((f) => {
    const name = (f.webkitRelativePath || f.name).replace(/^\/+/, '')
    const n = (seen.get(name) ?? 0) + 1
    seen.set(name, n)
    if (n === 1) return name
    const dot = name.lastIndexOf('.')
    return dot > 0 ? `${name.slice(0, dot)} [${n}]${name.slice(dot)}` : `${name} [${n}]`
  })
}

/** Files that are no pictures of anybody's: what systems leave in folders. */
const leavings = /(^|\/)(\.|Thumbs\.db$|desktop\.ini$)/i

/** Sends files to a shoot; with a card's key, goes on with that one. */
export async function send(shoot: string, chosen: File[], card = '') {
  const s = sendingOf(shoot)
  if (s.on) return
  const files = chosen.filter((f) => !leavings.test(f.webkitRelativePath || f.name))
  if (!files.length) {
    s.why = 'There is no picture among what was chosen.'
    return
  }
  const names = namesFor(files)
  s.why = ''
  s.on = true
  s.files = files.map((file, i) => ({ path: names[i]!, file, has: 0, kept: false }))
  addEventListener('beforeunload', stay)
  try {
    const begun = await ask(
      api.POST('/api/shoots/{id}/sending', {
        params: { path: { id: shoot } },
        body: {
          card,
          name: folderOf(names),
          files: s.files.map((f) => ({
            path: f.path,
            bytes: f.file.size,
            modified: new Date(f.file.lastModified).toISOString(),
          })),
        },
      }),
    )
    s.card = begun.id
    await whatHasCome(s)
    s.began = Date.now()
    s.beganWith = done(s)
    const todo = s.files.filter((f) => !f.kept)
    await Promise.all(
      [0, 1].map(async () => {
        for (let f = todo.shift(); f && s.on; f = todo.shift()) await one(s, f)
      }),
    )
  } catch (e) {
    s.why = words(e)
  } finally {
    s.on = false
    removeEventListener('beforeunload', stay)
  }
}

/** Stops after the part that is on its way. */
export function stopSending(shoot: string) {
  const s = sendingOf(shoot)
  s.on = false
  s.why = 'Stopped. What has come is kept; choose the same files to go on.'
}

function stay(e: BeforeUnloadEvent) {
  e.preventDefault()
}

const folderOf = (names: string[]) => {
  const top = names[0]?.split('/')[0] ?? ''
  return names.every((n) => n.startsWith(top + '/')) ? top : ''
}

/** Asks how much of each file has come already. */
async function whatHasCome(s: Sending) {
  const by = new Map(s.files.map((f) => [f.path, f]))
  for (let after = ''; ;) {
    const part = await ask(
      api.GET('/api/copies/{id}/files', { params: { path: { id: s.card }, query: { after, limit: 5000 } } }),
    )
    for (const f of part) {
      const g = by.get(f.path)
      if (!g) continue
      g.kept = f.copies > 1
      g.has = g.kept ? f.bytes : f.has
    }
    if (part.length < 5000) return
    after = part[part.length - 1]!.path
  }
}

/** Sends one file, part by part; a part that does not arrive is sent again. */
async function one(s: Sending, f: Going) {
  for (let tries = 0; s.on && !f.kept;) {
    const part = f.file.slice(f.has, f.has + PART)
    try {
      const r = await put(s.card, f.path, f.has, part)
      f.has = r.has
      f.kept = r.kept
      tries = 0
    } catch (e) {
      const again = e instanceof Problem && (e.passing || e.message.includes('sent again'))
      if (!again || tries >= WAITS.length) throw e
      s.why = 'The studio does not answer; trying again.'
      await new Promise((r) => setTimeout(r, WAITS[tries++]))
      if (s.on) s.why = ''
    }
  }
}

async function put(card: string, path: string, at: number, part: Blob) {
  const sum = await sumOf(part)
  return ask(
    api.PUT('/api/copies/{id}/part', {
      params: { path: { id: card }, query: { path, at, sum } },
      headers: { 'Content-Type': 'application/octet-stream' },
      body: part as unknown as string,
      bodySerializer: (b: unknown) => b as Blob,
    }),
  )
}

/** A part's SHA-256; empty where a browser tells none, over http from another machine. */
async function sumOf(part: Blob): Promise<string> {
  if (!globalThis.crypto?.subtle) return ''
  const sum = await crypto.subtle.digest('SHA-256', await part.arrayBuffer())
  return [...new Uint8Array(sum)].map((b) => b.toString(16).padStart(2, '0')).join('')
}

/** The files of what was dropped, with those in its folders. */
export async function dropped(items: DataTransferItemList): Promise<File[]> {
  const out: File[] = []
  const walk = async (e: FileSystemEntry, folder: string): Promise<void> => {
    if (e.isFile) {
      const f = await new Promise<File>((yes, no) => (e as FileSystemFileEntry).file(yes, no))
      if (folder) Object.defineProperty(f, 'webkitRelativePath', { value: folder + f.name })
      out.push(f)
      return
    }
    const reader = (e as FileSystemDirectoryEntry).createReader()
    for (;;) {
      const part = await new Promise<FileSystemEntry[]>((yes, no) => reader.readEntries(yes, no))
      if (!part.length) return
      for (const x of part) await walk(x, folder + e.name + '/')
    }
  }
  const entries = [...items].map((i) => i.webkitGetAsEntry()).filter((e) => e !== null)
  for (const e of entries) await walk(e, '')
  return out
}
