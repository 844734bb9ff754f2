package e2e

import (
	"fmt"
	"testing"

	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
)

// saidYes ticks what each kept frame needs and says yes to it, and names the shots.
const saidYes = `window.yes = null; (async () => {
  const shoot = location.pathname.split('/')[2]
  const get = async (path) => (await fetch('/api' + path)).json()
  const send = async (path, body) => (await fetch('/api' + path, { method: 'POST', headers: { 'Content-Type': 'application/json', 'Idempotency-Key': crypto.randomUUID() }, body: JSON.stringify(body) })).json()
  const kept = [...new Set((await get('/shoots/' + shoot + '/frames')).filter((f) => f.doc.kept).map((f) => f.doc.shotId))]
  for (const id of kept) {
    let list = await get('/shots/' + id + '/finish')
    for (const s of list.steps) if (!s.done) list = await send('/shots/' + id + '/tick', { key: s.key, done: true })
    await send('/shots/' + id + '/approve', { who: 'Ada Quill', words: '', picture: list.picture })
  }
  window.yes = kept
})()`

// A set of six goes out: an embargo holds it, by the page and by the API; over, each is sent; one that the outlet refuses, since the
// studio wrote down less than it asks for, is mended and goes; all of it is handed over as one file.
func TestASetOfSixGoesOut(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/look", "What is done", "")
	eval[any](p, keepMore+"; null")
	p.until("window.keptNow === 6", "six are kept")
	eval[any](p, saidYes+"; null")
	p.until("window.yes?.length === 6", "a yes to each")
	shots := eval[[]string](p, "window.yes")
	shoot := eval[string](p, "location.pathname.split('/')[2]")

	// Somebody writes down that the feed takes pictures without alt text: the place itself says otherwise.
	p.go_("/studio/outlets")
	p.sees("Menu board")
	p.click("Feed")
	p.press("e")
	p.until("document.querySelector('.el-dialog')?.innerText.includes('Asks for alt text')", "what it asks for")
	eval[any](p, "[...document.querySelectorAll('.el-dialog .el-checkbox')].find(c => c.innerText.includes('alt text')).click()")
	p.type_("[aria-label='Long side, at the most']", "twelve")
	p.key(kb.Tab)
	p.sees("is not a number")
	p.type_("[aria-label='Long side, at the most']", "1900")
	p.click("Save")
	p.sees("The place itself asks for more")
	p.sees("It asks for alt text.")

	// Nothing is shown before a day that is to come.
	embargo := func(day string) {
		p.t.Helper()
		p.visit("Merrow", "/brief", "Rights and embargo", "")
		p.type_("[aria-label='Nothing is shown before']", day)
		p.key(kb.Tab)
		p.saved()
	}
	embargo("2099-01-01")
	open := func(id string) {
		p.t.Helper()
		p.go_("/shoots/" + shoot + "/out/" + id)
		p.until("document.querySelector('.crop .mono')?.innerText.includes('×')", "a crop")
		eval[any](p, "[...document.querySelectorAll('.el-radio-button')].find(b => b.innerText.startsWith('Feed')).click()")
		p.sees("Wants 4:5")
	}
	open(shots[0])
	p.sees("It was promised that nothing of this shoot is shown before.")
	assert.True(t, eval[bool](p, "[...document.querySelectorAll('button')].find(b => b.innerText.startsWith('Send to Feed')).disabled"), "it is held at the press")
	eval[any](p, fmt.Sprintf(`window.said = null; fetch('/api/shots/%s/publish', { method: 'POST', headers: { 'Content-Type': 'application/json', 'Idempotency-Key': crypto.randomUUID() },
	  body: JSON.stringify({ outlet: 'feed', zoom: 1, centreX: 0.5, centreY: 0.5, words: { title: 'T', caption: '', alt: 'A dish', credit: '' } }) }).then(async (r) => (window.said = r.status + ' ' + await r.text())); null`, shots[0]))
	p.until("window.said", "an answer")
	assert.Contains(t, eval[string](p, "window.said"), "Embargo", "and by the API")
	assert.Regexp(t, "^4", eval[string](p, "window.said"))
	embargo("")

	sent := func(words string) {
		p.t.Helper()
		p.until("document.querySelector('.sent')?.innerText.includes("+quote(words)+")", words)
	}
	for n, id := range shots {
		open(id)
		if n > 0 {
			p.type_("textarea[name=alt]", "A dish on slate, lit from the left")
		}
		p.until("[...document.querySelectorAll('button')].some(b => b.innerText.startsWith('Send to Feed') && !b.disabled)", "nothing against it")
		p.click("Send to Feed")
		p.reply("Send it")
		if n > 0 {
			sent("accepted")
			continue
		}
		sent("refused")
		sent("alt text")
		p.type_("textarea[name=alt]", "A pot of mussels on slate")
		p.click("Send to Feed")
		p.reply("Send it")
		sent("accepted")
	}
	p.withAxe()
	p.openToAll("a set that went out")
	eval[any](p, "window.zip = null; fetch(document.querySelector('.hand a').href).then(async (r) => (window.zip = [r.status, r.headers.get('content-type'), [...new Uint8Array(await r.arrayBuffer()).slice(0, 2)].join(' ')].join(', '))); null")
	p.until("window.zip", "what is handed over")
	assert.Equal(t, "200, application/zip, 80 75", eval[string](p, "window.zip"))
}
