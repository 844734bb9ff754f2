// Writes each file of the built page again, compressed, beside it: the server sends what the
// browser can read without working on it at every request.
import { readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, constants, gzipSync } from 'node:zlib'

const dist = new URL('../dist', import.meta.url).pathname
const worth = /\.(js|css|html|svg|json|txt|map)$/
for (const name of readdirSync(dist, { recursive: true })) {
  const path = join(dist, name)
  if (!worth.test(name) || !statSync(path).isFile()) continue
  const data = readFileSync(path)
  if (data.length < 600) continue
  const params = { [constants.BROTLI_PARAM_QUALITY]: 11, [constants.BROTLI_PARAM_SIZE_HINT]: data.length }
  writeFileSync(path + '.br', brotliCompressSync(data, { params }))
  writeFileSync(path + '.gz', gzipSync(data, { level: 9 }))
}
