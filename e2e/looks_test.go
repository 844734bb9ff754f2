package e2e

import (
	"os"
	"slices"
	"testing"
	"time"

	"github.com/chromedp/chromedp"
	"github.com/chromedp/chromedp/kb"
	"github.com/stretchr/testify/assert"
	"github.com/stretchr/testify/require"
)

// keepMore takes a frame of the first shots that have none kept, and keeps it, until six are.
const keepMore = `(async () => {
  const shoot = location.pathname.split('/')[2]
  const get = async (path) => (await fetch('/api' + path)).json()
  const send = async (method, path, body) => (await fetch('/api' + path, { method, headers: { 'Content-Type': 'application/json', 'Idempotency-Key': crypto.randomUUID() }, body: body && JSON.stringify(body) })).json()
  const kept = new Set((await get('/shoots/' + shoot + '/frames')).filter((f) => f.doc.kept).map((f) => f.doc.shotId))
  for (const r of (await get('/shoots/' + shoot + '/shots?limit=500')).rows) {
    if (kept.size >= 6) break
    if (kept.has(r.shot.id)) continue
    const f = await send('POST', '/shots/' + r.shot.id + '/take')
    if (!f.id) continue
    await send('PUT', '/frames/' + f.id, { kept: true, version: f.version })
    kept.add(r.shot.id)
  }
  window.keptNow = kept.size
})()`

// asTaken takes the demo's looks off the kept frames, so that a test begins with a frame that nothing is done to.
const asTaken = `window.plainNow = false; (async () => {
  const shoot = location.pathname.split('/')[2]
  const get = async (path) => (await fetch('/api' + path)).json()
  for (const f of (await get('/shoots/' + shoot + '/frames')).filter((f) => f.doc.kept)) {
    const version = (await get('/frames/' + f.id + '/finishing')).row.version
    await fetch('/api/frames/' + f.id + '/finishing', { method: 'PUT', headers: { 'Content-Type': 'application/json' }, body: JSON.stringify({ lookId: '', steps: [], version }) })
  }
  window.plainNow = true
})()`

// A set of six is finished with one look, by hand and by keys: it is put together on the picture and on its line, kept by name,
// followed by all, differs in one; the series is evened and taken back; the finished picture is made and is what Out shows.
func TestASetOfSixIsFinished(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/look", "What is done", "")
	eval[any](p, keepMore+"; null")
	p.until("window.keptNow === 6", "six are kept")
	eval[any](p, asTaken+"; null")
	p.until("window.plainNow", "nothing is done to them")
	p.visit("Merrow", "/look", "What is done", "")
	p.until("document.querySelectorAll('.strip li').length === 6", "six in the series")
	p.until("document.querySelector('.pic img')?.naturalWidth > 400", "the picture is there")
	before := eval[string](p, "document.querySelector('.pic img').src")

	// A tone, drawn on its line by keys; hues on their ring.
	p.click("+ Tone")
	p.until("document.querySelector('.tone [aria-label=Shadows]')", "its line")
	was := eval[float64](p, "+document.querySelector('.tone [aria-label=Shadows]').getAttribute('aria-valuenow')")
	eval[any](p, "document.querySelector('.tone [aria-label=Shadows]').focus()")
	for range 4 {
		p.key(kb.ArrowUp)
	}
	p.until("Math.abs(+document.querySelector('.tone [aria-label=Shadows]').getAttribute('aria-valuenow') - "+num(was+0.2)+") < 0.001", "the shadows are opened")
	p.until("document.querySelector('.pic img').src !== "+quote(before), "the picture follows")
	p.click("+ Hues")
	p.until("document.querySelector('.hue')", "the ring")
	p.saved()
	p.withAxe()
	p.openToAll("a look")

	// Kept by name, and all six follow it.
	for _, i := range []string{"0", "1", "2", "3", "4", "5"} {
		eval[any](p, "document.querySelectorAll('.strip .pick input')["+i+"].click()")
	}
	p.sees("6 frames are taken along")
	p.click("Keep as a look …")
	p.type_("[aria-label='Name of the look']", "Winter table")
	p.key(kb.Enter)
	p.until("[...document.querySelectorAll('.follows option')].some((o) => o.textContent.includes('Winter table (6)'))", "six follow it")
	p.until("document.querySelector('.follows select')?.selectedOptions[0].textContent.includes('Winter table')", "this one does, too")
	p.until("!document.querySelector('.differs')", "nothing differs yet")

	// Another one differs: its own step, told in words, and the look stays as it is for the others.
	p.press("j")
	p.until("document.querySelectorAll('.steps li').length === 2", "the look's two steps")
	p.click("+ Level")
	p.until("document.querySelector('.beam input')", "the beam")
	p.until("document.querySelector('.differs')?.textContent.includes('Level: +0.25 stops')", "what differs is told")
	p.press("k")
	p.until("document.querySelectorAll('.steps li').length === 2", "the first one has no level")

	// Before and after, by keys.
	p.press("b")
	p.sees("as taken")
	p.press("b")
	p.press("p")
	p.until("document.querySelector('.parting')", "both, parted")
	p.press("p")

	// Too much is told, with what to take back, which a press does.
	eval[any](p, "[...document.querySelectorAll('.strip .go')].find((b) => b.textContent.includes('Cured trout')).click()")
	p.until("document.querySelector('.shot select, select.shot')?.selectedOptions[0].textContent.includes('Cured trout')", "another frame")
	p.until("document.querySelectorAll('.steps li').length === 2", "which follows the look")
	p.click("+ Hues")
	p.until("document.querySelectorAll('.steps li').length === 3", "one more step")
	p.until("document.querySelector('.steps .on [aria-label=Width]')", "its numbers")
	for _, n := range []struct{ label, v string }{{"Width", "360"}, {"Turned by", "0"}, {"More colour", "90"}} {
		p.type_(".steps .on input[aria-label='"+n.label+"']", n.v)
		p.key(kb.Tab)
	}
	p.until("document.querySelector('[data-finding=cartoon-colour]')", "it looks drawn")
	eval[any](p, "[...document.querySelectorAll('[data-finding=cartoon-colour] button')].find((b) => b.textContent.includes('Take it back')).click()")
	p.until("!document.querySelector('[data-finding=cartoon-colour]')", "taken back it does not")
	p.saved()

	// The series is evened on the ground that its first frame lies on, and that is one deed.
	eval[any](p, "document.querySelector('.strip li:first-child .lead')?.click()")
	p.until("document.querySelector('.strip li:first-child small').innerText.includes('the others follow it')", "the first one leads")
	apart := "parseFloat(document.querySelector('.strip header .mono').textContent.replace('ΔE', ''))"
	p.until(apart+" > 0", "how far apart they are")
	far := eval[float64](p, apart)
	p.press("e")
	p.until(apart+" < "+num(far/2), "they are nearer")

	// Made at full size, kept, and what goes out.
	p.press("m")
	p.until("document.querySelector('.versions li')", "the finished picture")
	p.press("c")
	p.until("document.querySelector('figure img')?.src.includes('/api/versions/')", "Checks shows the finished one")
	p.do(chromedp.EmulateViewport(390, 844))
	p.visit("Merrow", "/look", "What is done", "")
	p.until("document.documentElement.scrollWidth <= 390", "nothing sticks out on a phone")
}

// A dragged handle, an undone step, a reload and a press on something grey: nothing is lost.
func TestALookIsDrawnOnThePicture(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/look", "What is done", "")
	eval[any](p, asTaken+"; null")
	p.until("window.plainNow", "nothing is done to it")
	p.visit("Merrow", "/look", "What is done", "")
	p.until("document.querySelector('.pic img')?.naturalWidth > 400", "the picture")
	p.click("+ Part")
	p.until("document.querySelector('.drawn ellipse')", "an oval in the picture")
	x := eval[float64](p, "+document.querySelector('.drawn ellipse').getAttribute('cx')")
	p.drag(".drawn [aria-label='Middle of the part']", 90, 40)
	p.until("+document.querySelector('.drawn ellipse').getAttribute('cx') > "+num(x+60), "it is dragged along")
	p.saved()
	p.click("+ White")
	p.press("w")
	p.sees("Now press something grey in the picture")
	eval[any](p, "(() => { const b = document.querySelector('.pic img').getBoundingClientRect(); document.querySelector('.pic img').dispatchEvent(new MouseEvent('click', { bubbles: true, clientX: b.left + b.width * 0.7, clientY: b.top + b.height * 0.6 })) })()")
	p.until("!document.querySelector('.pic.pressing')", "it is pressed")
	p.saved()
	time.Sleep(200 * time.Millisecond)
	p.do(chromedp.Navigate(eval[string](p, "location.href")))
	p.until("document.querySelectorAll('.steps li').length === 2", "both steps are there after a reload")
	require.Contains(t, eval[string](p, "document.querySelector('.steps').textContent"), "White")
	for range 4 { // what was drawn last first; the first deed of all, too, and the page follows
		if eval[int](p, "document.querySelectorAll('.steps li').length") == 0 {
			break
		}
		was := eval[string](p, "document.querySelector('.steps').textContent")
		p.press("z", chromedp.ModifierCtrl)
		p.until("document.querySelector('.steps').textContent !== "+quote(was), "one is taken back")
	}
	assert.LessOrEqual(t, eval[int](p, "document.querySelectorAll('.steps li').length"), 1)
}

// editElsewhere takes the frame out as it is handed out, paints a square into it as another program would, and brings it back
// under its name with something added.
const editElsewhere = `(async () => {
  const got = await fetch(document.querySelector('.versions a[download]').href)
  const name = /filename="?([^";]+)/.exec(got.headers.get('Content-Disposition'))[1]
  const img = await createImageBitmap(await got.blob())
  const on = Object.assign(document.createElement('canvas'), { width: img.width, height: img.height })
  const ctx = on.getContext('2d')
  ctx.drawImage(img, 0, 0)
  ctx.fillStyle = 'rgb(200 30 30)'
  ctx.fillRect(img.width / 4, img.height / 4, img.width / 10, img.height / 10)
  const blob = await new Promise((done) => on.toBlob(done, 'image/jpeg', 0.95))
  const files = new DataTransfer()
  files.items.add(new File([blob], name.replace('.jpg', '-retouched.jpg')))
  files.items.add(new File(['no picture'], 'notes.jpg'))
  const field = document.querySelector('.versions input[type=file]')
  field.files = files.files
  field.dispatchEvent(new Event('change'))
})()`

// A picture is edited in another program and comes back as the next version: known by its name, looked at beside the frame and as
// their difference, and taken back.
func TestAnEditedPictureIsBroughtBack(t *testing.T) {
	t.Parallel()
	p := demoPage(t)
	p.visit("Merrow", "/finish", "steps done", "")
	p.until("document.querySelector('.looked img')?.naturalWidth > 400", "the frame")
	eval[any](p, editElsewhere+"; null")
	p.sees("It is version 1.")
	p.sees("This is no picture")
	p.until("document.querySelector('.looked img').src.includes('/api/versions/')", "what came back is shown")
	p.click("Difference")
	p.sees("Most of what is changed lies from 25 to 35 % across and 25 to 35 % down.")
	p.until("document.querySelector('.looked img')?.naturalWidth > 300", "the map")
	assert.InDelta(t, 2, eval[float64](p, "+document.querySelector('[data-reading=changed]').dataset.value"), 1.2, "a tenth by a tenth, and what pressing a small picture once more loses")
	p.withAxe()
	p.openToAll("versions")
	p.click("Beside the frame")
	p.until("document.querySelectorAll('.looked img').length === 2", "both")
	p.press("z", chromedp.ModifierCtrl)
	p.until("document.querySelectorAll('.versions [aria-pressed]').length === 1", "only the frame is left")
}

// TestHowSoonALookIsSeen measures how long it takes from a key on a handle until the picture on the screen has followed. A study, for docs/benchmarks.md.
func TestHowSoonALookIsSeen(t *testing.T) {
	if os.Getenv("FIGLADDER_LOOK_STUDY") == "" {
		t.Skip("a study: FIGLADDER_LOOK_STUDY=1")
	}
	p := demoPage(t)
	p.visit("Merrow", "/look", "What is done", "")
	p.until("document.querySelector('.pic img')?.naturalWidth > 400", "the picture")
	p.until("document.querySelector('.tone [aria-label=Shadows]') || [...document.querySelectorAll('.add button')].find(b => b.innerText.includes('Tone'))?.click()", "its line")
	eval[any](p, `window.took = []; (async () => {
	  const wait = (ms) => new Promise((done) => setTimeout(done, ms))
	  for (let i = 0; i < 40; i++) {
	    const img = document.querySelector('.pic img'), was = img.src, handle = document.querySelector('.tone [aria-label=Shadows]')
	    handle.focus()
	    const began = performance.now()
	    handle.dispatchEvent(new KeyboardEvent('keydown', { key: i % 2 ? 'ArrowUp' : 'ArrowDown', bubbles: true }))
	    while (document.querySelector('.pic img').src === was || !document.querySelector('.pic img').complete) {
	      await wait(1)
	      if (performance.now() - began > 5000) break
	    }
	    window.took.push(performance.now() - began)
	    await wait(700)
	  }
	  window.tookAll = true
	})(); null`)
	p.until("window.tookAll", "forty presses")
	took := eval[[]float64](p, "window.took")
	slices.Sort(took)
	t.Logf("median %.0f ms, nine of ten within %.0f ms, longest %.0f ms", took[len(took)/2], took[len(took)*9/10], took[len(took)-1])
}
